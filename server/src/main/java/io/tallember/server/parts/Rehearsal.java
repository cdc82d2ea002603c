package io.tallember.server.parts;

import io.tallember.part.PartDocument;
import io.tallember.part.Step;
import io.tallember.part.commands.Command;
import io.tallember.part.file.PartFile;
import io.tallember.part.rebuild.Rebuild;
import io.tallember.part.steps.Kinds;
import io.tallember.server.store.PartRow;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.time.LocalDateTime;
import java.util.List;
import org.slf4j.LoggerFactory;
import org.springframework.beans.factory.annotation.Value;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.core.io.ClassPathResource;
import org.springframework.stereotype.Component;

/**
 * Builds a sample some times after the start, aside, so that Java has compiled what a designer's first change needs before
 * it is made. Nothing is stored.
 */
@Component
class Rehearsal {
    private static final int ROUNDS = 150;

    private final Replies replies;
    private final boolean wanted;

    Rehearsal(Replies replies, @Value("${tallember.rehearse}") boolean wanted) {
        this.replies = replies;
        this.wanted = wanted;
    }

    @EventListener(ApplicationReadyEvent.class)
    void begin() {
        if (wanted) {
            Thread aside = new Thread(this::rehearse, "rehearsal");
            aside.setDaemon(true);
            aside.setPriority(Thread.MIN_PRIORITY);
            aside.start();
        }
    }

    private void rehearse() {
        try {
            String text = new ClassPathResource("samples/vane-plate.json").getContentAsString(StandardCharsets.UTF_8);
            PartDocument doc = PartFile.read(text);
            Step plate = doc.step("s2");
            PartRow row = new PartRow(0L, null, "", "mm", 1L, 1L, 1L, LocalDateTime.MIN, null);
            Rebuild rebuild = Kinds.rebuild();
            for (int i = 0; i < ROUNDS; i++) {
                Step changed = plate.sized("distance", 5 + 0.01 * i);
                PartDocument next = new Command.ChangeStep(changed).apply(PartFile.read(PartFile.write(doc)));
                replies.answer(new Workshop.Piece(row, next, rebuild.build(next), "", ""), List.of());
            }
        } catch (IOException | RuntimeException e) {
            LoggerFactory.getLogger(Rehearsal.class).warn("The rehearsal failed; nothing else is touched", e);
        }
    }
}
