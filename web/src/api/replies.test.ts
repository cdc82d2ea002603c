import { expect, test } from "vitest";
import { type DrawnShape, drawn, opened, patched, type Reply } from "./replies";
import type { PartView } from "./types";

const text = (numbers: Float32Array | Int32Array | Uint32Array) =>
  btoa(String.fromCharCode(...new Uint8Array(numbers.buffer)));
const floats = (...v: number[]) => text(new Float32Array(v));
const ints = (...v: number[]) => text(new Int32Array(v));

test("what is changed is put in, what isn't stays the same object", () => {
  const old = { a: 1, b: [{ key: "x", n: 1 }, { key: "y" }, { key: "z" }], c: { d: 2 }, t: "abcdef", g: 0 };
  const now = patched(old, {
    o: {
      a: { v: 5 },
      b: {
        a: [
          [0, { o: { n: { v: 7 } } }],
          [1, 1, [{ key: "p" }, { key: "q" }]],
        ],
      },
      t: { s: [1, 2, "--"] },
      e: { v: [1] },
    },
    x: ["g"],
  }) as typeof old & { e: number[] };
  expect(now).toEqual({
    a: 5,
    b: [{ key: "x", n: 7 }, { key: "p" }, { key: "q" }, { key: "z" }],
    c: { d: 2 },
    t: "a--ef",
    e: [1],
  });
  expect(now.c).toBe(old.c);
  expect(now.b[3]).toBe(old.b[2]);
  expect(patched([1, 2], { a: [[2, 0, [3]]] })).toEqual([1, 2, 3]);
});

const square: DrawnShape = {
  positions: new Float32Array([0, 0, 0, 1, 0, 0, 1, 1, 0, 0, 1, 0]),
  normals: new Float32Array([0, 0, 1, 0, 0, 1, 0, 0, 1, 0, 0, 1]),
  triangles: new Uint32Array([0, 1, 2, 0, 2, 3]),
  line: new Float32Array(),
};

test("a face told by another one is put together", () => {
  const told = {
    from: "f1",
    pointRuns: ints(0, 2, -1, 1, 2, 2),
    triangleRuns: ints(-1, 1, 1, 1),
    positions: floats(2, 0.5, 0),
    normals: floats(0, 1, 0),
    triangles: ints(1, 2, 3),
  };
  const face = drawn(told, new Map([["f1", square]]));
  expect([...face.positions]).toEqual([0, 0, 0, 1, 0, 0, 2, 0.5, 0, 1, 1, 0, 0, 1, 0]);
  expect([...face.normals.slice(6, 9)]).toEqual([0, 1, 0]);
  expect([...face.triangles]).toEqual([1, 2, 3, 0, 3, 4]);
});

test("a reply that builds on what isn't at hand is not opened", () => {
  const face = { key: "a", shape: "f1" };
  const view = { token: "t1", id: 1, name: "Peg", bodies: [{ id: "b", faces: [face], edges: [] }] };
  const shapes = new Map([["f1", square]]);
  const reply: Reply = { token: "t2", of: "t1", patch: { o: { name: { v: "Pin" } } }, shapes: {} };
  const at = view as unknown as PartView;
  expect(opened(reply, [null, at], shapes)).toMatchObject({ token: "t2", name: "Pin" });
  expect(opened(reply, [null], shapes)).toBeNull();
  expect(opened(reply, [at], new Map())).toBeNull();
  const broken: Reply = { ...reply, shapes: { f2: { from: "f9" } } };
  expect(opened(broken, [at], shapes)).toBeNull();
});
