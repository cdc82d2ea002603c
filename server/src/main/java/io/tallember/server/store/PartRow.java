package io.tallember.server.store;

import java.time.LocalDateTime;

/** A part as stored. */
public record PartRow(
        Long id,
        Long folder,
        String name,
        String unit,
        Long position,
        Long newest,
        Long revision,
        LocalDateTime changed,
        LocalDateTime deleted) {}
