/** The command line: builds part files without a server. */
package io.tallember.ember;
