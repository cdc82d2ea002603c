import type { Vec2 } from "../../api/types";
import { piecesOf } from "../free";
import { cross, dist, dot, sub, type Curve, type Model } from "../model";

/** The curve that ends at a point, the newest one, and the direction in which it would go on. */
export function goingOn(model: Model, point: string | undefined): { curve: string; way: Vec2 } | null {
  if (!point) return null;
  const curve = [...model.curves()].reverse().find((c) => model.endsOf(c).includes(point));
  const way = curve && leaving(model, curve, point);
  return curve && way ? { curve: curve.id, way } : null;
}

function leaving(model: Model, c: Curve, point: string): Vec2 | null {
  const first = model.endsOf(c)[0] === point;
  let d: Vec2 | null = null;
  if (c.kind === "line") {
    const [a, b] = model.ends(c);
    d = first ? sub(a, b) : sub(b, a);
  } else if (c.kind === "arc") {
    const r = sub(model.at(point), model.at(c.centre));
    d = first ? [r[1], -r[0]] : [-r[1], r[0]];
  } else if (c.kind === "spline") {
    const all = piecesOf(model, c);
    if (all.length === 0) return null;
    const [a, b] = first ? [all[0][1], all[0][0]] : [all[all.length - 1][2], all[all.length - 1][3]];
    d = sub(b, a);
  }
  const l = d ? Math.hypot(...d) : 0;
  return d && l > 1e-9 ? [d[0] / l, d[1] / l] : null;
}

/** The arc from a place, leaving it in a direction, to another; null when that is straight. */
export function bent(
  a: Vec2,
  way: Vec2,
  b: Vec2,
): { centre: Vec2; radius: number; left: boolean; large: boolean } | null {
  const n: Vec2 = [-way[1], way[0]];
  const d = sub(b, a);
  const off = dot(n, d);
  if (Math.abs(off) < 1e-4 * Math.hypot(...d)) return null;
  const k = dot(d, d) / (2 * off);
  const centre: Vec2 = [a[0] + k * n[0], a[1] + k * n[1]];
  // more than half a turn when the end lies behind where the arc begins
  return { centre, radius: Math.abs(k), left: k > 0, large: dot(d, way) < 0 };
}

/** SVG path data of an arc so found. */
export function bentPath(a: Vec2, way: Vec2, b: Vec2): string {
  const w = bent(a, way, b);
  return w
    ? `M${a[0]} ${a[1]}A${w.radius} ${w.radius} 0 ${w.large ? 1 : 0} ${w.left ? 1 : 0} ${b[0]} ${b[1]}`
    : `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
}

/** The end of an arc of a radius that leaves a place in a direction and stops towards the pointer. */
export function bentTo(a: Vec2, way: Vec2, radius: number, pointer: Vec2): Vec2 {
  const left = cross(way, sub(pointer, a)) >= 0;
  const r = left ? radius : -radius;
  const centre: Vec2 = [a[0] - r * way[1], a[1] + r * way[0]];
  const l = dist(pointer, centre) || 1;
  return [
    centre[0] + ((pointer[0] - centre[0]) * radius) / l,
    centre[1] + ((pointer[1] - centre[1]) * radius) / l,
  ];
}
