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
        LocalDateTime deleted) {
    /** As it is once a command is stored. */
    public PartRow after(String newName, String newUnit) {
        return new PartRow(id, folder, newName, newUnit, position + 1, position + 1, revision + 1, changed, deleted);
    }
}
