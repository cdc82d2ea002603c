package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Whole parts by mouse and keys, as a designer makes them; their volumes against closed forms. */
class JourneysTest extends Browsing {
    /** A plate with a hole, from the first page to the STEP file. */
    @Test
    void aNewcomersFirstPartTakesFewClicksAndKeys() {
        page.open("/");
        page.find(".shop");
        int clicks = page.clicks();
        int keys = page.pressed();
        page.keys("n");
        page.find("[role=dialog] input[type=text]");
        page.keys(Keys.ENTER);
        page.press("Start drawing");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(0.4, 0.3, 0));
        page.move(page.at(30, 20, 0));
        page.keys("60", Keys.TAB, "40", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.keys(Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("12", Keys.ENTER);
        page.untilVolume(28_800);
        page.keys("5", "q");
        page.move(page.at(29, 19, 12));
        page.move(page.at(30, 20, 12));
        page.find("[data-testid=spot][data-word='centre of the face']");
        page.click(page.at(30, 20, 12));
        page.sees(".work", "the centre of the face");
        page.keys("8", Keys.ENTER);
        page.untilVolume(28_800 - Math.PI * 16 * 12);
        page.keys("8", "q");
        assertThat(downloaded(".step")).isNotEmptyFile();
        assertThat(page.clicks() - clicks).isLessThanOrEqualTo(8);
        assertThat(page.pressed() - keys).isLessThanOrEqualTo(30);
    }

    /** The same without a mouse. */
    @Test
    void theSamePartByKeysAlone() {
        page.open("/");
        page.find(".shop");
        int clicks = page.clicks();
        page.keys("n");
        page.find("[role=dialog] input[type=text]");
        page.keys(Keys.ENTER);
        page.find(".start");
        page.keys("q");
        page.find("[data-testid=sketch-layer]");
        page.keys("w", Keys.ARROW_RIGHT, Keys.ENTER, "60", Keys.TAB, "40", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("12", Keys.ENTER);
        page.untilVolume(28_800);
        page.keys("5", "q");
        page.find("[data-testid=diameter]");
        page.until(d -> {
            page.keys(Keys.F8);
            return page.text("[data-testid=walked]").contains("facing up");
        });
        page.keys(Keys.F9);
        page.sees(".work", "the centre of the face");
        page.keys("8", Keys.ENTER);
        page.untilVolume(28_800 - Math.PI * 16 * 12);
        page.keys("8", "q");
        assertThat(downloaded(".step")).isNotEmptyFile();
        assertThat(page.clicks()).isEqualTo(clicks);
    }

    /** A pocket that narrows as it goes down, turned into the body, and three of it in a row. */
    @Test
    void aTrayWithTaperedPockets() {
        block("Tray", 100, 40, 20);
        page.click(page.at(50, 20, 20));
        page.press("Sketch on it");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(10, 10, 20));
        page.move(page.at(20, 20, 20));
        page.keys("20", Keys.TAB, "20", Keys.ENTER);
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ENTER);
        page.keys("q");
        page.choose(".work [aria-label=Direction]", "backward");
        page.sees(".work", "removed");
        page.sees("[data-testid=live]", "back to added");
        retype("[data-testid=distance]", "12");
        page.choose(".work [aria-label='How the sides stand']", "sides leaning in by");
        retype("[data-testid=angle]", "5", Keys.ENTER);
        double below = 20 - 2 * 12 * Math.tan(Math.toRadians(5));
        double pocket = 12 / 3.0 * (400 + below * below + 20 * below);
        page.untilVolume(80_000 - pocket);
        page.keys("6", "q");
        page.sees(".work", "Extrude 2");
        retype("[data-testid=count]", "3");
        retype("[data-testid=spacing]", "30", Keys.ENTER);
        page.untilVolume(80_000 - 3 * pocket);
    }

    /** A rim, a hub and a spoke that is repeated round. */
    @Test
    void aWheelWithFiveSpokes() {
        newPart("Wheel");
        hole(0, 0, "100");
        hole(0, 0, "84");
        page.sees("[data-testid=foot]", "2 closed regions");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("10", Keys.ENTER);
        double rim = Math.PI * (2500 - 42 * 42) * 10;
        page.untilVolume(rim);
        page.keys("1", "q");
        page.find("[data-testid=sketch-layer]");
        hole(0, 0, "24");
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("10");
        page.press("Make it a new body");
        page.sees(".work", "as a new body");
        page.keys(Keys.ENTER);
        double hub = Math.PI * 144 * 10;
        page.untilVolume(rim + hub);
        page.keys("1", "q");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(8, -3, 0));
        page.move(page.at(30, 2, 0));
        page.keys("38", Keys.TAB, "6", Keys.ENTER);
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("10", Keys.ENTER);
        page.until(d -> page.volume() > rim + hub + 1);
        double one = page.volume() - rim - hub;
        // from the hub to the rim, 6 wide about the axis as it was clicked
        assertThat(one).isCloseTo(10 * (strip(42) - strip(12)), org.assertj.core.api.Assertions.withinPercentage(2.0));
        page.keys("6", "w");
        page.sees(".work", "Extrude 3");
        retype("[data-testid=count]", "5", Keys.ENTER);
        page.untilVolume(rim + hub + 5 * one);
    }

    /** The area of a disc within 3 mm of its axis, on one side. */
    private static double strip(double r) {
        return 3 * Math.sqrt(r * r - 9) + r * r * Math.asin(3 / r);
    }

    /** A wall that follows a drawn line round a corner. */
    @Test
    void aWallAlongALine() {
        newPart("Wall");
        page.keys("q");
        page.click(page.at(0.3, 0.2, 0));
        page.move(page.at(20, 0.2, 0));
        page.keys("40", Keys.ENTER);
        page.move(page.at(40, 15, 0));
        page.keys("30", Keys.ENTER);
        page.keys(Keys.ESCAPE, Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.sees(".work", "as a wall");
        retype("[data-testid=thickness]", "3");
        retype("[data-testid=distance]", "20", Keys.ENTER);
        page.untilVolume(3 * 70 * 20);
    }

    /** Two crossing ribs in an open tray, drawn on its rim. */
    @Test
    void aRibGrid() {
        block("Grid", 60, 40, 20);
        page.keys("3", "w");
        page.click(page.at(30, 20, 20));
        retype("[data-testid=thickness]", "2", Keys.ENTER);
        double shelled = 48_000 - 56 * 36 * 18;
        page.untilVolume(shelled);
        page.keys("1", "r");
        page.click(page.at(30, 39, 20)); // on the rim, near two edges
        page.find("[data-testid=sketch-layer]");
        line(10, 20, 50, 20);
        line(30, 8, 30, 32);
        page.keys(Keys.ENTER);
        page.keys("3", "e");
        page.sees(".work", "2 drawn lines");
        retype("[data-testid=thickness]", "2", Keys.ENTER);
        page.untilVolume(shelled + 18 * 2 * (56 + 36 - 2));
    }

    private void line(double x, double y, double u, double v) {
        page.keys("q");
        page.click(page.at(x, y, 20));
        page.click(page.at(u, v, 20));
        page.keys(Keys.ESCAPE);
        page.keys(Keys.ESCAPE);
    }
}
