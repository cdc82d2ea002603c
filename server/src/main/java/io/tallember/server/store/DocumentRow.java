package io.tallember.server.store;

/**
 * A document as stored.
 *
 * @param whole whether it stands by itself; otherwise it differs from the one at the position before
 * @param text as earlier versions kept it; null when it is packed
 * @param content packed by {@link Packed}
 */
public record DocumentRow(Long part, Long position, Boolean whole, String text, byte[] content) {}
