import { expect, test } from "vitest";
import { blendCommand } from "./blending";
import type { BlendDraft } from "./drafts";

const face = (key: string) => ({ face: key, point: [0, 0, 0], normal: [0, 0, 1] });

const full = (against: BlendDraft["against"]) =>
  blendCommand({
    step: "s2",
    size: "2",
    second: null,
    angle: null,
    full: true,
    faces: [face("s1.end(r1)")],
    also: [],
    places: [],
    against,
  } as unknown as BlendDraft)?.step as Record<string, unknown>;

test("a full round keeps the sides that it was told, and has none of its own accord", () => {
  const sides = [face("s1.side(c1)"), face("s1.side(c3)")] as BlendDraft["against"];
  expect(full(sides)).toMatchObject({ full: true, against: sides, edges: [] });
  expect(full([])).not.toHaveProperty("against");
  expect(full(null)).not.toHaveProperty("against");
});
