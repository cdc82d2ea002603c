package io.tallember.server.parts;

import io.tallember.geometry.GeometryException;
import io.tallember.geometry.Patience;
import io.tallember.geometry.Vec2;
import io.tallember.part.file.PartFile;
import io.tallember.server.guard.Refusals.NotThere;
import io.tallember.server.guard.Works;
import io.tallember.sketch.Entity;
import io.tallember.sketch.Sketch;
import io.tallember.sketch.SketchCircle;
import io.tallember.sketch.SketchPoint;
import io.tallember.sketch.solve.Grip;
import java.io.IOException;
import java.util.Optional;
import org.springframework.context.annotation.Configuration;
import org.springframework.web.socket.TextMessage;
import org.springframework.web.socket.WebSocketSession;
import org.springframework.web.socket.config.annotation.EnableWebSocket;
import org.springframework.web.socket.config.annotation.WebSocketConfigurer;
import org.springframework.web.socket.config.annotation.WebSocketHandlerRegistry;
import org.springframework.web.socket.handler.TextWebSocketHandler;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.JsonNodeFactory;
import tools.jackson.databind.node.ObjectNode;

/**
 * Dragging in a sketch over a WebSocket. {@code {"take": part, "step": id}} takes the sketch in hand as it lies in the part; {@code {"pull":
 * id, "from": [x, y], "to": [x, y], "turn": n}} is answered with the turn and where points and radii are then, worked out from the sketch as it was taken. Nothing is
 * stored; letting go is an ordinary command.
 */
@Configuration
@EnableWebSocket
class SketchDrag extends TextWebSocketHandler implements WebSocketConfigurer {
    private static final String HELD = "sketch";

    private static final long PULL_MILLIS = 3_000;

    /** The sketch in hand as it was taken. */
    private record Held(long part, Grip grip) {}

    private final Works works;
    private final Workshop workshop;

    SketchDrag(Works works, Workshop workshop) {
        this.works = works;
        this.workshop = workshop;
    }

    @Override
    public void registerWebSocketHandlers(WebSocketHandlerRegistry registry) {
        registry.addHandler(this, "/api/drag");
    }

    @Override
    protected void handleTextMessage(WebSocketSession session, TextMessage message) throws IOException {
        try {
            JsonNode n = PartFile.parse(message.getPayload());
            if (n.hasNonNull("take")) {
                long part = n.get("take").asLong(0);
                // what can't be taken isn't answered by what was in hand before
                session.getAttributes().remove(HELD);
                works.at(part, () -> taken(part, n.path("step").asString("")))
                        .ifPresent(g -> session.getAttributes().put(HELD, new Held(part, g)));
            } else if (session.getAttributes().get(HELD) instanceof Held held) {
                Sketch moved = works.at(
                        held.part(),
                        () -> Patience.within(
                                PULL_MILLIS,
                                () -> false,
                                () -> held.grip()
                                        .pull(
                                                n.path("pull").asString(""),
                                                point(n.path("from")),
                                                point(n.path("to")))));
                session.sendMessage(new TextMessage(
                        places(moved).put("turn", n.path("turn").asInt(0)).toString()));
            }
        } catch (GeometryException | NotThere | Works.Busy | Works.TooLarge | Patience.TooLong | Patience.Stopped e) {
            ObjectNode sentence = JsonNodeFactory.instance.objectNode().put("sentence", e.getMessage());
            session.sendMessage(new TextMessage(sentence.toString()));
        }
    }

    private Optional<Grip> taken(long part, String step) {
        return workshop.sketch(part, step).map(s -> Patience.within(PULL_MILLIS, () -> false, () -> new Grip(s)));
    }

    private static Vec2 point(JsonNode n) {
        return new Vec2(n.path(0).asDouble(0), n.path(1).asDouble(0));
    }

    private static ObjectNode places(Sketch s) {
        ObjectNode n = JsonNodeFactory.instance.objectNode();
        ObjectNode points = n.putObject("points");
        ObjectNode radii = n.putObject("radii");
        for (Entity e : s.entities()) {
            if (e instanceof SketchPoint p) {
                points.putArray(p.id()).add(p.x()).add(p.y());
            } else if (e instanceof SketchCircle c) {
                radii.put(c.id(), c.radius());
            }
        }
        return n;
    }
}
