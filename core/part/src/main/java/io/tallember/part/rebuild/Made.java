package io.tallember.part.rebuild;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.GeometryException.Reason;
import io.tallember.geometry.Tolerance;
import io.tallember.part.MaterialStep.Mode;
import io.tallember.solid.Body;
import io.tallember.solid.fuse.Fuse;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;

/** What a step did to the bodies, as material that can be put elsewhere. */
public interface Made {
    /** Material and what becomes of it. */
    record Piece(List<Body> bodies, Mode mode) {}

    /**
     * In the order in which it was done.
     *
     * @param own the steps that are repeated together: of a change along many edges only what touches their faces counts
     */
    List<Piece> pieces(Set<String> own);

    static Made of(List<Body> bodies, Mode mode) {
        return of(List.of(new Piece(bodies, mode)));
    }

    static Made of(List<Piece> pieces) {
        return own -> pieces;
    }

    /** What differs between the bodies before and after a step. */
    static Made change(List<PartBody> before, List<PartBody> after) {
        Map<Set<String>, List<Piece>> known = new ConcurrentHashMap<>();
        return own -> known.computeIfAbsent(own, k -> between(before, after, k));
    }

    private static List<Piece> between(List<PartBody> before, List<PartBody> after, Set<String> own) {
        List<Body> gone = new ArrayList<>();
        List<Body> come = new ArrayList<>();
        for (PartBody b : before) {
            List<Body> now = after.stream()
                    .filter(a -> a.id().equals(b.id()) || a.id().startsWith(b.id() + "."))
                    .map(PartBody::body)
                    .toList();
            if (now.size() == 1 && now.get(0) == b.body()) {
                continue;
            }
            gone.addAll(less(List.of(b.body()), now));
            come.addAll(less(now, List.of(b.body())));
        }
        List<Piece> out = new ArrayList<>();
        out.add(new Piece(touching(gone, own), Mode.REMOVE));
        out.add(new Piece(touching(come, own), Mode.ADD));
        return out;
    }

    private static List<Body> touching(List<Body> pieces, Set<String> own) {
        List<Body> out = pieces.stream()
                .filter(p ->
                        p.faces().stream().flatMap(f -> f.origins().stream()).anyMatch(o -> own.contains(o.step())))
                .toList();
        return own.isEmpty() ? pieces : out;
    }

    /** What is left of bodies without others; nothing when they are covered. */
    static List<Body> less(List<Body> from, List<Body> tools) {
        if (from.isEmpty() || tools.isEmpty()) {
            return from;
        }
        try {
            return Fuse.subtract(from, tools, Tolerance.DEFAULT);
        } catch (GeometryException e) {
            if (e.reason() == Reason.EMPTY_RESULT) {
                return List.of();
            }
            throw e;
        }
    }
}
