package io.tallember.browser;

import io.tallember.server.TallEmber;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.stream.Stream;
import org.junit.jupiter.api.AfterEach;
import org.junit.jupiter.api.BeforeAll;
import org.junit.jupiter.api.BeforeEach;
import org.junit.jupiter.api.io.TempDir;
import org.openqa.selenium.Keys;
import org.springframework.boot.SpringApplication;
import org.springframework.context.ConfigurableApplicationContext;

/** One application for all browser tests, a fresh browser for each, and the first things that most of them do. */
abstract class Browsing {
    private static ConfigurableApplicationContext app;

    @TempDir
    Path folder;

    Page page;

    @BeforeAll
    static void start() throws IOException {
        if (app == null) {
            Path data = Files.createTempDirectory("tall-ember-browser");
            app = SpringApplication.run(TallEmber.class, "--tallember.data=" + data, "--server.port=0");
        }
    }

    @BeforeEach
    void browse() {
        page = new Page(app.getEnvironment().getProperty("local.server.port", Integer.class), downloads());
    }

    @AfterEach
    void leave() {
        page.close();
    }

    private Path downloads() {
        return folder.resolve("downloads");
    }

    /** Waits for a downloaded file with an ending. */
    Path downloaded(String ending) {
        return page.until(d -> {
            try (Stream<Path> files = Files.exists(downloads()) ? Files.list(downloads()) : Stream.empty()) {
                return files.filter(f -> f.toString().endsWith(ending))
                        .findFirst()
                        .orElse(null);
            } catch (IOException e) {
                throw new UncheckedIOException(e);
            }
        });
    }

    /** A new part with an open sketch. */
    void newPart(String name) {
        page.open("/");
        page.find(".shop");
        page.keys("n");
        page.find("[role=dialog] input[type=text]");
        page.keys(name, Keys.ENTER);
        page.press("Start drawing");
        page.find("[data-testid=sketch-layer]");
    }

    /** A rectangle from the origin with typed sizes. */
    void box(String width, String height) {
        page.keys("w");
        page.click(page.at(0.4, 0.3, 0));
        page.move(page.at(30, 20, 0));
        page.keys(width, Keys.TAB, height, Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
    }

    void hole(double x, double y, String diameter) {
        page.keys("e");
        page.click(page.at(x, y, 0));
        page.move(page.at(x + 2, y + 1, 0));
        page.keys(diameter, Keys.ENTER);
    }

    /** A block with a corner at the origin, in mm, drawn and extruded. */
    void block(String name, int width, int depth, int height) {
        newPart(name);
        box("" + width, "" + depth);
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.find("[data-testid=steps] [data-status=built]");
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("" + height, Keys.ENTER);
        page.untilVolume(width * depth * height);
    }

    /** Replaces what is written in the focused or clicked field. */
    void retype(String css, CharSequence... keys) {
        page.click(css);
        page.chord(Keys.CONTROL, "a");
        page.keys(keys);
    }
}
