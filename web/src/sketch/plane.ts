import { Vector3 } from "three";
import type { PlacedSketch, Vec2 } from "../api/types";
import type { Look } from "../scene/camera";

/** The sketch plane as seen: both ways between its mm and pixels. */
export interface SeenPlane {
  matrix: string;
  toPx(p: Vec2): Vec2;
  fromPx(x: number, y: number): Vec2;
  /** How many mm a pixel is. */
  mmPerPixel: number;
}

export function seenPlane(look: Look, s: Pick<PlacedSketch, "origin" | "x" | "y">): SeenPlane {
  const at = (u: number, v: number): Vec2 =>
    look.toScreen(
      new Vector3(...s.origin)
        .addScaledVector(new Vector3(...s.x), u)
        .addScaledVector(new Vector3(...s.y), v),
    );
  const o = at(0, 0);
  const ex = at(1, 0);
  const ey = at(0, 1);
  const [a, b, c, d] = [ex[0] - o[0], ex[1] - o[1], ey[0] - o[0], ey[1] - o[1]];
  const det = a * d - b * c || 1e-12;
  return {
    matrix: `matrix(${a} ${b} ${c} ${d} ${o[0]} ${o[1]})`,
    toPx: ([u, v]) => [o[0] + a * u + c * v, o[1] + b * u + d * v],
    fromPx: (x, y) => {
      const p = x - o[0];
      const q = y - o[1];
      return [(p * d - q * c) / det, (q * a - p * b) / det];
    },
    mmPerPixel: 1 / look.scale,
  };
}
