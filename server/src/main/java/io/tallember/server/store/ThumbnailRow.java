package io.tallember.server.store;

/** A part's picture and the revision it shows. */
public record ThumbnailRow(Long revision, byte[] png) {}
