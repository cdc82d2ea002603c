import { Vector3 } from "three";
import { describe, expect, test } from "vitest";
import { seenPlane } from "../sketch/plane";
import { Look, VIEWS } from "./camera";

function look(): Look {
  const l = new Look();
  l.width = 640;
  l.height = 480;
  return l;
}

describe("the look", () => {
  test("zooming keeps what is under the pointer", () => {
    const l = look();
    const before = l.fromScreen(100, 70);
    l.zoom(3, 100, 70);
    const after = l.fromScreen(100, 70);
    expect(after.distanceTo(before)).toBeLessThan(1e-9);
  });

  test("screen and space are inverse to one another", () => {
    const l = look();
    l.orbit(40, -25);
    const [x, y] = l.toScreen(l.fromScreen(321, 99));
    expect(x).toBeCloseTo(321);
    expect(y).toBeCloseTo(99);
  });

  test("turning sideways keeps the part upright", () => {
    const l = look();
    l.orbit(123, 0);
    l.orbit(-40, 0);
    const [ux] = l.toScreen(new Vector3(0, 0, 1));
    expect(ux).toBeCloseTo(320);
  });

  test("a box is brought wholly into the picture from every side", () => {
    for (const v of Object.values(VIEWS)) {
      const l = look();
      l.face(v.toEye, v.up);
      l.fit([-10, 5, 0], [70, 25, 8]);
      for (let i = 0; i < 8; i++) {
        const [x, y] = l.toScreen(new Vector3(i & 1 ? 70 : -10, i & 2 ? 25 : 5, i & 4 ? 8 : 0));
        expect(x).toBeGreaterThan(0);
        expect(x).toBeLessThan(640);
        expect(y).toBeGreaterThan(0);
        expect(y).toBeLessThan(480);
      }
    }
  });

  test("the standard views look along the axes", () => {
    const l = look();
    l.face(VIEWS.Front.toEye, VIEWS.Front.up);
    expect(l.right().x).toBeCloseTo(1);
    expect(l.up().z).toBeCloseTo(1);
    l.face(VIEWS.Top.toEye, VIEWS.Top.up);
    expect(l.up().y).toBeCloseTo(1);
  });
});

test("a sketch plane is seen and picked alike, also at a slant", () => {
  const l = look();
  const plane = seenPlane(l, { origin: [3, 4, 5], x: [0, 1, 0], y: [0, 0, 1] });
  const [u, v] = plane.fromPx(...plane.toPx([12, -7]));
  expect(u).toBeCloseTo(12);
  expect(v).toBeCloseTo(-7);
});
