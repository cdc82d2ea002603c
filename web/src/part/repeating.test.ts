import { describe, expect, test } from "vitest";
import { repeatCommand } from "./repeating";
import type { RepeatDraft } from "./store";

const form: RepeatDraft = {
  step: null,
  steps: ["s4"],
  bodies: [],
  faces: [],
  byFaces: false,
  layout: "row",
  axis: "x",
  aim: "what",
  count: "3",
  spacing: "15",
  overall: false,
  second: null,
  full: true,
  angle: "30",
  path: null,
  even: true,
  turning: true,
  plane: "side",
  flipped: false,
  skip: "2, 3",
};

const step = (f: Partial<RepeatDraft>) => repeatCommand({ ...form, ...f })?.step as Record<string, unknown>;

describe("repeat", () => {
  test("a grid sends both directions, a mirror only its plane", () => {
    const grid = step({ second: { axis: "y", count: "2", spacing: "20", flipped: true } });
    expect(grid).toMatchObject({
      layout: "row",
      count: 3,
      count2: 2,
      axis2: "y",
      flipped2: true,
      skip: [2, 3],
    });
    expect(step({ layout: "mirror" })).not.toHaveProperty("count");
  });
  test("nothing is sent while something is missing", () => {
    expect(repeatCommand({ ...form, count: "2.5" })).toBeNull();
    expect(repeatCommand({ ...form, steps: [] })).toBeNull();
    expect(repeatCommand({ ...form, layout: "path" })).toBeNull();
    expect(repeatCommand({ ...form, spacing: " " })).toBeNull();
  });
});
