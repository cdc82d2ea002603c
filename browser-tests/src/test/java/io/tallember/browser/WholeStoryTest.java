package io.tallember.browser;

import static org.assertj.core.api.Assertions.assertThat;
import static org.assertj.core.api.Assertions.within;

import java.nio.file.Files;
import java.nio.file.Path;
import org.junit.jupiter.api.Test;
import org.openqa.selenium.Keys;
import org.openqa.selenium.interactions.PointerInput.MouseButton;

/** A designer's way through the application, by mouse and keys. */
class WholeStoryTest extends Browsing {
    @Test
    void newPartToStepFile() throws Exception {
        newPart("Sensor foot");
        box("80", "50");
        hole(60, 25, "12");
        page.sees("[data-testid=sketch-state]", "2 freedoms");

        // the hole's place by dimensions
        page.keys("s");
        page.click(page.at(60, 25, 0));
        page.click(page.at(80, 30, 0));
        page.find("[data-testid=dimension-input]");
        page.keys("22", Keys.ENTER);
        page.sees("[data-testid=sketch-state]", "1 freedom");
        page.click(page.at(58, 25, 0));
        page.click(page.at(40, 0, 0));
        page.find("[data-testid=dimension-input]");
        page.keys("20", Keys.ENTER);
        page.sees("[data-testid=sketch-state]", "everything is settled");
        page.keys(Keys.ESCAPE, Keys.ENTER);

        // extrude, the distance typed and previewed before it is kept
        page.find("[data-testid=steps] [data-status=built]");
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("20");
        page.sees("[data-testid=live]", "volume");
        page.keys(Keys.ENTER);
        double base = 80 * 50 - 36 * Math.PI;
        page.untilVolume(20 * base);

        // a cut on the top face
        page.click(page.at(20, 25, 20));
        page.press("Sketch on it");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(10, 10, 20));
        page.move(page.at(30, 30, 20));
        page.keys("24", Keys.TAB, "30", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "distance");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("q");
        page.find("[data-testid=distance]");
        page.keys("5");
        page.choose(".work [aria-label='What becomes of it']", "removed");
        page.choose(".work [aria-label=Direction]", "backward");
        page.sees("[data-testid=live]", "−3\u2009600");
        page.press("Apply");
        page.untilVolume(20 * base - 24 * 30 * 5);

        // a late change in the build sheet; undo; redo
        page.press("Distance: 20 mm");
        page.keys("26", Keys.ENTER);
        page.untilVolume(26 * base - 24 * 30 * 5);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(20 * base - 24 * 30 * 5);
        page.chord(Keys.CONTROL, "y");
        page.untilVolume(26 * base - 24 * 30 * 5);

        // coming back later
        page.reload();
        page.untilVolume(26 * base - 24 * 30 * 5);
        page.keys("8");
        page.press("STEP");
        Path step = downloaded(".step");
        assertThat(new StepVolume(Files.readString(step)).volume()).isCloseTo(26 * base - 24 * 30 * 5, within(1e-3));
    }

    @Test
    void linesCloseWithSnapsAndADraggedCornerFollows() {
        newPart("Clip");
        page.keys("q");
        page.click(page.at(0.3, 0.2, 0));
        page.move(page.at(39, 0.6, 0));
        page.sees("[data-testid=offer]", "horizontal");
        page.click(page.at(39, 0.6, 0));
        page.click(page.at(30, 24, 0));
        page.move(page.at(0.2, 0.3, 0));
        page.sees("[data-testid=offer]", "origin");
        page.click(page.at(0.2, 0.3, 0));
        page.sees("[data-testid=foot]", "1 closed region");
        page.sees("[data-testid=sketch-state]", "3 freedoms");
        page.keys(Keys.ESCAPE);
        page.drag(page.at(30, 24, 0), page.at(22, 33, 0), MouseButton.LEFT);
        page.until(d -> {
            Object y =
                    page.script("const s = window.tallEmber.part().steps[0].entities.filter(e => e.kind === 'point');"
                            + "return Math.max(...s.map(p => p.y));");
            return Math.abs(((Number) y).doubleValue() - 33) < 0.5;
        });
        page.sees("[data-testid=foot]", "1 closed region");
    }

    @Test
    void cornersAreRoundedASlotIsDrawnAndALineTrimmed() {
        newPart("Grille");
        box("60", "40");
        page.keys("g");
        page.click(page.at(60, 40, 0));
        page.find("[data-testid=dimension-input]");
        page.keys("8", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "radius");
        page.keys("t");
        page.click(page.at(15, 14, 0));
        page.move(page.at(35, 14.2, 0));
        page.keys("20", Keys.ENTER);
        page.move(page.at(35, 17, 0));
        page.keys("6", Keys.ENTER);
        page.sees("[data-testid=foot]", "2 closed regions");
        page.keys("q");
        page.click(page.at(-10, 30, 0));
        page.click(page.at(65, 30.1, 0));
        page.sees("[data-testid=foot]", "3 closed regions");
        page.keys(Keys.ESCAPE, "d");
        page.click(page.at(63, 30, 0));
        page.click(page.at(-6, 30, 0));
        page.until(
                d -> ((Number) page.script("const s = window.tallEmber.part(); return s.sketches.s1.openEnds.length;"))
                                .intValue()
                        == 0);
        page.sees("[data-testid=foot]", "3 closed regions");
    }

    @Test
    void aConflictIsNamedAndDropped() {
        newPart("Stubborn");
        box("40", "30");
        page.keys("s");
        page.click(page.at(20, 30, 0));
        page.find("[data-testid=dimension-input]");
        page.keys("44", Keys.ENTER);
        page.sees("[data-testid=sketch-sheet]", "can’t hold together");
        page.press("Drop distance 44");
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.chord(Keys.CONTROL, "z");
        page.sees("[data-testid=sketch-sheet]", "can’t hold together");
        page.press("Driven");
        page.sees("[data-testid=sketch-sheet]", "Everything is settled");
        page.sees("[data-testid=sketch-sheet]", "(40)");
    }

    @Test
    void aValueDrivesTheThicknessAndACutThroughAllFollows() {
        page.open("/");
        page.press("Vane plate");
        double face = page.volume() / 10;
        page.press("Values");
        page.find("[aria-label=\"New value's name\"]").sendKeys("wall");
        page.find("[aria-label=\"New value's formula\"]").sendKeys("5", Keys.ENTER);
        page.sees("[data-testid=values]", "unused");
        page.press("Distance: 10 mm");
        page.keys("2*wall + 4 mm", Keys.ENTER);
        page.untilVolume(14 * face);
        page.find("[aria-label='Value wall']").sendKeys(Keys.chord(Keys.CONTROL, "a"), "8", Keys.ENTER);
        page.untilVolume(20 * face);
        page.find("[aria-label='Delete value wall']").click();
        page.sees("[data-testid=notice]", "is used by Plate's distance");

        page.click(page.at(20, 25, 20));
        page.press("Sketch on it");
        page.find("[data-testid=sketch-layer]");
        hole(30, 20, "10");
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ESCAPE, Keys.ENTER, "q");
        page.choose(".work [aria-label='How far']", "through all");
        page.choose(".work [aria-label=Direction]", "backward");
        page.press("Apply");
        page.untilVolume(20 * (face - 25 * Math.PI));
        page.find("[aria-label='Value wall']").sendKeys(Keys.chord(Keys.CONTROL, "a"), "3", Keys.ENTER);
        page.untilVolume(10 * (face - 25 * Math.PI));
    }

    @Test
    void aFailedStepSaysWhyAndTheWorkLineGoesBack() {
        page.open("/");
        page.press("Splitter block");
        page.untilVolume(196_900.2960523);
        page.choose("[data-step=s5] [aria-label=Direction]", "forward");
        page.sees("[data-step=s5]", "remove nothing");
        page.untilVolume(196_900.2960523 + 6 * 22 * 20 * 14);
        page.press("Turn direction");
        page.untilVolume(196_900.2960523);
        page.find(".workline").click();
        page.keys(Keys.ARROW_UP, Keys.ARROW_UP);
        page.sees(".vtop", "built to step");
        page.until(d -> page.all(".below .step").size() == 2);
        page.keys("Delete");
    }

    /** What a round of radius r along a rim of radius R takes off a cylinder: the corner less its quarter circle, turned. */
    private static double rim(double radius, double r) {
        double fromCorner = r * (10 - 3 * Math.PI) / (12 - 3 * Math.PI);
        return 2 * Math.PI * (radius - fromCorner) * r * r * (1 - Math.PI / 4);
    }

    @Test
    void turnedRoundedAndChangedLate() {
        newPart("Counterweight");
        box("30", "20");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.find("[data-testid=steps] [data-status=built]");
        page.keys("2", "w");
        page.sees("[data-testid=live]", "volume");
        page.press("Apply");
        double drum = Math.PI * 900 * 20;
        page.untilVolume(drum);

        // the near rim, rounded; the radius typed before it is kept, then changed in the sheet
        page.keys("4", "q");
        page.click(page.at(0, 0, 30));
        page.sees(".work", "1 edge");
        retype("[data-testid=size]", "3");
        page.sees("[data-testid=live]", "volume −");
        page.keys(Keys.ENTER);
        page.untilVolume(drum - rim(30, 3));
        page.press("Size: 3 mm");
        page.keys("5", Keys.ENTER);
        page.untilVolume(drum - rim(30, 5));

        // what doesn't fit says so and keeps the solid before it
        page.press("Size: 5 mm");
        page.keys("25", Keys.ENTER);
        page.sees("[data-status=failed] .why", "mm works here");
        page.untilVolume(drum);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(drum - rim(30, 5));

        // part of the turn only: the round follows
        page.choose(".steps [aria-label='How far round']", "by");
        page.untilVolume((drum - rim(30, 5)) / 4);
    }

    @Test
    void aBlockWithoutASketchIsBoredWalledAndSplit() {
        newPart("Clamp");
        page.keys(Keys.ESCAPE, Keys.ENTER);
        page.keys("2", "t");
        page.sees("[data-testid=live]", "volume +24");
        page.keys(Keys.ENTER);
        double block = 40 * 30 * 20;
        page.untilVolume(block);

        // a cylinder placed by a click on the top face, then taken away
        page.keys(Keys.HOME, "t");
        page.choose(".work [aria-label=Shape]", "a cylinder");
        page.click(page.at(6, 4, 20));
        page.sees(".work", "a face");
        page.find("[data-testid=diameter]").click();
        page.chord(Keys.CONTROL, "a");
        page.keys("10");
        page.choose(".work [aria-label='Which side']", "hanging under");
        page.choose(".work [aria-label='What becomes of it']", "removed");
        page.press("Apply");
        double bored = block - Math.PI * 25 * 20;
        page.untilVolume(bored);
        page.press("Diameter: 10 mm");
        page.keys("12", Keys.ENTER);
        page.untilVolume(block - Math.PI * 36 * 20);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(bored);

        // a hole for a screw: the size brings the diameter
        page.keys("5", "q");
        page.click(page.at(-8, -6, 20));
        page.sees(".work", "1 hole");
        page.choose(".work [aria-label=Screw]", "for M6");
        page.press("Apply");
        page.untilVolume(bored - Math.PI * 3.3 * 3.3 * 20);
        page.sees("[data-testid=steps]", "for M6 with normal clearance");

        // the hole again beside it
        page.keys("6", "q");
        page.sees(".work", "Hole 1");
        page.chord(Keys.CONTROL, "a");
        page.keys("2", Keys.ENTER);
        page.untilVolume(bored - 2 * Math.PI * 3.3 * 3.3 * 20);
        page.sees("[data-testid=steps]", "2 in all");
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(bored - Math.PI * 3.3 * 3.3 * 20);
        page.chord(Keys.CONTROL, "z");
        page.untilVolume(bored);

        // cut apart along a plane: the same volume, two bodies
        page.keys("2", "a");
        page.choose(".work [aria-label='Plane or face']", "the side plane");
        page.sees("[data-testid=live]", "2 bodies");
        page.keys(Keys.ENTER);
        page.sees("[data-testid=steps]", "Split the bodies along");
        page.untilVolume(bored);

        // a wall along a sketched outline, two distances from its plane
        page.keys("1", "q");
        page.find("[data-testid=sketch-layer]");
        page.keys("w");
        page.click(page.at(-12.3, -9.4, 0));
        page.move(page.at(6, 8, 0));
        page.keys("20", Keys.TAB, "16", Keys.ENTER);
        page.sees("[data-testid=foot]", "1 closed region");
        page.keys(Keys.ESCAPE, Keys.ENTER, "2", "q");
        page.choose(".work [aria-label='Solid or wall']", "as a wall inside its lines");
        page.choose(".work [aria-label=Direction]", "and the other way by");
        page.choose(".work [aria-label='What becomes of it']", "as a new body");
        page.press("Apply");
        page.untilVolume(bored + (20 * 16 - 16 * 12) * 15);
    }
}
