/** The database: folders, parts, their documents with the commands that led to them. */
package io.tallember.server.store;
