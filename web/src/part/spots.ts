import { Vector3 } from "three";
import { create } from "zustand";
import { api } from "../api/client";
import type { FaceSpots, Hit } from "../api/talk";
import type { Vec3 } from "../api/types";
import { useLookStore } from "../scene/useLook";
import { type Pick, usePart } from "./store";

/** Where a click on a flat face would be, with what that place is called. */
export interface Snap {
  face: Pick;
  at: Vector3;
  word: string;
  spot: FaceSpots["spots"][number] | null;
  /** Spots in whose row or column it is. */
  lines: Vector3[];
  spots: FaceSpots;
}

export const useSnap = create<{ snap: Snap | null }>(() => ({ snap: null }));

/** So near, in pixels, a spot is meant; and a spot's row or column. */
const NEAR = 11;
const IN_LINE = 5;

const known = new Map<string, FaceSpots | null>();

/** The spots of a face; null until they have come. */
function spotsOf(face: Pick, come: () => void): FaceSpots | null {
  const view = usePart.getState().view!;
  const key = `${view.token}/${face.body}/${face.key}`;
  if (!known.has(key)) {
    if (known.size > 200) known.clear();
    known.set(key, null);
    api.spots(view.id, view.revision, face.body, face.key).then(
      (s) => {
        known.set(key, s);
        come();
      },
      () => {}, // a face without spots, or one of a preview
    );
  }
  return known.get(key) ?? null;
}

let lastPlace: { face: Pick; place: [number, number]; free: boolean } | null = null;

/** Follows the pointer over a face. */
export function follow(face: Pick | null, place: [number, number], free: boolean): void {
  lastPlace = face && { face, place, free };
  const spots =
    face && spotsOf(face, () => lastPlace && follow(lastPlace.face, lastPlace.place, lastPlace.free));
  useSnap.setState({ snap: face && spots ? snapTo(face, spots, place, free) : null });
}

export function forget(): void {
  lastPlace = null;
  if (useSnap.getState().snap) useSnap.setState({ snap: null });
}

/** What a click there says beside the face and the ray. */
export function snapped(face: Pick, place: [number, number]): Partial<Hit> | null {
  const { snap } = useSnap.getState();
  if (!snap || snap.face.key !== face.key || snap.face.body !== face.body) return null;
  const { look } = useLookStore.getState();
  const [x, y] = look.toScreen(snap.at);
  if (Math.hypot(x - place[0], y - place[1]) > 3 * NEAR) return null;
  const point = snap.at.toArray() as Vec3;
  const kind = snap.spot?.kind ?? "point";
  return kind === "edge"
    ? { point, spot: kind, under: { what: "edge", of: face.body, key: snap.spot!.key, point } }
    : { point, spot: kind };
}

function snapTo(face: Pick, s: FaceSpots, place: [number, number], free: boolean): Snap | null {
  const { look } = useLookStore.getState();
  const [o, x, y] = [s.frame.origin, s.frame.x, s.frame.y].map((v) => new Vector3(...v));
  const z = x.clone().cross(y);
  const eye = look.toEye();
  if (Math.abs(eye.dot(z)) < 1e-6) return null;
  const p = look.fromScreen(...place);
  p.addScaledVector(eye, o.clone().sub(p).dot(z) / eye.dot(z));
  const flat = (v: Vector3): [number, number] => [v.clone().sub(o).dot(x), v.clone().sub(o).dot(y)];
  const solid = (a: number, b: number) => o.clone().addScaledVector(x, a).addScaledVector(y, b);
  let [a, b] = flat(p);
  if (free) return { face, at: p, word: "", spot: null, lines: [], spots: s };
  const near = s.spots
    .map((spot) => ({ spot, at: new Vector3(...spot.at) }))
    .map((q) => {
      const [sx, sy] = look.toScreen(q.at);
      return { ...q, d: Math.hypot(sx - place[0], sy - place[1]) };
    })
    .sort((q, r) => q.d - r.d);
  if (near[0] && near[0].d < NEAR)
    return { face, at: near[0].at, word: near[0].spot.word, spot: near[0].spot, lines: [], spots: s };
  // in a row or column with a spot, and on the grid else
  const lines: Vector3[] = [];
  const grid = (v: number) => Math.round(v / s.grid) * s.grid;
  const inLine = (axis: 0 | 1, v: number) => {
    const hit = near.find((q) => Math.abs(flat(q.at)[axis] - v) * look.scale < IN_LINE);
    if (hit) lines.push(hit.at);
    return hit ? flat(hit.at)[axis] : grid(v);
  };
  [a, b] = [inLine(0, a), inLine(1, b)];
  return { face, at: solid(a, b), word: "", spot: null, lines, spots: s };
}

/** The two nearest straight sides that aren't alike in direction, each with the foot of a point on it, in mm. */
export function measured(snap: Snap): { foot: Vector3; mm: number }[] {
  const sides = snap.spots.sides
    .map(({ from, to }) => {
      const a = new Vector3(...from);
      const way = new Vector3(...to).sub(a);
      const t = snap.at.clone().sub(a).dot(way) / way.lengthSq();
      const foot = a.clone().addScaledVector(way, t);
      return { foot, way: way.normalize(), mm: foot.distanceTo(snap.at) };
    })
    .sort((p, q) => p.mm - q.mm);
  const other = sides.find((q) => Math.abs(q.way.dot(sides[0].way)) < 0.9);
  return sides.length > 0 ? [sides[0], ...(other ? [other] : [])] : [];
}
