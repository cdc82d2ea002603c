package io.tallember.browser;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;

/** Wires, tubes and what is led along a drawn line, by mouse and keys; volumes by Pappus. */
class PathsTest extends Browsing {
    @Test
    void aSpring() {
        newPart("Spring");
        page.keys(Keys.ENTER);
        page.keys("1", "t");
        page.choose(".work [aria-label='Kind of leg 1']", "in a coil");
        retype("[data-testid='pitch of leg 1']", "4");
        retype("[data-testid='turns of leg 1']", "6", Keys.ENTER);
        page.find("[data-step]"); // kept: what is being told is drawn already
        page.keys("2", "e");
        page.find("[data-testid=diameter]");
        page.sees(".work", "pass through itself");
        page.keys("2", Keys.ENTER);
        double turn = Math.hypot(20 * Math.PI, 4);
        page.untilVolume(Math.PI * 6 * turn);
    }

    @Test
    void aConduit() {
        newPart("Conduit");
        page.keys(Keys.ENTER);
        page.keys("1", "t");
        retype("[data-testid='length of leg 1']", "40");
        page.press("another leg");
        retype("[data-testid='length of leg 2']", "30");
        page.choose(".work [aria-label=Corners]", "with bends of radius");
        retype("[data-testid='radius of bends']", "35");
        // too large: the radius that fits is one press away
        page.sees("[data-testid=live]", "The largest radius that fits there is 30 mm");
        page.press("Bend by 30");
        page.sees("[data-testid=live]", "preview");
        page.keys(Keys.ENTER);
        page.find("[data-step]"); // kept: what is being told is drawn already
        page.keys("2", "e");
        page.choose(".work [aria-label='What is carried']", "a tube");
        retype("[data-testid=diameter]", "8");
        retype("[data-testid=wall]", "1", Keys.ENTER);
        page.untilVolume(Math.PI * 7 * (10 + 15 * Math.PI));
    }
}
