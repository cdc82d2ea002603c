package io.tallember.solid;

import java.util.List;

/** A closed chain of coedges, the face on its left. */
public record Loop(List<Coedge> coedges) {
    public Loop {
        coedges = List.copyOf(coedges);
    }
}
