import { Vector3 } from "three";
import { create } from "zustand";
import type { Vec3 } from "../api/types";
import type { Look } from "./camera";

/** What a place in space is held to while it is put or moved: a plane or an axis through where it was. */
export type Lock = "seen" | "xy" | "yz" | "zx" | "x" | "y" | "z";

const ORDER: Lock[] = ["seen", "xy", "yz", "zx", "x", "y", "z"];
const AXES = ["x", "y", "z"] as const;

export const useLock = create<{ lock: Lock }>(() => ({ lock: "seen" }));

export const nextLock = (): void =>
  useLock.setState(({ lock }) => ({ lock: ORDER[(ORDER.indexOf(lock) + 1) % ORDER.length] }));

/** The axes along which a place may go; by itself, those of the plane that is seen most squarely. */
export function free(look: Look, lock: Lock): boolean[] {
  if (lock !== "seen") return AXES.map((a) => lock.includes(a));
  const eye = look.toEye().toArray().map(Math.abs);
  const square = eye.indexOf(Math.max(...eye));
  return AXES.map((_, i) => i !== square);
}

/** What a lock is called. */
export function lockName(look: Look, lock: Lock): string {
  const along = AXES.filter((_, i) => free(look, lock)[i]);
  return along.length === 1 ? `along ${along[0]}` : `in ${along.join("")}`;
}

/** Steps that can be seen, in mm. */
export const gridAt = (scale: number): number => (scale > 16 ? 0.25 : scale > 8 ? 0.5 : scale > 2 ? 1 : 5);

/**
 * The place under a pixel that is held to a lock through another place, on the grid; null where the lock is seen from its edge.
 *
 * @param exact not on the grid
 */
export function heldPlace(
  look: Look,
  lock: Lock,
  through: Vec3,
  [x, y]: [number, number],
  exact = false,
): Vec3 | null {
  const along = free(look, lock);
  const [origin, eye] = [new Vector3(...through), look.toEye()];
  const under = look.fromScreen(x, y);
  const axes = AXES.flatMap((_, i) =>
    along[i] ? [new Vector3(...([0, 1, 2].map((k) => +(k === i)) as Vec3))] : [],
  );
  let at: Vector3;
  if (axes.length === 1) {
    const seen = axes[0].clone().addScaledVector(eye, -axes[0].dot(eye));
    if (seen.length() < 0.1) return null;
    const t = under.sub(origin).dot(seen) / seen.lengthSq();
    at = origin.clone().addScaledVector(axes[0], t);
  } else {
    const normal = axes[0].clone().cross(axes[1]);
    if (Math.abs(normal.dot(eye)) < 0.1) return null;
    const t = origin.clone().sub(under).dot(normal) / eye.dot(normal);
    at = under.addScaledVector(eye, t);
  }
  const grid = gridAt(look.scale);
  const snapped = (v: number) => (exact ? v : Math.round(v / grid) * grid);
  return at.toArray().map((v, i) => (along[i] ? snapped(v) : through[i])) as Vec3;
}
