/** What a designer does to a part: from one document to the next, with all formulas carried through. */
package io.tallember.part.commands;
