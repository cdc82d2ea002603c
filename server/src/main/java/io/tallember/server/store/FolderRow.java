package io.tallember.server.store;

/** A folder of parts. */
public record FolderRow(Long id, String name) {}
