package io.tallember.part.steps;

import java.util.List;
import tools.jackson.databind.node.ObjectNode;

/** Bodies cut apart along a plane or a face of any shape. */
final class SplitKind extends Kind {
    SplitKind() {
        super(2, "split");
    }

    @Override
    protected List<Offer> offers(Context c) {
        return List.of(offer("split", needsBody(c)));
    }

    @Override
    protected void begun(Form f, String offer, List<Hit> picked) {
        f.pick("plane", picked.size() == 1 ? faces(picked, f.context()) : List.of());
        f.aim("plane");
    }

    @Override
    protected void say(Form f, Pen p) {
        p.plane("plane", h -> h.faceRef(f.context()));
    }

    @Override
    protected void write(Form f, ObjectNode n) {
        n.set("plane", f.one("plane"));
    }
}
