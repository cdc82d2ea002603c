import { BufferAttribute, BufferGeometry, type Mesh, Vector3 } from "three";
import { MeshBVH } from "three-mesh-bvh";
import { beforeEach, describe, expect, it } from "vitest";
import type { DrawnShape } from "../api/replies";
import type { BodyView } from "../api/types";
import { Look } from "./camera";
import { Picking, type ReadyBody } from "./picking";

/** Square plates of 20 by 20 mm about the z axis, at heights, each with one edge at its front. */
function plates(...heights: number[]) {
  const shapes = new Map<string, DrawnShape>();
  const bodies = heights.map((z, i): ReadyBody => {
    const positions = new Float32Array([-10, -10, z, 10, -10, z, 10, 10, z, -10, 10, z]);
    shapes.set(`face${i}`, { positions } as unknown as DrawnShape);
    shapes.set(`edge${i}`, { line: new Float32Array([-10, -10, z, 10, -10, z]) } as unknown as DrawnShape);
    const g = new BufferGeometry();
    g.setAttribute("position", new BufferAttribute(positions, 3));
    g.setIndex([0, 1, 2, 0, 2, 3]);
    const view = {
      id: `b${i}`,
      faces: [{ key: "f", shape: `face${i}` }],
      edges: [{ key: "e", shape: `edge${i}` }],
      vertices: [{ key: "v", point: [10, -10, z] }],
    } as unknown as BodyView;
    return {
      id: `b${i}`,
      mesh: null as unknown as Mesh,
      bvh: new MeshBVH(g, { indirect: true }),
      faceOfTriangle: new Uint16Array([0, 0]),
      view,
    };
  });
  return new Picking(
    look,
    () => bodies,
    (key) => shapes.get(key)!,
  );
}

let look: Look;
const at = (x: number, y: number, z: number): [number, number] => {
  const [u, v] = [look.width / 2 + look.scale * x, look.height / 2 - look.scale * y];
  expect(z).toBeDefined();
  return [u, v];
};

beforeEach(() => {
  look = new Look();
  look.face([0, 0, 1], [0, 1, 0]);
  Object.assign(look, { width: 400, height: 300, scale: 5 });
});

const names = (all: { pick: { kind: string; body: string }; hidden?: boolean }[]) =>
  all.map((a) => `${a.pick.kind} of ${a.pick.body}${a.hidden ? ", hidden" : ""}`);

describe("what lies under the pointer", () => {
  it("is told from the eye on, what is behind as hidden, the small before the large", () => {
    const p = plates(0, 30);
    expect(names(p.allAt(...at(0, 0, 0)))).toEqual(["face of b1", "face of b0, hidden"]);
    expect(names(p.allAt(...at(10, -10, 0)).slice(0, 3)).map((n) => n.slice(0, 6))).toEqual([
      "vertex",
      "edge o",
      "face o",
    ]);
  });

  it("is only what a field takes", () => {
    const p = plates(0, 30);
    expect(names(p.allAt(...at(0, -10, 0), new Set(["edge"])))).toEqual(["edge of b1", "edge of b0, hidden"]);
    // near an edge a field for faces gets the face
    expect(p.at(...at(0, -9.6, 0), new Set(["face"]))).toMatchObject({ kind: "face", body: "b1" });
    expect(p.at(...at(0, -9.6, 0))).toMatchObject({ kind: "edge", body: "b1" });
  });
});

describe("a box", () => {
  const [x0, y0] = [60, 20];

  it("takes what is wholly inside, drawn to the right; what it touches, to the left", () => {
    const p = plates(0);
    expect(p.box(x0, y0, 390, 290, new Set(["face"]))).toMatchObject([{ kind: "face", body: "b0" }]);
    expect(p.box(x0, y0, 200, 290, new Set(["face"]))).toEqual([]);
    expect(p.box(200, 290, x0, y0, new Set(["face"]))).toMatchObject([{ kind: "face", body: "b0" }]);
  });

  it("takes edges where a field takes them, and faces else", () => {
    const p = plates(0);
    expect(p.box(x0, y0, 390, 290, new Set(["face", "edge"]))).toMatchObject([{ kind: "edge" }]);
    expect(p.box(x0, y0, 390, 290, new Set(["face"]))).toMatchObject([{ kind: "face" }]);
    expect(p.box(x0, y0, 390, 290, new Set(["vertex"]))).toEqual([]);
  });

  it("nothing is picked through a thin wall, near though it is", () => {
    const p = plates(0, 2);
    // the lower plate's edge lies just under the upper one's, seen a little from above
    look.face([0, 0.2, 1], [0, 1, 0]);
    const [x, y] = look.toScreen(new Vector3(0, -10, 0));
    expect(p.at(x, y, new Set(["edge"]))?.body).not.toBe("b0");
  });
});
