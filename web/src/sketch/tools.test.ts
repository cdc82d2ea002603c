import { describe, expect, test } from "vitest";
import type { Constraint, Vec2 } from "../api/types";
import { layOut, valueText } from "./dimensions";
import { Draft } from "./draft";
import { Model } from "./model";
import { CircleTool } from "./tools/circle";
import { PolygonTool } from "./tools/polygon";
import { SlotTool } from "./tools/slot";

const empty = () => new Model({ entities: [], constraints: [] });
const free = (x: number, y: number) => ({ at: [x, y] as Vec2, offer: "" });
const d = { model: empty(), unit: "mm" as const };
const kinds = (draft: Draft) => draft.constraints.map((c) => c.kind);

describe("slot", () => {
  test("two centres and a width give four tangent curves", () => {
    const t = new SlotTool();
    t.click(free(0, 0), d);
    t.click({ ...free(20, 0), level: true }, d);
    const draft = t.click(free(10, 4), d)!;
    expect(draft.entities.filter((e) => e.kind === "arc")).toHaveLength(2);
    expect(kinds(draft).filter((k) => k === "tangent")).toHaveLength(4);
    expect(kinds(draft)).toContain("horizontal");
    expect(kinds(draft)).not.toContain("distance");
  });
  test("typed length and width become dimensions", () => {
    const t = new SlotTool();
    t.click(free(0, 0), d);
    t.fields[0].text = "30";
    t.click(free(1, 0), d);
    expect(t.fields[0]).toMatchObject({ label: "width", text: "" });
    t.fields[0].text = "8";
    const draft = t.click(free(5, 1), d)!;
    expect(draft.constraints.filter((c) => c.kind === "distance").map((c) => c.value)).toEqual(["30", "8"]);
    expect(draft.entities.find((e) => e.kind === "point" && e.id === "p2")).toMatchObject({ x: 30, y: 0 });
  });
  test("Esc goes back to the start, then out", () => {
    const t = new SlotTool();
    t.click(free(0, 0), d);
    t.click(free(9, 0), d);
    expect(t.back()).toBe(true);
    expect(t.hint()).toContain("one end");
    expect(t.back()).toBe(false);
  });
});

test("a polygon has equal sides on a construction circle", () => {
  const t = new PolygonTool();
  t.click(free(0, 0), d);
  t.fields[1].text = "5";
  const draft = t.click(free(10, 0), d)!;
  expect(draft.entities.filter((e) => e.kind === "line")).toHaveLength(5);
  expect(draft.entities.find((e) => e.kind === "circle")).toMatchObject({ construction: true, radius: 10 });
  expect(kinds(draft).filter((k) => k === "equal")).toHaveLength(4);
});

test("a circle through a point keeps to it unless its size is typed", () => {
  const through = { ...free(6, 0), point: "p9" };
  const model = new Model({ entities: [{ kind: "point", id: "p9", x: 6, y: 0 }], constraints: [] });
  const t = new CircleTool();
  t.click(free(0, 0), { model, unit: "mm" });
  expect(kinds(t.click(through, { model, unit: "mm" })!)).toEqual(["on-curve"]);
  t.click(free(0, 0), { model, unit: "mm" });
  t.fields[0].text = "3";
  expect(kinds(t.click(through, { model, unit: "mm" })!)).toEqual(["diameter"]);
});

test("fresh names never repeat", () => {
  const constraints: Constraint[] = [{ kind: "horizontal", id: "k12", on: ["c4"] }];
  const model = new Model({
    entities: [
      { kind: "point", id: "p3", x: 0, y: 0 },
      { kind: "point", id: "p7", x: 1, y: 0 },
      { kind: "line", id: "c4", start: "p3", end: "p7" },
    ],
    constraints,
  });
  const draft = new Draft(model);
  expect(draft.line(draft.point([0, 0]), draft.point([1, 1]))).toBe("c5");
  draft.hold("vertical", "c5");
  expect(draft.entities.map((e) => e.id)).toEqual(["p8", "p9", "c5"]);
  expect(draft.constraints[0].id).toBe("k13");
});

describe("dimensions", () => {
  const model = new Model({
    entities: [
      { kind: "point", id: "p1", x: 0, y: 0 },
      { kind: "point", id: "p2", x: 100, y: 0 },
      { kind: "line", id: "c1", start: "p1", end: "p2" },
      { kind: "circle", id: "c2", centre: "p1", radius: 5 },
    ],
    constraints: [],
  });
  const same = (p: Vec2): Vec2 => p;
  test("stand away from the middle of the sketch, further out in later rows", () => {
    const near = layOut(model, "distance", ["c1"], same, [50, 40], 0)!;
    const far = layOut(model, "distance", ["c1"], same, [50, 40], 2)!;
    expect(near.label).toEqual([50, -26]);
    expect(far.label[1]).toBeLessThan(near.label[1]);
    expect(layOut(model, "distance", ["c1"], same, [50, -40], 0)!.label[1]).toBe(26);
  });
  test("are told with their sign", () => {
    expect(valueText({ kind: "diameter", id: "k", on: ["c2"], value: 10 }, "mm")).toBe("Ø 10");
    expect(valueText({ kind: "radius", id: "k", on: ["c2"], value: 12.7 }, "in")).toBe("R 0.5");
    expect(valueText({ kind: "angle", id: "k", on: [], value: Math.PI / 4 }, "mm")).toBe("45°");
  });
});
