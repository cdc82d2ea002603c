package io.tallember.browser;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Duration;
import java.util.List;
import java.util.Map;
import java.util.function.Function;
import java.util.stream.Stream;
import org.openqa.selenium.By;
import org.openqa.selenium.JavascriptExecutor;
import org.openqa.selenium.Keys;
import org.openqa.selenium.NoSuchElementException;
import org.openqa.selenium.OutputType;
import org.openqa.selenium.StaleElementReferenceException;
import org.openqa.selenium.TimeoutException;
import org.openqa.selenium.WebDriver;
import org.openqa.selenium.WebElement;
import org.openqa.selenium.chrome.ChromeDriver;
import org.openqa.selenium.chrome.ChromeDriverService;
import org.openqa.selenium.chrome.ChromeOptions;
import org.openqa.selenium.interactions.Actions;
import org.openqa.selenium.interactions.PointerInput;
import org.openqa.selenium.interactions.Sequence;
import org.openqa.selenium.support.ui.WebDriverWait;

/** A browser at the application: mouse and keys as a designer has them, and waiting for what the page shows. */
final class Page implements AutoCloseable {
    private final ChromeDriver driver;
    private final String base;
    private int clicks;
    private int pressed;
    private final PointerInput mouse = new PointerInput(PointerInput.Kind.MOUSE, "mouse");

    Page(int port, Path downloads) {
        base = "http://localhost:" + port;
        ChromeOptions options = new ChromeOptions();
        options.setBinary("/usr/bin/chromium");
        options.addArguments(
                "--headless=new",
                "--no-sandbox",
                "--disable-dev-shm-usage",
                "--window-size=1280,943",
                "--force-device-scale-factor=1",
                "--hide-scrollbars",
                "--no-first-run",
                "--no-default-browser-check",
                "--disable-background-networking",
                "--disable-component-update",
                "--disable-sync",
                "--disable-extensions",
                "--use-gl=angle",
                "--use-angle=gl-egl",
                "--ignore-gpu-blocklist");
        options.setExperimentalOption(
                "prefs",
                Map.of("download.default_directory", downloads.toString(), "download.prompt_for_download", false));
        System.setProperty("webdriver.chrome.driver", "/usr/bin/chromedriver");
        driver = new ChromeDriver(
                new ChromeDriverService.Builder()
                        .usingDriverExecutable(new java.io.File("/usr/bin/chromedriver"))
                        .build(),
                options);
    }

    /** How often the mouse was pressed so far. */
    int clicks() {
        return clicks;
    }

    /** How many keys were pressed so far. */
    int pressed() {
        return pressed;
    }

    void open(String path) {
        driver.get(base + path);
    }

    void reload() {
        driver.navigate().refresh();
    }

    <T> T until(Function<WebDriver, T> condition) {
        try {
            return new WebDriverWait(driver, Duration.ofSeconds(20), Duration.ofMillis(100))
                    .ignoring(StaleElementReferenceException.class)
                    .ignoring(NoSuchElementException.class)
                    .until(condition::apply);
        } catch (TimeoutException e) {
            picture(Path.of("target", "failure-" + System.currentTimeMillis() + ".png"));
            throw e;
        }
    }

    WebElement find(String css) {
        return until(d -> d.findElement(By.cssSelector(css)));
    }

    /** Waits until something isn't there any more. */
    void gone(String css) {
        until(x -> all(css).isEmpty());
    }

    List<WebElement> all(String css) {
        return driver.findElements(By.cssSelector(css));
    }

    String text(String css) {
        return until(d -> d.findElement(By.cssSelector(css)).getText());
    }

    /** Waits until what a selector shows contains a text. */
    void sees(String css, String text) {
        until(d -> d.findElement(By.cssSelector(css)).getText().contains(text));
    }

    /** Presses a button (or other thing) by what is written on it. */
    void press(String label) {
        clicks++;
        settled();
        until(d -> {
            for (WebElement e : d.findElements(By.cssSelector("button, [role=menuitem], [role=menuitemradio], a"))) {
                if (e.isDisplayed() && (e.getText().startsWith(label) || label.equals(e.getAttribute("aria-label")))) {
                    e.click();
                    return true;
                }
            }
            return false;
        });
    }

    /** Clicks the first thing that a selector finds, anew when it was drawn again meanwhile. */
    /** Chooses a file in a field for files, which is hidden behind a button. */
    void give(String css, Path file) {
        driver.findElement(By.cssSelector(css)).sendKeys(file.toString());
    }

    void click(String css) {
        clicks++;
        until(d -> {
            d.findElement(By.cssSelector(css)).click();
            return true;
        });
    }

    /** Opens a choice of a sentence and takes one of its words. */
    void choose(String slot, String word) {
        click(slot);
        until(d -> {
            for (WebElement e : d.findElements(By.cssSelector("[role=menu] [role=menuitemradio]"))) {
                if (e.getText().equals(word)) {
                    e.click();
                    return true;
                }
            }
            return false;
        });
        until(d -> d.findElements(By.cssSelector("[role=menu]")).isEmpty());
    }

    /** Waits until what was done before is kept: hands are slower than these tests. */
    private void settled() {
        until(d -> {
            List<WebElement> saved = d.findElements(By.cssSelector("[data-testid=saved]"));
            return saved.isEmpty() || saved.get(0).getText().endsWith("up to now");
        });
    }

    void keys(CharSequence... keys) {
        pressed += Stream.of(keys).mapToInt(CharSequence::length).sum();
        settled();
        new Actions(driver).sendKeys(keys).perform();
    }

    void chord(Keys held, String key) {
        settled();
        new Actions(driver).keyDown(held).sendKeys(key).keyUp(held).perform();
    }

    Object script(String code, Object... args) {
        return ((JavascriptExecutor) driver).executeScript(code, args);
    }

    /** Where a point of the part, in mm, is on the page. */
    int[] at(double x, double y, double z) {
        List<?> p = (List<?>) script(
                "const l = window.tallEmber.scene.look; const b = document.querySelector('.view').getBoundingClientRect();"
                        + "const s = l.toScreen(l.middle.clone().set(arguments[0], arguments[1], arguments[2]));"
                        + "return [Math.round(b.left + s[0]), Math.round(b.top + s[1])];",
                x,
                y,
                z);
        return new int[] {((Number) p.get(0)).intValue(), ((Number) p.get(1)).intValue()};
    }

    void move(int[] to) {
        driver.perform(List.of(new Sequence(mouse, 1)
                .addAction(
                        mouse.createPointerMove(Duration.ofMillis(40), PointerInput.Origin.viewport(), to[0], to[1]))));
    }

    void click(int[] at) {
        clicks++;
        settled();
        move(at);
        driver.perform(List.of(new Sequence(mouse, 1)
                .addAction(mouse.createPointerDown(PointerInput.MouseButton.LEFT.asArg()))
                .addAction(mouse.createPointerUp(PointerInput.MouseButton.LEFT.asArg()))));
    }

    void drag(int[] from, int[] to, PointerInput.MouseButton button) {
        Sequence s = new Sequence(mouse, 1)
                .addAction(mouse.createPointerMove(
                        Duration.ofMillis(20), PointerInput.Origin.viewport(), from[0], from[1]))
                .addAction(mouse.createPointerDown(button.asArg()));
        for (int i = 1; i <= 8; i++) {
            s.addAction(mouse.createPointerMove(
                    Duration.ofMillis(40),
                    PointerInput.Origin.viewport(),
                    from[0] + (to[0] - from[0]) * i / 8,
                    from[1] + (to[1] - from[1]) * i / 8));
        }
        driver.perform(List.of(s.addAction(mouse.createPointerUp(button.asArg()))));
    }

    /** The exact volume that the foot of the build sheet stands for, in mm3; waits until there is one. */
    double volume() {
        return Double.parseDouble(find("[data-volume]").getAttribute("data-volume"));
    }

    /** Waits until the volume is near what is expected, and everything asked for is kept. */
    void untilVolume(double expected) {
        until(d -> Math.abs(volume() - expected) < 1e-6 * expected);
        settled();
    }

    /** Writes what the page shows. */
    void picture(Path file) {
        try {
            Files.write(file, driver.getScreenshotAs(OutputType.BYTES));
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    @Override
    public void close() {
        driver.quit();
    }
}
