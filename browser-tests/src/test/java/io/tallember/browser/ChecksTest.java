package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.support.ui.Select;

/** A block is cut open, by a typed place and a key, and measured, by mouse and keys. */
class ChecksTest extends Browsing {
    private void lays(double area) {
        page.until(d -> Math.abs(Double.parseDouble(
                                page.find("[data-testid=section-area]").getAttribute("data-area"))
                        - area)
                < 1e-6);
    }

    @Test
    void cutOpenAndMeasured() {
        block("Block", 40, 30, 20);
        page.keys("7", "q");
        lays(800);
        retype("[aria-label='Place of plane 1']", "-10", Keys.ENTER);
        lays(800);
        page.press("another plane");
        page.until(d -> page.find("[data-testid=section]").getText().contains("2 regions"));
        page.press("without it");
        page.until(d -> !page.find("[data-testid=section]").getText().contains("2 regions"));
        // out of the part: it says that it misses it
        retype("[aria-label='Place of plane 1']", "500", Keys.ENTER);
        page.sees("[data-testid=section]", "misses the part");
        page.keys(Keys.F6);
        page.until(d -> d.findElements(By.cssSelector("[data-testid=section]")).isEmpty());
        // the top face, by its middle
        page.click(page.at(20, 15, 20));
        page.sees("[data-testid=measured]", "1\u2009200 mm²");
        assertThat(Double.parseDouble(
                        page.find("[data-testid=measured] [data-what=area]").getAttribute("data-value")))
                .isCloseTo(1200, within(1e-6));
        page.sees("[data-testid=mass]", "24\u2009000 mm³");
    }

    @Test
    void judgedAndColoured() {
        block("Block", 40, 30, 20);
        page.keys("7", "j");
        page.sees("[data-testid=findings]", "leans 0° against the pull");
        page.click("[aria-label='Show A']");
        page.until(d -> page.find("[data-testid=finding-marks] .at").isDisplayed());
        new Select(page.find("[data-testid=making] select")).selectByValue("machined");
        page.sees("[aria-label=Findings] [role=status]", "1 finding");
        page.sees("[data-testid=findings]", "12 outside edges are left sharp");
        page.press("Accept, with a reason");
        page.keys("broken by hand", Keys.ENTER);
        page.sees("[data-testid=findings]", "Accepted: broken by hand");
        page.press("Back to the build sheet");
        page.keys("w");
        page.sees("[data-testid=legend]", "under 0.8");
    }
}
