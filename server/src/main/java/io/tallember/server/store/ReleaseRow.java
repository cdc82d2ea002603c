package io.tallember.server.store;

import java.time.LocalDateTime;

/** A released state of a part: its letter, and the version that it is. */
public record ReleaseRow(Long id, Long version, String letter, LocalDateTime made) {}
