/** One part: commands, undo and redo, previews, what the browser shows, handing over. */
package io.tallember.server.parts;
