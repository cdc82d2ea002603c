package io.tallember.sketch.edit;

import io.tallember.sketch.Constraint;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import java.util.LinkedHashMap;
import java.util.Map;

/** Fresh ids for new points, curves and constraints of a sketch. */
public final class FreshIds {
    private final Map<Character, Integer> last = new LinkedHashMap<>();

    public FreshIds(Sketch s) {
        s.entities().stream().map(Entity::id).forEach(this::seen);
        s.constraints().stream().map(Constraint::id).forEach(this::seen);
    }

    private void seen(String id) {
        if (id.substring(1).matches("[0-9]{1,8}")) {
            last.merge(id.charAt(0), Integer.parseInt(id.substring(1)), Math::max);
        }
    }

    private String next(char prefix) {
        return prefix + String.valueOf(last.merge(prefix, 1, Integer::sum));
    }

    public String point() {
        return next('p');
    }

    public String curve() {
        return next('c');
    }

    public String constraint() {
        return next('k');
    }
}
