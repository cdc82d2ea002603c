import type { Vec2 } from "../api/types";
import { called, dist, type Curve, type Model } from "./model";

/** Where the pointer is taken to be, and the relation that a click there would make. */
export interface Snap {
  at: Vec2;
  offer: string;
  /** An existing point that is taken itself. */
  point?: string;
  /** A line whose middle is taken. */
  mid?: string;
  /** A curve that the point will lie on. */
  on?: string;
  level?: boolean;
  plumb?: boolean;
  /** Whether the hand was brought there by keys. */
  byKeys?: boolean;
}

/**
 * The nearest thing worth holding on to: ends and centres, middles, the origin, level and plumb from where a line began,
 * curves and axes.
 *
 * @param mmPerPixel how large a pixel is
 * @param from where the line being drawn began
 */
export function snap(model: Model, p: Vec2, mmPerPixel: number, from?: Vec2, without: string[] = []): Snap {
  const reach = 9 * mmPerPixel;
  let best: Snap | null = null;
  let near = reach;
  const points = ["origin", ...model.entities.filter((e) => e.kind === "point").map((e) => e.id)];
  for (const id of points) {
    const d = dist(model.at(id), p);
    if (d < near && !without.includes(id)) {
      near = d;
      best = { at: model.at(id), offer: id === "origin" ? "origin" : kindOfPoint(model, id), point: id };
    }
  }
  if (best) return best;
  near = 0.85 * reach;
  for (const c of model.curves()) {
    if (c.kind === "line" && !without.includes(c.id)) {
      const m = model.middle(c);
      if (dist(m, p) < near) {
        near = dist(m, p);
        best = { at: m, offer: `middle of ${called(model, c.id)}`, mid: c.id };
      }
    }
  }
  if (best) return best;
  let at = p;
  let level = false;
  let plumb = false;
  if (from && dist(p, from) > 12 * mmPerPixel) {
    const slope = Math.atan2(Math.abs(p[1] - from[1]), Math.abs(p[0] - from[0]));
    level = slope < 0.05;
    plumb = slope > Math.PI / 2 - 0.05;
    if (level) at = [p[0], from[1]];
    if (plumb) at = [from[0], p[1]];
  }
  const axes = [model.get("x-axis"), model.get("y-axis")] as Curve[];
  near = 0.75 * reach;
  let on: string | undefined;
  let foot: Vec2 = at;
  for (const c of [...model.curves().filter((k) => k.kind !== "text"), ...axes]) {
    const n = model.nearest(c, at);
    // a level line along the x axis needs no second reason to lie on it
    const idle =
      (level && c.id === "x-axis" && from![1] === 0) || (plumb && c.id === "y-axis" && from![0] === 0);
    if (n.away < near && !without.includes(c.id) && !idle) {
      near = n.away;
      on = c.id;
      foot = n.at;
    }
  }
  if (on && !(level && plumb)) {
    at = level ? [foot[0], at[1]] : plumb ? [at[0], foot[1]] : foot;
  }
  const offer = [level ? "horizontal" : plumb ? "vertical" : "", on ? `on ${called(model, on)}` : ""];
  return { at, offer: offer.filter(Boolean).join(", "), on, level, plumb };
}

function kindOfPoint(model: Model, id: string): string {
  const centre = model.curves().some((c) => (c.kind === "circle" || c.kind === "arc") && c.centre === id);
  return centre ? "centre" : "end point";
}
