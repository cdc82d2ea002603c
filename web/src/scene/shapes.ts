import { BufferAttribute, BufferGeometry } from "three";
import type { DrawnShape } from "../api/replies";
import type { BodyView } from "../api/types";

/** Whether two states of the part look alike, although they were told anew. */
export function sameShapes(a: BodyView[] | null, b: BodyView[] | null): boolean {
  if (!a || !b || a.length !== b.length) return false;
  const alike = (x: { key: string; shape: string }[], y: { key: string; shape: string }[]) =>
    x.length === y.length && x.every((v, i) => v.shape === y[i].shape && v.key === y[i].key);
  return a.every((x, i) => x.id === b[i].id && alike(x.faces, b[i].faces) && alike(x.edges, b[i].edges));
}

/** A body's faces as one geometry, and which face each triangle belongs to. */
export function solidOf(faces: DrawnShape[]): { geometry: BufferGeometry; faceOfTriangle: Uint32Array } {
  const points = faces.reduce((n, f) => n + f.positions.length / 3, 0);
  const corners = faces.reduce((n, f) => n + f.triangles.length, 0);
  const positions = new Float32Array(3 * points);
  const normals = new Float32Array(3 * points);
  const triangles = new Uint32Array(corners);
  const faceOfTriangle = new Uint32Array(corners / 3);
  let p = 0;
  let t = 0;
  faces.forEach((f, n) => {
    positions.set(f.positions, 3 * p);
    normals.set(f.normals, 3 * p);
    for (let i = 0; i < f.triangles.length; i++) triangles[t + i] = f.triangles[i] + p;
    faceOfTriangle.fill(n, t / 3, (t + f.triangles.length) / 3);
    p += f.positions.length / 3;
    t += f.triangles.length;
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new BufferAttribute(positions, 3));
  geometry.setAttribute("normal", new BufferAttribute(normals, 3));
  geometry.setIndex(new BufferAttribute(triangles, 1));
  geometry.computeBoundingSphere();
  return { geometry, faceOfTriangle };
}

/** Triangles, perhaps with a number at each point, which isn't one where nothing is known. */
export interface Surface {
  positions: Float32Array;
  normals: Float32Array;
  triangles: Uint32Array;
  values?: Float32Array;
}

export function geometryOf(s: Surface): BufferGeometry {
  const g = new BufferGeometry();
  g.setAttribute("position", new BufferAttribute(s.positions, 3));
  g.setAttribute("normal", new BufferAttribute(s.normals, 3));
  g.setIndex(new BufferAttribute(s.triangles, 1));
  if (s.values) g.setAttribute("value", new BufferAttribute(s.values, 1));
  return g;
}
