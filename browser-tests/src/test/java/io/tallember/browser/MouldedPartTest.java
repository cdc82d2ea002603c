package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** A moulded part by mouse and keys: drafted, shelled, ribbed, traced on, mirrored. */
class MouldedPartTest extends Browsing {
    @BeforeEach
    void aBlock() {
        block("Cover", 40, 30, 20);
    }

    @Test
    void aBlockIsDraftedAndShelledAndItsWallChangedLate() {
        // draft of the front, about the top plane
        page.keys("3", "q");
        page.click(page.at(20, 0, 12));
        page.sees("[data-testid=live]", "volume");
        retype("[data-testid=angle]", "3", Keys.ENTER);
        double lost = 40 * 0.5 * 20 * 20 * Math.tan(Math.toRadians(3));
        page.untilVolume(24000 - lost);
        // the last operation again, with its last values and picks still to come
        page.chord(Keys.SHIFT, Keys.ENTER.toString());
        page.sees(".work", "pick faces");
        page.keys(Keys.ESCAPE);
        // shell, open at the top
        page.keys("3", "w");
        page.click(page.at(20, 15, 20));
        page.sees("[data-testid=live]", "volume");
        retype("[data-testid=thickness]", "2", Keys.ENTER);
        page.sees("[data-testid=steps]", "Shell leaving open");
        double shelled = page.volume();
        assertThat(shelled).isBetween(5000.0, 9000.0);
        // too thick a wall is told and can be taken back
        page.press("2 mm");
        page.keys("19", Keys.ENTER);
        page.sees("[data-testid=steps]", "Take a smaller size");
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(shelled);
    }

    @Test
    void aTracedEdgeAndAPlaneBesideCarryNewMaterial() {
        page.keys("1");
        page.click(page.at(20, 15, 20));
        page.keys("t");
        page.find("[data-testid=distance]");
        page.keys("5", Keys.ENTER);
        page.sees("[data-testid=steps]", "Plane beside");
        page.press("On Plane 1");
        page.find("[data-testid=sketch-layer]");
        page.keys("n");
        page.click(page.at(20, 0, 20));
        page.sees("[data-testid=sketch-state]", "everything is settled");
        page.keys(Keys.ESCAPE, Keys.ESCAPE);
        page.keys("6", "t");
        page.sees("[data-testid=live]", "volume");
        page.keys(Keys.ENTER);
        page.untilVolume(48000);
        page.sees("[data-testid=steps]", "Mirror all bodies in");
    }
}
