import type { Constraint, ConstraintKind, Unit, Vec2 } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { along, angleOf, cross, dist, dot, sub, type Model } from "./model";

/** A dimension laid out in pixels: strokes, arrow heads, and where its number stands. */
export interface Laid {
  strokes: string[];
  heads: { at: Vec2; angle: number }[];
  label: Vec2;
}

type ToPx = (p: Vec2) => Vec2;

/** What a dimension of this kind measures now: mm or radians. */
export function measured(model: Model, kind: ConstraintKind, on: string[]): number {
  const a = model.get(on[0]);
  const b = model.get(on[on.length - 1]);
  if (!a || !b) return 0;
  if (kind === "arc-length" && a.kind === "arc") return model.radius(a) * model.sweep(a)[1];
  if (kind === "offset") return dist(...beside(model, on));
  if (a.kind === "circle" || a.kind === "arc") return model.radius(a) * (kind === "diameter" ? 2 : 1);
  if (kind === "angle" && a.kind === "line" && b.kind === "line") {
    const [u, v] = [a, b].map((l) => sub(model.ends(l)[1], model.ends(l)[0]));
    return Math.abs(Math.atan2(cross(u, v), dot(u, v)));
  }
  const [p, q] = span(model, on);
  return kind === "horizontal-distance"
    ? Math.abs(p[0] - q[0])
    : kind === "vertical-distance"
      ? Math.abs(p[1] - q[1])
      : dist(p, q);
}

/** A place on the first curve of an offset, and the one beside it on its copy. */
function beside(model: Model, on: string[]): [Vec2, Vec2] {
  const [a, b] = [model.get(on[0]), model.get(on[1])];
  if (!a || !b || a.kind === "point" || b.kind === "point")
    return [
      [0, 0],
      [0, 0],
    ];
  const p = model.middle(b);
  if (a.kind === "line") {
    const [s, e] = model.ends(a);
    const d = sub(e, s);
    const t = dot(sub(p, s), d) / Math.max(1e-12, dot(d, d));
    return [[s[0] + t * d[0], s[1] + t * d[1]], p];
  }
  return [model.nearest(a, p).at, p];
}

/** The two places a distance runs between. */
function span(model: Model, on: string[]): [Vec2, Vec2] {
  const a = model.get(on[0])!;
  const b = model.get(on[on.length - 1])!;
  if (a.kind === "line" && a === b) return model.ends(a);
  if (a.kind === "point" && b.kind === "point") return [model.at(a.id), model.at(b.id)];
  const line = (a.kind === "line" ? a : b) as Extract<typeof a, { kind: "line" }>;
  const p = a.kind === "point" ? model.at(a.id) : model.middle(b as never);
  const [s, e] = model.ends(line);
  const d = sub(e, s);
  const t = dot(sub(p, s), d) / Math.max(1e-12, dot(d, d));
  return [p, [s[0] + t * d[0], s[1] + t * d[1]]];
}

export function valueText(c: Constraint, unit: Unit): string {
  const v = c.value as number;
  if (c.kind === "angle") return degrees(v);
  const t = lengthText(v, unit);
  const marks: Partial<Record<ConstraintKind, string>> = { diameter: "Ø ", radius: "R ", "arc-length": "⌒ " };
  return (marks[c.kind] ?? "") + t;
}

/**
 * Where to draw a dimension so that it stands clear of the outline.
 *
 * @param heart a place in the middle of the sketch, which distances are drawn away from
 * @param step how many rows further out, to keep clear of others
 */
export function layOut(
  model: Model,
  kind: ConstraintKind,
  on: string[],
  toPx: ToPx,
  heart: Vec2,
  step: number,
): Laid | null {
  const a = model.get(on[0]);
  const b = model.get(on[on.length - 1]);
  if (!a || !b) return null;
  if (kind === "offset") {
    const [p, q] = beside(model, on).map(toPx);
    const way = angleOf(sub(q, p));
    const label = along(q, way, 18 + 22 * step);
    return {
      strokes: [path(along(p, way, -14), p), path(q, label)],
      heads: [
        { at: p, angle: way },
        { at: q, angle: way + Math.PI },
      ],
      label,
    };
  }
  if (a.kind === "circle" || a.kind === "arc") {
    const c = toPx(model.at(a.centre));
    const angle = a.kind === "arc" ? angleOf(sub(toPx(model.middle(a)), c)) : -0.85 - 0.6 * step;
    const r = dist(toPx(model.at(a.centre)), toPx(along(model.at(a.centre), 0, model.radius(a))));
    const rim = along(c, angle, r);
    const label = along(c, angle, r + 34);
    return { strokes: [path(rim, label)], heads: [{ at: rim, angle: angle + Math.PI }], label };
  }
  if (kind === "angle") return layAngle(model, on, toPx, step);
  const [pm, qm] = span(model, on);
  const p = toPx(pm);
  const q = toPx(qm);
  let dir: Vec2 = kind === "horizontal-distance" ? [1, 0] : kind === "vertical-distance" ? [0, 1] : sub(q, p);
  const len = Math.hypot(...dir);
  if (len < 1e-9) return null;
  dir = [dir[0] / len, dir[1] / len];
  let n: Vec2 = [-dir[1], dir[0]];
  const mid: Vec2 = [(p[0] + q[0]) / 2, (p[1] + q[1]) / 2];
  if (dot(sub(mid, heart), n) < 0) n = [-n[0], -n[1]];
  const out = Math.max(dot(p, n), dot(q, n)) + 26 + 24 * step;
  const foot = (x: Vec2): Vec2 => [x[0] + n[0] * (out - dot(x, n)), x[1] + n[1] * (out - dot(x, n))];
  const [fp, fq] = [foot(p), foot(q)];
  const label: Vec2 = [(fp[0] + fq[0]) / 2, (fp[1] + fq[1]) / 2];
  const over = (x: Vec2): Vec2 => [x[0] + 5 * n[0], x[1] + 5 * n[1]];
  return {
    strokes: [path(p, over(fp)), path(q, over(fq)), path(fp, fq)],
    heads: [
      { at: fp, angle: angleOf(sub(fp, fq)) },
      { at: fq, angle: angleOf(sub(fq, fp)) },
    ],
    label,
  };
}

function layAngle(model: Model, on: string[], toPx: ToPx, step: number): Laid | null {
  const lines = on.map((id) => model.get(id)).filter((e) => e?.kind === "line");
  if (lines.length !== 2) return null;
  const [[a, b], [c, d]] = lines.map((l) => model.ends(l as never).map(toPx) as [Vec2, Vec2]);
  const u = sub(b, a);
  const v = sub(d, c);
  const det = cross(u, v);
  const t = Math.abs(det) < 1e-9 ? 0.5 : cross(sub(c, a), v) / det;
  const m: Vec2 = [a[0] + t * u[0], a[1] + t * u[1]];
  const from = angleOf(u);
  const turn = Math.atan2(cross(u, v), dot(u, v));
  const r = Math.min(64, 0.6 * Math.min(Math.hypot(...u), Math.hypot(...v)) + 18) + 22 * step;
  const s = along(m, from, r);
  const e = along(m, from + turn, r);
  const sign = Math.sign(turn) || 1;
  return {
    strokes: [`M${s[0]} ${s[1]}A${r} ${r} 0 0 ${turn > 0 ? 1 : 0} ${e[0]} ${e[1]}`],
    heads: [
      { at: s, angle: from - (sign * Math.PI) / 2 },
      { at: e, angle: from + turn + (sign * Math.PI) / 2 },
    ],
    label: along(m, from + turn / 2, r + 4),
  };
}

const path = (a: Vec2, b: Vec2) => `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
