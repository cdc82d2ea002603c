package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Late changes: steps moved past blends, lost picks given again, numbers that are driven, variants and versions. */
class BuildSheetTest extends Browsing {
    private static final double ROUND = 1 - Math.PI / 4;

    private void menu(String step, String item) {
        page.find("[data-step=" + step + "] .more").click();
        page.press(item);
    }

    /** A block 40 x 30 x 20 whose top front edge is rounded by 3, as step s4. */
    private void roundedBlock(String name) {
        block(name, 40, 30, 20);
        page.keys("4", "q");
        page.sees(".work", "pick edges");
        page.click(page.at(20, 0, 20));
        page.sees(".work", "1 edge");
        retype("[data-testid=size]", "3", Keys.ENTER);
        page.untilVolume(24_000 - 9 * ROUND * 40);
    }

    /** A cut through the top edge in front, as steps s5 and s6. */
    private void notch() {
        page.keys("1", "w"); // on the front plane
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(15, 0, 12));
        page.move(page.at(20, 0, 16));
        page.keys("10", Keys.TAB, "12", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "distance");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("2", "q");
        page.find("[data-testid=distance]");
        page.choose(".work [aria-label='How far']", "through all");
        page.choose(".work [aria-label=Direction]", "backward");
        page.press("Apply");
    }

    @Test
    void aCutMovesUpPastARound() {
        roundedBlock("Latch");
        notch();
        page.find("[data-step=s6][data-status=built]");
        double after = page.volume();
        // the cut before the round: the round then runs along what is left of the edge, which is the same here
        menu("s5", "Move up");
        page.until(d -> page.all(".step").get(2).getAttribute("data-step").equals("s5"));
        menu("s6", "Move up");
        page.until(d -> page.all(".step").get(3).getAttribute("data-step").equals("s6"));
        page.sees("[data-step=s4]", "Round");
        page.untilVolume(after);
        // what it builds on can't go below it
        menu("s1", "Move down");
        page.sees("[data-testid=notice]", "must stay above it");
        // and where it stands its links are shown
        page.find("[data-step=s6] .n").click();
        page.sees("[data-step=s5]", "uses this");
    }

    @Test
    void aSizeThatDoesNotFitIsReplacedByOneThatDoes() {
        block("Knob", 40, 30, 20);
        page.keys("4", "q");
        page.sees(".work", "pick edges");
        page.click(page.at(20, 0, 20));
        page.sees(".work", "1 edge");
        retype("[data-testid=size]", "45");
        page.sees("[data-testid=live]", "mm works here");
        page.press("Use ");
        page.until(d -> !page.text("[data-testid=live]").contains("works here"));
        double r = Double.parseDouble(page.find("[data-testid=size]").getAttribute("value"));
        assertThat(r).isBetween(19.0, 20.0);
        page.press("Apply");
        page.untilVolume(24_000 - r * r * ROUND * 40);
        // the whole body at once, and back to the one edge
        page.press("1 edge");
        page.choose(".work [aria-label='Which edges']", "all outer edges");
        retype("[data-testid=size]", "1", Keys.ENTER);
        page.sees("[data-step=s4]", "all outer edges");
        page.until(d -> page.volume() < 24_000 - ROUND * 330 && page.volume() > 24_000 - ROUND * 360);
    }

    @Test
    void aLostEdgeIsPickedAgain() {
        block("Stop", 40, 30, 20);
        // a boss with a rounded edge, then a hole, which must outlast what happens above it
        onTop();
        page.keys("w");
        page.click(page.at(8, 8, 20));
        page.move(page.at(16, 14, 20));
        page.keys("10", Keys.TAB, "8", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "distance");
        page.keys(Keys.ESCAPE, Keys.ENTER, "2", "q");
        page.find("[data-testid=distance]");
        page.keys("5", Keys.ENTER);
        page.untilVolume(24_000 + 400);
        page.keys("4", "q");
        page.sees(".work", "pick edges");
        page.click(page.at(13, 8, 25));
        page.sees(".work", "1 edge");
        retype("[data-testid=size]", "1", Keys.ENTER);
        page.untilVolume(24_400 - 10 * ROUND);
        onTop();
        hole(32, 22, "6");
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ESCAPE, Keys.ENTER, "2", "q");
        page.choose(".work [aria-label='How far']", "through all");
        page.choose(".work [aria-label=Direction]", "backward");
        page.press("Apply");
        double bore = Math.PI * 9 * 20;
        page.untilVolume(24_400 - 10 * ROUND - bore);

        menu("s5", "Switch off");
        page.sees("[data-step=s7] .why", "no longer there");
        page.untilVolume(24_000 - bore);
        page.press("Pick again");
        page.sees(".work", "pick edges");
        page.click(page.at(20, 0, 20));
        page.sees(".work", "1 edge");
        page.press("Apply");
        page.untilVolume(24_000 - bore - 40 * ROUND);
        assertThat(page.all("[data-status=failed]")).isEmpty();
    }

    private void onTop() {
        page.keys("1");
        page.click(page.at(35, 25, 20));
        page.press("Sketch on it");
        page.find("[data-testid=sketch-layer]");
    }

    @Test
    void aDrivenNumberSaysByWhatAndAVariantIsHandedOver() throws Exception {
        block("Bracket", 40, 30, 20);
        page.press("Values");
        page.find("[aria-label=\"New value's name\"]").sendKeys("height");
        page.find("[aria-label=\"New value's formula\"]").sendKeys("20", Keys.ENTER);
        page.sees("[data-testid=values]", "height");
        page.press("Distance: 20 mm");
        page.keys("height", Keys.ENTER);
        page.find("[data-step=s2] .given");
        // the number on the model, where the face is
        page.click(page.at(20, 15, 20));
        page.sees("[data-testid=model-sizes]", "height =");
        page.click("[data-testid=model-sizes] .sk-label");
        page.find("[data-testid=model-size]");
        page.chord(Keys.CONTROL, "a");
        page.keys("25", Keys.ENTER);
        page.sees("[data-testid=notice]", "is given by");
        page.keys(Keys.ESCAPE);
        page.untilVolume(24_000);

        page.press("Variants");
        page.find("[aria-label=\"New variant's name\"]").sendKeys("Tall", Keys.ENTER);
        page.find("[aria-label='height in Tall']").sendKeys("35", Keys.ENTER);
        page.untilVolume(42_000);
        page.press("Compare with part");
        page.sees("[data-testid=compared]", "18\u2009000 mm³ came");
        page.sees("[data-step=s2]", "distance 20 mm → 35 mm");
        page.press("End");
        page.press("Part itself");
        page.untilVolume(24_000);
        page.keys("8");
        page.press("STEP of Tall");
        String step = Files.readString(downloaded("Tall.step"));
        assertThat(new StepVolume(step).volume()).isCloseTo(42_000, within(1e-3));
    }

    @Test
    void aKeptVersionComesBackAndBodiesAreHidden() {
        block("Cube", 40, 30, 20);
        page.press("Versions");
        page.find("[aria-label='Name of this version']").sendKeys("First", Keys.ENTER);
        page.sees("[data-testid=versions]", "First");
        page.press("Distance: 20 mm");
        page.keys("10", Keys.ENTER);
        page.untilVolume(12_000);
        page.press("Compare");
        page.sees("[data-testid=compared]", "12\u2009000 mm³ went");
        page.press("Go back");
        page.untilVolume(24_000);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(12_000);
        page.press("Bodies");
        page.sees("[data-testid=bodies]", "12\u2009000 mm³");
        page.press("Hide");
        page.sees("[data-testid=bodies]", "Show");
        page.press("Show all");
        page.sees("[data-testid=bodies]", "Hide");
    }
}
