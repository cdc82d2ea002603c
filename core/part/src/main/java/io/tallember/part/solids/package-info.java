/** Files with solids that parts bring in: where their contents are kept, and who reads them. */
package io.tallember.part.solids;
