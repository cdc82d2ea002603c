/** From a document to solids: step by step, each result kept, references found again. */
package io.tallember.part.rebuild;
