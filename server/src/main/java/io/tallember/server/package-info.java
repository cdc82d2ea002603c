/** The server: stores parts, asks the core, sends the browser what changed. */
package io.tallember.server;
