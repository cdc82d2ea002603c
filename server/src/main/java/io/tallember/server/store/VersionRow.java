package io.tallember.server.store;

import java.time.LocalDateTime;

/** A named version of a part, without its document. */
public record VersionRow(Long id, String name, LocalDateTime made) {}
