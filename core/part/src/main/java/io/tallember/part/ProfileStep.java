package io.tallember.part;

import java.util.List;

/** A step that moves regions of a sketch through space and makes material of what they pass. */
public interface ProfileStep extends MaterialStep {
    String sketch();

    List<RegionReference> regions();

    ProfileStep with(List<RegionReference> picked);

    @Override
    default List<String> uses() {
        return List.of(sketch());
    }

    @Override
    default List<String> outlines() {
        return List.of(sketch());
    }

    @Override
    default void fits(PartDocument doc) {
        if (doc.find(sketch()).filter(SketchStep.class::isInstance).isEmpty()) {
            throw Refusal.of(name() + " takes its outline from step " + sketch() + ", which isn't a sketch.");
        }
    }

    /** Checks what all such steps need. */
    static List<RegionReference> picked(List<RegionReference> regions, String verb) {
        if (regions.isEmpty()) {
            throw Refusal.of("Pick at least one closed region to " + verb + ".");
        }
        return List.copyOf(regions);
    }
}
