package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;

import io.tallember.server.TallEmber;
import java.nio.file.Path;
import org.junit.jupiter.api.AfterAll;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** A moulded part by mouse and keys: drafted, shelled, ribbed, traced on, mirrored. */
class MouldedPartTest {
    @TempDir
    static Path folder;

    private static ConfigurableApplicationContext app;
    private static int port;
    private Page page;

    @BeforeAll
    static void start() {
        app = SpringApplication.run(TallEmber.class, "--tallember.data=" + folder.resolve("data"), "--server.port=0");
        port = app.getEnvironment().getProperty("local.server.port", Integer.class);
    }

    @AfterAll
    static void stop() {
        app.close();
    }

    @BeforeEach
    void browse() {
        page = new Page(port, folder.resolve("downloads"));
        page.open("/");
        page.find(".shop");
        page.keys("n");
        page.find("[role=dialog] input[type=text]");
        page.keys("Cover", Keys.ENTER);
        page.press("Start drawing");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(0.4, 0.3, 0));
        page.move(page.at(30, 20, 0));
        page.keys("40", Keys.TAB, "30", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.keys(Keys.ESCAPE, Keys.ESCAPE);
        page.find("[data-testid=steps] [data-status=built]");
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("20", Keys.ENTER);
        page.untilVolume(24000);
    }

    @AfterEach
    void leave() {
        page.close();
    }

    /** Replaces the number of a field of the work bar and applies. */
    private void type(String field, String number) {
        page.find("[data-testid=" + field + "]").click();
        page.chord(Keys.CONTROL, "a");
        page.keys(number, Keys.ENTER);
    }

    @Test
    void aBlockIsDraftedAndShelledAndItsWallChangedLate() {
        // draft of the front, about the top plane
        page.keys("3", "q");
        page.click(page.at(20, 0, 12));
        page.sees("[data-testid=live]", "volume");
        type("angle", "3");
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
        type("thickness", "2");
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
        page.keys("6", "e");
        page.sees("[data-testid=live]", "volume");
        page.keys(Keys.ENTER);
        page.untilVolume(48000);
        page.sees("[data-testid=steps]", "Mirror the bodies in");
    }
}
