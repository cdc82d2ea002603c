package io.tallember.server.store;

/** A picture as stored. */
public record PictureRow(String hash, String type, byte[] content) {}
