import { expect, it } from "vitest";
import { leanBands, mapBy, surfaces, useMap, wallBands } from "./maps";

it("ends its bands at the limits, in the part's unit, and marks what is wrong", () => {
  const mm = wallBands({ least_wall_mm: 1.2, most_wall_mm: 4 }, "mm");
  expect(mm.map((b) => b.said)).toEqual([
    "under 1.2",
    "1.2 to 1.9",
    "1.9 to 2.6",
    "2.6 to 3.3",
    "3.3 to 4",
    "over 4",
  ]);
  expect(mm.map((b) => b.mark)).toEqual(["dots", "plain", "plain", "plain", "plain", "cross"]);
  expect(wallBands({ least_wall_mm: 2.54 }, "in")[0].said).toBe("under 0.1");
  expect(leanBands({ draft_deg: 2 }).map((b) => [b.upTo > 0, b.mark])).toEqual([
    [false, "plain"],
    [true, "dots"],
    [true, "plain"],
  ]);
});

it("reads what is packed, and tells a blank from a number", () => {
  const pack = (a: Float32Array | Uint32Array) => btoa(String.fromCharCode(...new Uint8Array(a.buffer)));
  const [s] = surfaces({
    unseen: 0,
    limits: {},
    maps: [
      {
        positions: pack(new Float32Array([1, 2, 3])),
        normals: pack(new Float32Array([0, 0, 1])),
        values: pack(new Float32Array([NaN])),
        triangles: pack(new Uint32Array([0, 0, 0])),
      },
    ],
  });
  expect([...s.positions, ...s.triangles]).toEqual([1, 2, 3, 0, 0, 0]);
  expect(s.values![0]).toBeNaN();
});

it("is put away by what called it", () => {
  mapBy("wall");
  expect(useMap.getState().by).toBe("wall");
  mapBy("lean");
  expect(useMap.getState().by).toBe("lean");
  mapBy("lean");
  expect(useMap.getState().by).toBeNull();
});
