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
        page.keys("a");
        page.find("[data-testid=distance]");
        page.keys("5", Keys.ENTER);
        page.sees("[data-testid=steps]", "Plane beside");
        page.press("On Plane 1");
        page.find("[data-testid=sketch-layer]");
        page.keys("n");
        page.click(page.at(20, 0, 20));
        page.sees("[data-testid=sketch-state]", "everything is settled");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("6", "t");
        page.sees("[data-testid=live]", "volume");
        page.keys(Keys.ENTER);
        page.untilVolume(48000);
        page.sees("[data-testid=steps]", "Mirror all bodies in");
    }

    @Test
    void aScrewPostIsPlacedAndOpenedIntoItsSteps() {
        page.keys("3", "d");
        page.click(page.at(12, 15, 20));
        page.sees("[data-testid=live]", "volume");
        page.press("Gussets");
        page.press("0");
        retype("[data-testid=draft]", "0");
        retype("[data-testid=diameter]", "8");
        retype("[data-testid=hole]", "3");
        retype("[data-testid=depth]", "10");
        retype("[data-testid=height]", "15", Keys.ENTER);
        double post = Math.PI * (16 * 15 - 2.25 * 10);
        page.untilVolume(24000 + post);
        page.press("More about step 3");
        page.press("Open into its steps");
        page.sees("[data-testid=steps]", "Screw post 1 post outline");
        page.untilVolume(24000 + post);
    }

    @Test
    void aRoundChangesAlongItsEdgeAndAFaceIsDividedAndThickened() {
        page.keys("4", "q");
        page.click(page.at(20, 0, 20));
        page.sees("[data-testid=live]", "volume");
        page.press("What the size is");
        page.press("radius at the start");
        retype("[data-testid='radius at the end']", "5", Keys.ENTER);
        page.sees("[data-testid=steps]", "at the end");
        assertThat(page.volume()).isBetween(23750.0, 23960.0);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(24000);
        // a plane that doesn't cross the face divides nothing; the face is thickened instead
        page.keys("3", "s");
        page.click(page.at(20, 15, 20));
        page.click(".work [aria-label='Plane or face']");
        page.press("the front plane");
        page.sees("[data-testid=live]", "Nothing divides these faces");
        page.keys(Keys.ESCAPE);
        page.keys("3", "r");
        page.press("What becomes of the faces");
        page.press("Thicken");
        page.click(page.at(20, 15, 20));
        retype("[data-testid=distance]", "3", Keys.ENTER);
        page.untilVolume(24000 + 40 * 30 * 3);
        page.sees("[data-testid=steps]", "Thicken 1 face by");
    }
}
