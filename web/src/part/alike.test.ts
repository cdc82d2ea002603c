import { expect, test } from "vitest";
import type { PartView, Region } from "../api/types";
import { alike } from "./forming";

const region = (id: string, kin?: string): Region => ({
  boundary: [`+${id}`],
  inside: [0, 0],
  area: 1,
  path: "",
  kin,
});

test("what a repeat has like the last pick is offered, but for what is picked already", () => {
  const regions = [
    region("c1", "tooth"),
    region("c2", "tooth"),
    region("c3", "gap"),
    region("c4", "tooth"),
    region("c5"),
  ];
  const view = { sketches: { s1: { regions, lines: [] } } } as unknown as PartView;
  const ref = (i: number) => ({ id: "", boundary: regions[i].boundary, inside: regions[i].inside });
  expect(alike(view, "s1", [ref(0)]).map((r) => r.boundary[0])).toEqual(["+c2", "+c4"]);
  expect(alike(view, "s1", [ref(1), ref(0)]).map((r) => r.boundary[0])).toEqual(["+c4"]);
  expect(alike(view, "s1", [ref(4)])).toEqual([]);
  expect(alike(view, null, [ref(0)])).toEqual([]);
});
