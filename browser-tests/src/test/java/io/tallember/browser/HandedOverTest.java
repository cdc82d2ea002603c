package io.tallember.browser;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** A block is handed over as a STEP file and brought in again: as a part of its own, drilled, and given anew. */
class HandedOverTest extends Browsing {
    private Path handedOver(String name, int width) throws java.io.IOException {
        block(name, width, 30, 20);
        page.keys("8", "q");
        Path file = folder.resolve(name + ".step");
        Files.move(downloaded(".step"), file);
        return file;
    }

    @Test
    void aFileOfOthersIsBuiltOnAndGivenAnew() throws java.io.IOException {
        Path first = handedOver("First", 40);
        Path newer = handedOver("Newer", 50);
        page.open("/");
        page.find(".shop");
        page.give("[data-testid=file]", first);
        page.untilVolume(24_000);
        page.sees("[data-testid=steps]", "First.step");
        page.keys("5", "q");
        page.find("[data-testid=diameter]");
        page.click(page.at(20, 15, 20));
        page.keys("8", Keys.ENTER);
        page.untilVolume(24_000 - Math.PI * 16 * 20);
        // a newer file takes the place of the first, and the hole stays in its face
        page.press("First.step");
        page.sees(".work", "First.step");
        page.give("[data-testid=solids-file]", newer);
        page.sees(".work", "Newer.step");
        page.keys(Keys.ENTER);
        page.untilVolume(30_000 - Math.PI * 16 * 20);
    }
}
