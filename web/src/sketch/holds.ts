import type { Constraint, ConstraintKind, Entity } from "../api/types";
import type { Model } from "./model";

/** A constraint that can be put on what is picked. */
export interface Hold {
  kind: ConstraintKind;
  word: string;
  key: string;
  needs: string;
}

export const HOLDS: Hold[] = [
  { kind: "horizontal", word: "Horizontal", key: "Q", needs: "a line, or two points" },
  { kind: "vertical", word: "Vertical", key: "W", needs: "a line, or two points" },
  { kind: "parallel", word: "Parallel", key: "E", needs: "two lines" },
  { kind: "perpendicular", word: "Perpend.", key: "R", needs: "two lines" },
  { kind: "tangent", word: "Tangent", key: "T", needs: "two curves, not both straight" },
  { kind: "smooth", word: "Smooth", key: "V", needs: "a spline and the curve its end goes on from" },
  { kind: "equal", word: "Equal", key: "A", needs: "two lines, or two circles or arcs" },
  { kind: "concentric", word: "Concentric", key: "S", needs: "two circles or arcs" },
  { kind: "midpoint", word: "Midpoint", key: "D", needs: "a point and a line" },
  { kind: "coincident", word: "Coincident", key: "F", needs: "two points" },
  { kind: "on-curve", word: "On curve", key: "G", needs: "a point and a curve" },
  { kind: "symmetric", word: "Symmetric", key: "Z", needs: "two points and a line" },
  { kind: "collinear", word: "In line", key: "X", needs: "two lines" },
  { kind: "fixed", word: "Fixed", key: "C", needs: "a point" },
];

const DIMENSIONS: ConstraintKind[] = [
  "distance",
  "horizontal-distance",
  "vertical-distance",
  "radius",
  "diameter",
  "angle",
  "arc-length",
  "offset",
];

/** Whether a constraint is a size that is shown and typed. */
export const isDimension = (c: Constraint) => DIMENSIONS.includes(c.kind);

const isRound = (e: Entity) => e.kind === "circle" || e.kind === "arc";

/** The ids in the order the constraint wants them, or null when the picks don't fit it. */
export function fitting(model: Model, kind: ConstraintKind, picks: string[]): string[] | null {
  const on = picks.map((id) => model.get(id)).filter((e): e is Entity => e !== undefined);
  if (on.length !== picks.length || on.length === 0 || on.length > 3) return null;
  if (on.length === 3 && kind !== "symmetric") return null;
  const points = on.filter((e) => e.kind === "point");
  const lines = on.filter((e) => e.kind === "line");
  const rounds = on.filter(isRound);
  const ids = (list: Entity[]) => list.map((e) => e.id);
  switch (kind) {
    case "horizontal":
    case "vertical":
      return on.length === 1 && lines.length === 1 ? ids(lines) : points.length === 2 ? ids(points) : null;
    case "symmetric":
      return points.length === 2 && lines.length === 1 ? ids([...points, ...lines]) : null;
    case "fixed":
      return on.length === 1 && points.length === 1 && on[0].id !== "origin" ? ids(points) : null;
    case "parallel":
    case "perpendicular":
    case "collinear":
    case "angle":
      return lines.length === 2 ? ids(lines) : null;
    case "tangent": {
      const free = on.filter((e) => e.kind === "ellipse" || e.kind === "spline");
      if (on.length === 2 && free.length === 2) return joined(model, on) ? ids(on) : null;
      return on.length === 2 && lines.length < 2 && lines.length + rounds.length + free.length === 2
        ? ids([...lines, ...rounds, ...free])
        : null;
    }
    case "smooth":
      return on.length === 2 &&
        on.some((e) => e.kind === "spline") &&
        on.every((e) => e.kind === "spline" || e.kind === "line" || e.kind === "arc") &&
        joined(model, on)
        ? ids(on)
        : null;
    case "arc-length":
      return on.length === 1 && on[0].kind === "arc" ? ids(on) : null;
    case "equal":
      return lines.length === 2 ? ids(lines) : rounds.length === 2 ? ids(rounds) : null;
    case "concentric":
      return rounds.length === 2 ? ids(rounds) : null;
    case "midpoint":
      return points.length === 1 && lines.length === 1 ? ids([...points, ...lines]) : null;
    case "coincident":
    case "horizontal-distance":
    case "vertical-distance":
      return points.length === 2 ? ids(points) : null;
    case "on-curve":
      return points.length === 1 && on.length === 2 && on.every((e) => e.kind !== "text")
        ? ids([...points, ...on.filter((e) => e.kind !== "point")])
        : null;
    case "radius":
    case "diameter":
      return on.length === 1 && rounds.length === 1 ? ids(rounds) : null;
    case "distance":
      if (points.length === 2 || (on.length === 1 && lines.length === 1)) return ids(on);
      if (points.length === 1 && lines.length === 1) return ids([...points, ...lines]);
      return lines.length === 2 ? ids(lines) : null;
    default:
      return null;
  }
}

/** Whether two curves end at one point. */
function joined(model: Model, on: Entity[]): boolean {
  const [a, b] = on.map((e) => (e.kind === "point" ? [] : model.endsOf(e)));
  return a.some((p) => b.includes(p));
}

/** The dimensions that fit the picks, the likeliest first. */
export function dimensionsFor(model: Model, picks: string[]): ConstraintKind[] {
  const first = model.get(picks[0]);
  if (picks.length === 1 && first?.kind === "circle") return ["diameter", "radius"];
  if (picks.length === 1 && first?.kind === "arc") return ["radius", "diameter", "arc-length"];
  if (picks.length === 1 && first?.kind === "line") return ["distance"];
  const kinds: ConstraintKind[] = [];
  if (fitting(model, "angle", picks) && !nearlyParallel(model, picks)) kinds.push("angle");
  else if (fitting(model, "distance", picks)) kinds.push("distance");
  if (fitting(model, "horizontal-distance", picks)) kinds.push("horizontal-distance", "vertical-distance");
  return kinds;
}

function nearlyParallel(model: Model, picks: string[]): boolean {
  const d = picks.map((id) => {
    const l = model.get(id);
    if (l?.kind !== "line") return [1, 0];
    const [a, b] = model.ends(l);
    return [b[0] - a[0], b[1] - a[1]];
  });
  const size = Math.hypot(...d[0]) * Math.hypot(...d[1]);
  return Math.abs(d[0][0] * d[1][1] - d[0][1] * d[1][0]) < 0.02 * size;
}
