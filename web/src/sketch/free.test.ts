import { describe, expect, it } from "vitest";
import type { Entity, Vec2 } from "../api/types";
import { nearestOf, oval, ovalPath, pieces, samples, splinePath, stretch } from "./free";
import { dist, Model } from "./model";
import { EllipseTool } from "./tools/ellipse";
import { SplineTool } from "./tools/spline";

const at = (x: number, y: number) => ({ at: [x, y] as Vec2, offer: "" });

describe("smooth curves through points", () => {
  const p: Vec2[] = [
    [0, 0],
    [10, 4],
    [18, -2],
    [30, 0],
  ];

  it("pass through every point without a jump of slope or bend", () => {
    const all = pieces(p, false);
    expect(all).toHaveLength(3);
    all.forEach((q, i) => {
      expect(q[0]).toEqual(p[i]);
      expect(q[3]).toEqual(p[i + 1]);
    });
    const h = p.slice(1).map((b, i) => Math.sqrt(dist(p[i], b)));
    for (let i = 0; i + 1 < all.length; i++) {
      for (const k of [0, 1]) {
        const [a, b] = [all[i], all[i + 1]];
        expect((3 * (a[3][k] - a[2][k])) / h[i]).toBeCloseTo((3 * (b[1][k] - b[0][k])) / h[i + 1], 9);
        const left = (6 * (a[3][k] - 2 * a[2][k] + a[1][k])) / h[i] ** 2;
        const right = (6 * (b[2][k] - 2 * b[1][k] + b[0][k])) / h[i + 1] ** 2;
        expect(left).toBeCloseTo(right, 9);
      }
    }
  });

  it("close on themselves, near the circle their points lie on", () => {
    const ring = Array.from({ length: 12 }, (_, i): Vec2 => {
      const t = (Math.PI * i) / 6;
      return [10 * Math.cos(t), 10 * Math.sin(t)];
    });
    expect(pieces(ring, true)).toHaveLength(12);
    for (const [a, b, c, d] of pieces(ring, true)) {
      const mid: Vec2 = [0, 1].map((k) => (a[k] + 3 * b[k] + 3 * c[k] + d[k]) / 8) as Vec2;
      expect(Math.hypot(...mid)).toBeCloseTo(10, 2);
    }
    expect(splinePath(ring, true)).toMatch(/^M10 0C/);
    expect(splinePath([[1, 1]], false)).toBe("");
  });
});

describe("a stretch of a spline", () => {
  const ring: Vec2[] = Array.from({ length: 7 }, (_, i) => {
    const t = (2 * Math.PI * i) / 7;
    return [(10 + i) * Math.cos(t), (12 - i) * Math.sin(t)];
  });

  it("lies where the whole lies, and makes it up with what is left, open or closed", () => {
    for (const closed of [false, true]) {
      const all = pieces(ring, closed);
      const [a, b] = [all[1][0], all[4][0]];
      const half = (q: (typeof all)[0]): Vec2 =>
        [0, 1].map((k) => (q[0][k] + 3 * q[1][k] + 3 * q[2][k] + q[3][k]) / 8) as Vec2;
      const cut = half(all[2]);
      const inner = stretch(all, closed, cut, b);
      expect(inner).toHaveLength(2);
      expect(dist(inner[0][0], cut)).toBeLessThan(1e-6);
      expect(dist(inner[0][3], all[2][3])).toBeLessThan(1e-9);
      expect(inner[1]).toEqual(all[3]);
      const round = stretch(all, closed, b, a);
      // over its beginning when it closes, else the way between the two
      expect(round).toHaveLength(closed ? 4 : 3);
    }
  });
});

describe("ellipses", () => {
  it("take what lies square to the first half axis as the second", () => {
    const { u, v } = oval([1, 1], [5, 1], [3, 4]);
    expect(u).toEqual([4, 0]);
    expect(v[0]).toBeCloseTo(0);
    expect(v[1]).toBeCloseTo(3);
    expect(ovalPath([1, 1], [5, 1], [3, 4])).toMatch(/^M5 1A4 3 0 0 1 -3 1A/);
  });

  it("are found where they run", () => {
    const entities: Entity[] = [
      { kind: "point", id: "p1", x: 0, y: 0 },
      { kind: "point", id: "p2", x: 8, y: 0 },
      { kind: "point", id: "p3", x: 0, y: 5 },
      { kind: "ellipse", id: "c1", centre: "p1", a: "p2", b: "p3" },
    ];
    const model = new Model({ entities, constraints: [] });
    const line = samples(model, model.curves()[0] as never);
    expect(nearestOf(line, [0, 6]).away).toBeCloseTo(1, 1);
    expect(nearestOf(line, [0, 0]).away).toBeCloseTo(5, 1);
    expect(model.bounds()![1][0]).toBeCloseTo(8);
  });
});

describe("drawing them", () => {
  const d = { model: new Model({ entities: [], constraints: [] }), unit: "mm" as const };

  it("an ellipse by three clicks, its half axes typed when wanted", () => {
    const tool = new EllipseTool();
    expect(tool.click(at(0, 0), d)).toBeNull();
    tool.fields[0].text = "8";
    expect(tool.click(at(3, 0), d)).toBeNull();
    const draft = tool.click(at(1, 5), d)!;
    expect(draft.entities.map((e) => e.kind)).toEqual(["point", "point", "point", "ellipse"]);
    expect(draft.entities[1]).toMatchObject({ x: 8, y: 0 });
    expect(draft.entities[2]).toMatchObject({ x: 0, y: 5 });
    expect(draft.constraints).toMatchObject([{ kind: "distance", value: "8" }]);
    expect(tool.back()).toBe(false);
  });

  it("a spline until its last point is clicked again, or its first", () => {
    const tool = new SplineTool();
    [at(0, 0), at(5, 5), at(10, 0)].forEach((s) => expect(tool.click(s, d)).toBeNull());
    expect(tool.click(at(10, 0), d)!.entities.at(-1)).toMatchObject({ kind: "spline", closed: false });
    [at(0, 0), at(5, 5), at(10, 0)].forEach((s) => tool.click(s, d));
    expect(tool.click(at(0, 0), d)!.entities.at(-1)).toMatchObject({ kind: "spline", closed: true });
    tool.click(at(0, 0), d);
    expect(tool.finish(d)).toBeNull();
    expect(tool.back()).toBe(true);
    expect(tool.back()).toBe(false);
  });
});
