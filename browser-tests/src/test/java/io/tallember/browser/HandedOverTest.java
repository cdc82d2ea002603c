package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.WebElement;

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

    @Test
    void aDrawingFollowsThePartAndIsLaidOut() throws java.io.IOException {
        block("Sheet", 40, 30, 20);
        page.keys("8", "a");
        page.sees("[data-testid=drawing]", "40");
        page.sees("[data-testid=drawing]", "first angle");
        // a size on the sheet is a field of the part
        page.script("document.querySelector(\"[data-testid=drawing] text[data-of^='size:s']\").id = 'one'");
        page.click("#one");
        WebElement field = page.find("[aria-label='Change the size']");
        String was = page.text("#one");
        field.sendKeys("50", Keys.ENTER);
        page.sees("[data-testid=drawing]", "50");
        double volume = 24_000 * 50 / Double.parseDouble(was);
        page.script("const s = document.querySelector(\"select[aria-label='Views']\");"
                + "Object.getOwnPropertyDescriptor(HTMLSelectElement.prototype, 'value').set.call(s, 'third');"
                + "s.dispatchEvent(new Event('change', {bubbles: true}))");
        page.sees("[data-testid=drawing]", "third angle");
        page.press("Save as PDF");
        byte[] pdf = Files.readAllBytes(downloaded(".pdf"));
        assertThat(new String(pdf, 0, 5, java.nio.charset.StandardCharsets.US_ASCII))
                .isEqualTo("%PDF-");
        page.press("Back to the part");
        page.untilVolume(volume);
    }
}
