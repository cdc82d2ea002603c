package io.tallember.browser;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.By;
import org.openqa.selenium.Keys;
import org.openqa.selenium.interactions.PointerInput.MouseButton;

/** Sketch tools beyond the first ones, and the help for outlines that don't close or don't hold. */
class SketchToolsTest extends Browsing {
    /** A rectangle with a gap of 0.2 mm at one corner and a leftover piece at another. */
    private static final String FAULTY = """
            <svg xmlns="http://www.w3.org/2000/svg" width="60mm" height="40mm" viewBox="0 0 60 40">
              <path d="M10 10 H50 V30 H10 V10.2 M50 30 V33" fill="none" stroke="black"/>
            </svg>
            """;

    private void chosen(String button, String input, Path file) {
        page.press(button);
        page.until(d -> d.findElement(By.cssSelector("[data-testid=" + input + "]")))
                .sendKeys(file.toString());
    }

    @Test
    void aFaultyOutlineFileIsMendedAndSettled() throws IOException {
        newPart("Gasket");
        page.press("Bring in");
        chosen("Outline file", "outline-file", Files.writeString(folder.resolve("gasket.svg"), FAULTY));
        page.sees(".work", "gasket.svg");
        page.press("Take it");
        page.sees("[data-testid=sketch-sheet]", "Gap of 0.2 mm");
        page.sees("[data-testid=sketch-sheet]", "sticks out by 3 mm");
        page.press("Join");
        page.sees("[data-testid=foot]", "1 closed region");
        page.press("Take it out");
        page.until(d -> !page.text("[data-testid=sketch-sheet]").contains("sticks out"));
        page.press("Settle it for me");
        page.press("Take all");
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
    }

    @Test
    void aCentredBoxIsOffsetAndLettered() {
        newPart("Label");
        page.keys("w", Keys.TAB);
        page.click(page.at(0, 0, 0));
        page.move(page.at(20, 15, 0));
        page.keys("40", Keys.TAB, "30", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.keys(Keys.ESCAPE);
        page.drag(page.at(-26, 20, 0), page.at(26, -20, 0), MouseButton.LEFT);
        page.keys("o");
        page.click(page.at(0, 22, 0));
        page.find("[data-testid=dimension-input]");
        page.chord(Keys.CONTROL, "a");
        page.keys("4", Keys.ENTER);
        page.sees("[data-testid=foot]", "2 closed regions");
        page.sees("[data-testid=sketch-sheet]", "offset");
        page.keys("i");
        page.find("[aria-label=Text]").sendKeys(Keys.chord(Keys.CONTROL, "a"), "O", Keys.TAB);
        page.click(page.at(-7, -3, 0));
        page.click(page.at(7, -3, 0));
        page.sees("[data-testid=sketch-sheet]", "Texts");
        page.sees("[data-testid=foot]", "4 closed regions");
    }

    @Test
    void aChainBendsOffAndARepeatIsCountedAnew() {
        newPart("Clip");
        page.keys("q");
        page.click(page.at(0.2, 0.2, 0));
        page.click(page.at(30, 0.2, 0));
        page.keys("r");
        page.click(page.at(30.1, 20, 0));
        page.keys(Keys.ESCAPE, Keys.ESCAPE);
        page.until(
                d -> page.script("return window.tallEmber.part().steps[0].constraints.some(c => c.kind === 'tangent')")
                        == Boolean.TRUE);
        hole(60, 10, "6");
        page.keys(Keys.ESCAPE);
        page.keys(Keys.END);
        page.click(page.at(63, 10, 0));
        page.keys("c");
        page.click(page.at(0, 0, 0));
        page.find("[data-testid=dimension-input]");
        page.chord(Keys.CONTROL, "a");
        page.keys("3", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "Repeats");
        page.sees("[data-testid=foot]", "3 closed regions");
        page.find("[aria-label='How many']").sendKeys(Keys.chord(Keys.CONTROL, "a"), "5", Keys.ENTER);
        page.sees("[data-testid=foot]", "5 closed regions");
    }

    private double[] place(String point) {
        List<?> p = (List<?>) page.script(
                "const p = window.tallEmber.part().steps[0].entities.find(e => e.id === arguments[0]); return [p.x, p.y];",
                point);
        return new double[] {((Number) p.get(0)).doubleValue(), ((Number) p.get(1)).doubleValue()};
    }

    /** Pulls at a place by a way, and waits until a point has gone the same way. */
    private void pulled(String point, double x, double y, double dx, double dy) {
        double[] before = place(point);
        page.drag(page.at(x, y, 0), page.at(x + dx, y + dy, 0), MouseButton.LEFT);
        page.until(d -> {
            double[] now = place(point);
            return Math.hypot(now[0] - before[0] - dx, now[1] - before[1] - dy) < 0.6;
        });
    }

    /** Whatever is pulled ends under the pointer, in however many moves the hand goes there. */
    @Test
    void eachKindOfCurveEndsUnderThePointer() {
        newPart("Pulled");
        String points = "";
        double[][] at = {
            {-20, 20},
            {-8, 20},
            {-20, 4},
            {-14, 4},
            {-8, 4},
            {8, 14},
            {14, 14},
            {8, 17},
            {-20, -10},
            {-6, -10},
            {10, -12},
            {16, -12},
            {10, -6}
        };
        for (int i = 0; i < at.length; i++) {
            points += "{kind:'point',id:'p" + i + "',x:" + at[i][0] + ",y:" + at[i][1] + "},";
        }
        page.script("window.tallEmber.send({do:'draw',id:window.tallEmber.part().steps[0].id,constraints:[],entities:["
                + points
                + "{kind:'line',id:'c1',start:'p0',end:'p1'},"
                + "{kind:'spline',id:'c2',through:['p2','p3','p4'],closed:false},"
                + "{kind:'ellipse',id:'c3',centre:'p5',a:'p6',b:'p7'},"
                + "{kind:'text',id:'c4',start:'p8',along:'p9',text:'Lark',height:5},"
                + "{kind:'arc',id:'c5',centre:'p10',start:'p11',end:'p12'}]})");
        page.until(d -> page.script("return window.tallEmber.part().steps[0].entities.length") instanceof Number n
                && n.intValue() == 18);
        page.keys(Keys.ESCAPE);
        pulled("p0", -14, 20, 2, 4);
        pulled("p2", -17, 4, 1, 3);
        pulled("p5", 8 - 6 * Math.sqrt(0.5), 14 + 3 * Math.sqrt(0.5), 2, 2);
        pulled("p8", -19.3, -8, 2, 1);
        // the arc's rim by its middle: the centre stays, the radius follows
        double c = Math.sqrt(0.5);
        page.drag(page.at(10 + 6 * c, -12 + 6 * c, 0), page.at(10 + 9 * c, -12 + 9 * c, 0), MouseButton.LEFT);
        page.until(d -> {
            double[] m = place("p10");
            double[] e = place("p11");
            double radius = Math.hypot(e[0] - m[0], e[1] - m[1]);
            double hand = Math.hypot(10 + 9 * c - m[0], -12 + 9 * c - m[1]);
            return Math.abs(radius - hand) < 0.6;
        });
    }
}
