package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Everything can be read and has a name: on the first page, on the part page, with sentences, lists and dialogs open. */
class LooksTest extends Browsing {
    private String audited(double leastContrast) {
        try (var in = getClass().getResourceAsStream("/audit.js")) {
            return (String) page.script(new String(in.readAllBytes(), StandardCharsets.UTF_8), leastContrast);
        } catch (IOException e) {
            throw new java.io.UncheckedIOException(e);
        }
    }

    private void sound(String where) {
        assertThat(audited(4.5)).as(where).isEmpty();
    }

    @Test
    void textsCanBeReadAndControlsHaveNames() {
        page.open("/");
        page.find(".shop");
        sound("home");
        assertThat(audited(20)).as("what the audit is for").contains("contrast");
        page.keys("n");
        page.find("[role=dialog] input[type=text]");
        sound("new part");
        page.keys(Keys.ENTER);
        page.find(".start");
        sound("an empty part");
        page.press("Start drawing");
        page.find("[data-testid=sketch-layer]");
        box("60", "40");
        sound("sketch");
        page.keys(Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        sound("extrude");
        page.keys("12", Keys.ENTER);
        page.untilVolume(28_800);
        for (String panel : new String[] {"Values", "Variants", "Bodies", "Versions"}) {
            page.press(panel);
            sound(panel);
        }
        page.press("Versions");
        page.click(page.at(30, 20, 12));
        page.find(".chips");
        sound("what fits a pick");
        page.press("More");
        page.find("[role=menu]");
        sound("what lies under the pointer");
        page.keys(Keys.ESCAPE, Keys.ESCAPE);
        page.keys(".");
        page.find(".finder");
        sound("finder");
        page.keys(Keys.ESCAPE);
        page.keys("?");
        page.find(".keys");
        sound("keys");
        page.keys(Keys.ESCAPE);
        for (String stage : new String[] {"3", "4", "5", "6", "8"}) {
            page.keys(stage);
            sound("stage " + stage);
        }
    }
}
