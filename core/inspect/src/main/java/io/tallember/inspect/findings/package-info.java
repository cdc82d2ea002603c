/** What would stop a part from being made as it is to be made, in sentences that lead to the number to change. */
package io.tallember.inspect.findings;
