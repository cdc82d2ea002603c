package io.tallember.server.store;

/** A file as it went out. */
public record ReleasedFile(String type, byte[] content) {}
