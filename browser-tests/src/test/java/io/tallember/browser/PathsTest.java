package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.Rectangle;
import org.openqa.selenium.interactions.PointerInput;

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
        page.gone("[data-testid='turns of leg 1']");
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
        page.sees("[data-testid=live]", "Click a corner");
        page.keys(Keys.ENTER);
        page.find("[data-step]"); // kept: what is being told is drawn already
        page.keys("2", "e");
        page.choose(".work [aria-label='What is carried']", "a tube");
        retype("[data-testid=diameter]", "8");
        retype("[data-testid=wall]", "1", Keys.ENTER);
        page.untilVolume(Math.PI * 7 * (10 + 15 * Math.PI));
    }

    /** The middle of its guide is led in the view, held to a plane; the waist is a round of the exact arc. */
    @Test
    void aBottle() {
        newPart("Bottle");
        page.keys(Keys.ENTER);
        page.keys("1", "t");
        page.choose(".work [aria-label='Direction of leg 1']", "along z");
        retype("[data-testid='length of leg 1']", "60", Keys.ENTER);
        page.find("[data-step=s1]");
        page.keys("1", "t");
        retype("[data-place=x]", "15");
        page.choose(".work [aria-label='Kind of leg 1']", "round through");
        retype("[data-place='legs.n1.points.n1.x']", "18");
        retype("[data-place='legs.n1.points.n1.z']", "10");
        retype("[data-place='legs.n1.points.n2.x']", "15");
        retype("[data-place='legs.n1.points.n2.z']", "60");
        page.find("[data-grip='legs.n1.points.n1']");
        page.keys(Keys.END);
        led("legs.n1.points.n1", 0, -40);
        retype("[data-place='legs.n1.points.n1.x']", "18");
        retype("[data-place='legs.n1.points.n1.z']", "30", Keys.ENTER);
        page.find("[data-step=s2]");
        page.keys("2", "e");
        retype("[data-testid=diameter]", "30");
        page.choose(".work [aria-label=Path]", "Path 1");
        page.press("led by another line");
        page.choose(".work [aria-label='Guide 1']", "Path 2");
        page.keys(Keys.ENTER);
        page.untilVolume(bulged());
    }

    /** Leads a place by so many pixels; only the coordinates of the plane that is seen most squarely change. */
    private void led(String grip, int right, int down) {
        Rectangle r = page.find("[data-grip='" + grip + "'] .hit").getRect();
        int[] at = {r.x + r.width / 2, r.y + r.height / 2};
        String before = page.find("[data-place='" + grip + ".z']").getDomProperty("value");
        page.drag(at, new int[] {at[0] + right, at[1] + down}, PointerInput.MouseButton.LEFT);
        page.until(d -> !page.find("[data-place='" + grip + ".z']")
                .getDomProperty("value")
                .equals(before));
        assertThat(page.find("[data-place='" + grip + ".y']").getDomProperty("value"))
                .isEqualTo("0");
    }

    /** What an arc of 15, 18 and 15 mm from the axis, over 60 mm, encloses when it is turned about that: by Simpson's rule. */
    private static double bulged() {
        double sum = 0;
        int n = 2_000;
        for (int i = 0; i <= n; i++) {
            double z = 60.0 * i / n - 30;
            double r = 18 - 151.5 + Math.sqrt(151.5 * 151.5 - z * z);
            sum += (i == 0 || i == n ? 1 : i % 2 == 0 ? 2 : 4) * Math.PI * r * r;
        }
        return sum * 60 / n / 3;
    }
}
