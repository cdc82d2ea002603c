import { describe, expect, test } from "vitest";
import type { Vec2 } from "../api/types";
import { Draft } from "./draft";
import { Model } from "./model";
import { ArcTool, CentreArcTool } from "./tools/arc";
import { CentreBoxTool, SlantBoxTool } from "./tools/box";
import { bent, bentTo } from "./tools/tangent";

const free = (x: number, y: number) => ({ at: [x, y] as Vec2, offer: "" });
const d = { model: new Model({ entities: [], constraints: [] }), unit: "mm" as const };
const kinds = (draft: Draft) => draft.constraints.map((c) => c.kind);
const lines = (draft: Draft) => draft.entities.filter((e) => e.kind === "line");

describe("boxes", () => {
  test("about its centre: a diagonal whose middle is held", () => {
    const t = new CentreBoxTool();
    t.click(free(0, 0), d);
    const draft = t.click(free(20, 15), d)!;
    expect(lines(draft).filter((l) => l.kind === "line" && !l.construction)).toHaveLength(4);
    expect(kinds(draft)).toContain("midpoint");
  });
  test("askew: square corners, no side level", () => {
    const t = new SlantBoxTool();
    t.click(free(0, 0), d);
    t.click(free(20, 10), d);
    const draft = t.click(free(15, 20), d)!;
    expect(lines(draft)).toHaveLength(4);
    expect(kinds(draft)).not.toContain("horizontal");
  });
});

describe("arcs", () => {
  test("by ends and a point, and about a centre", () => {
    for (const t of [new ArcTool(), new CentreArcTool()]) {
      t.click(free(0, 0), d);
      t.click(free(20, 0), d);
      const draft = t.click(free(10, 8), d)!;
      expect(draft.entities.filter((e) => e.kind === "arc")).toHaveLength(1);
    }
  });
  test("bent off tangent: a quarter turn has its centre beside its start", () => {
    const a = bent([0, 0], [1, 0], [10, 10])!;
    expect(a.centre).toEqual([0, 10]);
    expect(a.left).toBe(true);
    expect(a.large).toBe(false);
    expect(bent([0, 0], [1, 0], [10, 0])).toBeNull();
    const [x, y] = bentTo([0, 0], [1, 0], 5, [20, 20]);
    expect(Math.hypot(x, y - 5)).toBeCloseTo(5, 9);
  });
});
