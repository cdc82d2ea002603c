import { describe, expect, test } from "vitest";
import type { Entity, SketchStep } from "../api/types";
import { dimensionsFor, fitting } from "./holds";
import { measured } from "./dimensions";
import { Model } from "./model";
import { snap } from "./snap";
import { ArcTool, throughThree } from "./tools/arc";
import { BoxTool } from "./tools/box";
import { LineTool } from "./tools/line";

const entities: Entity[] = [
  { kind: "point", id: "p1", x: 0, y: 0 },
  { kind: "point", id: "p2", x: 40, y: 0 },
  { kind: "point", id: "p3", x: 40, y: 30 },
  { kind: "line", id: "c1", start: "p1", end: "p2" },
  { kind: "line", id: "c2", start: "p2", end: "p3" },
  { kind: "point", id: "p4", x: 10, y: 20 },
  { kind: "circle", id: "c3", centre: "p4", radius: 5 },
];
const model = new Model({ entities, constraints: [] } as Pick<SketchStep, "entities" | "constraints">);
const free = (x: number, y: number) => ({ at: [x, y] as [number, number], offer: "" });

describe("snapping", () => {
  test("an end comes before a curve, a middle before a curve", () => {
    expect(snap(model, [39.5, 0.5], 0.1).point).toBe("p2");
    expect(snap(model, [20.3, 0.2], 0.1).mid).toBe("c1");
    expect(snap(model, [30, 0.3], 0.1)).toMatchObject({ on: "c1", at: [30, 0] });
  });
  test("level and plumb from where the line began", () => {
    expect(snap(model, [70, 50.4], 0.1, [50, 50])).toMatchObject({
      level: true,
      at: [70, 50],
      offer: "horizontal",
    });
    expect(snap(model, [50.3, 80], 0.1, [50, 50])).toMatchObject({ plumb: true, at: [50, 80] });
  });
  test("the rim of a circle and the axes", () => {
    expect(snap(model, [15.2, 20], 0.1).on).toBe("c3");
    expect(snap(model, [-20, 0.3], 0.1).on).toBe("x-axis");
    expect(snap(model, [-20, 12], 0.1).offer).toBe("");
  });
});

describe("tools", () => {
  const d = { model, unit: "mm" as const };
  test("a line takes the point it snaps to and what was offered", () => {
    const t = new LineTool();
    expect(t.click({ at: [40, 30], offer: "end point", point: "p3" }, d)).toBeNull();
    const draft = t.click({ at: [90, 30], offer: "horizontal", level: true }, d)!;
    expect(draft.entities).toHaveLength(2);
    expect(draft.entities[1]).toMatchObject({ id: "c4", start: "p3", end: "p5" });
    expect(draft.constraints[0]).toMatchObject({ kind: "horizontal", on: ["c4"] });
    expect(t.back()).toBe(true);
    expect(t.back()).toBe(false);
  });
  test("typed sizes become dimensions", () => {
    const t = new BoxTool();
    t.click(free(50, 0), d);
    t.fields[0].text = "12";
    t.fields[1].text = "1 in";
    const draft = t.click(free(60, 9), d)!;
    expect(draft.constraints.filter((c) => c.value !== undefined).map((c) => c.value)).toEqual([
      "12",
      "1 in",
    ]);
    expect(draft.entities[2]).toMatchObject({ x: 62, y: 25.4 });
  });
  test("an arc runs counter-clockwise through the third point", () => {
    const t = new ArcTool();
    t.click(free(50, 0), d);
    t.click(free(60, 0), d);
    const below = t.click(free(55, -5), d)!;
    const arc = below.entities.find((e) => e.kind === "arc")!;
    const ends = below.entities.filter((e) => e.kind === "point");
    expect(ends.find((p) => p.id === arc.start)).toMatchObject({ x: 50 });
    expect(throughThree([0, 0], [1, 0], [2, 0])).toBeNull();
  });
});

describe("constraints and dimensions", () => {
  test("fit only what they hold for", () => {
    expect(fitting(model, "tangent", ["c3", "c1"])).toEqual(["c1", "c3"]);
    expect(fitting(model, "tangent", ["c1", "c2"])).toBeNull();
    expect(fitting(model, "midpoint", ["c1", "p4"])).toEqual(["p4", "c1"]);
    expect(dimensionsFor(model, ["c1", "c2"])).toEqual(["angle"]);
    expect(dimensionsFor(model, ["p1", "p3"])[0]).toBe("distance");
  });
  test("measure what they say", () => {
    expect(measured(model, "distance", ["p4", "c1"])).toBeCloseTo(20);
    expect(measured(model, "angle", ["c1", "c2"])).toBeCloseTo(Math.PI / 2);
    expect(measured(model, "diameter", ["c3"])).toBe(10);
  });
});
