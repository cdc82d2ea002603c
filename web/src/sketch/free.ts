import type { Entity, Vec2 } from "../api/types";
import type { Curve, Model } from "./model";
import { dist } from "./vectors";

export type OvalEntity = Extract<Entity, { kind: "ellipse" }>;
export type SplineEntity = Extract<Entity, { kind: "spline" }>;
export type FreeEntity = OvalEntity | SplineEntity;
export type TextEntity = Extract<Entity, { kind: "text" }>;

/** What tells how a spline leaves its ends: the next pole beside each. */
export interface Ends {
  start?: Vec2;
  end?: Vec2;
}

/** Curves that go by their points alone. */
export const isFree = (c: Curve): c is FreeEntity => c.kind === "ellipse" || c.kind === "spline";

type Piece = [Vec2, Vec2, Vec2, Vec2];

const plus = (p: Vec2, k: number, d: Vec2): Vec2 => [p[0] + k * d[0], p[1] + k * d[1]];

/** The cubic pieces of the smooth curve through points, as the server builds it. */
export function pieces(through: Vec2[], closed: boolean, handles: Ends = {}): Piece[] {
  const p = through.filter((q, i) => i === 0 || dist(q, through[i - 1]) > 1e-9);
  if (p.length < 2) return [];
  const n = p.length;
  // a closed curve by several turns of its points, of which the middle one is settled
  const turns = closed ? Math.max(3, Math.ceil(60 / n) | 1) : 1;
  const q: Vec2[] = [];
  for (let k = 0; k < turns; k++) q.push(...p);
  if (closed) q.push(p[0]);
  const h = q.slice(1).map((b, i) => Math.sqrt(dist(q[i], b)));
  const d = slopes(q, h, closed ? {} : handles);
  const first = closed ? Math.floor(turns / 2) * n : 0;
  const count = closed ? n : n - 1;
  return Array.from({ length: count }, (_, k) => {
    const i = first + k;
    return [q[i], plus(q[i], h[i] / 3, d[i]), plus(q[i + 1], -h[i] / 3, d[i + 1]), q[i + 1]];
  });
}

const mix = (p: Vec2, q: Vec2, t: number): Vec2 => [p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])];

/** A piece up to a place on it and from there on, by halving (de Casteljau). */
function halves([a, b, c, d]: Piece, t: number): [Piece, Piece] {
  const [ab, bc, cd] = [mix(a, b, t), mix(b, c, t), mix(c, d, t)];
  const [l, r] = [mix(ab, bc, t), mix(bc, cd, t)];
  const m = mix(l, r, t);
  return [
    [a, ab, l, m],
    [m, r, cd, d],
  ];
}

/** Where on the pieces the place nearest to a point lies: their number, and how far along, as one number. */
function placeOn(all: Piece[], p: Vec2): number {
  const away = (t: number) => {
    const i = Math.min(all.length - 1, Math.max(0, Math.floor(t)));
    return dist(halves(all[i], t - i)[0][3], p);
  };
  const tries = 24 * all.length;
  let best = 0;
  for (let i = 1; i <= tries; i++) if (away(i / 24) < away(best / 24)) best = i;
  let [lo, hi] = [Math.max(0, (best - 1) / 24), Math.min(all.length, (best + 1) / 24)];
  for (let k = 0; k < 40; k++) {
    const [a, b] = [lo + (hi - lo) / 3, hi - (hi - lo) / 3];
    if (away(a) < away(b)) hi = b;
    else lo = a;
  }
  const t = (lo + hi) / 2;
  return Math.abs(t - Math.round(t)) < 1e-7 ? Math.round(t) : t;
}

/** The pieces between two points on the curve; of a closed one as it runs. */
export function stretch(all: Piece[], closed: boolean, start: Vec2, end: Vec2): Piece[] {
  if (all.length === 0) return all;
  let [from, to] = [placeOn(all, start), placeOn(all, end)];
  if (closed && to <= from) to += all.length;
  if (to < from) [from, to] = [to, from];
  const out: Piece[] = [];
  for (let i = Math.floor(from); i < to; i++) {
    let piece = all[i % all.length];
    if (to < i + 1) piece = halves(piece, to - i)[0];
    const upTo = Math.min(1, to - i);
    if (from > i) piece = halves(piece, (from - i) / upTo)[1];
    out.push(piece);
  }
  return out;
}

/** The pieces of a spline as it is drawn. */
export function piecesOf(model: Model, c: SplineEntity): Piece[] {
  const through = c.through.map((p) => model.at(p));
  const all = pieces(through, c.closed, handlesOf(model, c));
  return c.start && c.end ? stretch(all, c.closed, model.at(c.start), model.at(c.end)) : all;
}

/** First derivatives at the points, so that the second ones run on. */
function slopes(q: Vec2[], h: number[], handles: Ends): Vec2[] {
  const n = q.length;
  const out: Vec2[] = q.map(() => [0, 0]);
  for (const axis of [0, 1] as const) {
    const s = h.map((w, i) => (q[i + 1][axis] - q[i][axis]) / w);
    const [from, to] = [handles.start, handles.end];
    const given = (i: number) => (i === 0 && from) || (i === n - 1 && to);
    const mid = q.map((_, i) => (given(i) ? 1 : i === 0 || i === n - 1 ? 2 : 2 * (h[i - 1] + h[i])));
    const high = q.map((_, i) => (i === 0 ? (from ? 0 : 1) : i < n - 1 ? h[i - 1] : 0));
    const low = q.map((_, i) => (i === n - 1 ? (to ? 0 : 1) : i > 0 ? h[i] : 0));
    const right = q.map((_, i) =>
      i === 0
        ? from
          ? (3 * (from[axis] - q[0][axis])) / h[0]
          : 3 * s[0]
        : i === n - 1
          ? to
            ? (3 * (q[n - 1][axis] - to[axis])) / h[n - 2]
            : 3 * s[n - 2]
          : 3 * (h[i - 1] * s[i] + h[i] * s[i - 1]),
    );
    for (let i = 1; i < n; i++) {
      const f = low[i] / mid[i - 1];
      mid[i] -= f * high[i - 1];
      right[i] -= f * right[i - 1];
    }
    out[n - 1][axis] = right[n - 1] / mid[n - 1];
    for (let i = n - 2; i >= 0; i--) out[i][axis] = (right[i] - high[i] * out[i + 1][axis]) / mid[i];
  }
  return out;
}

/** Centre and half axes of an ellipse, the second square to the first. */
export function oval(m: Vec2, a: Vec2, b: Vec2): { u: Vec2; v: Vec2 } {
  const u: Vec2 = [a[0] - m[0], a[1] - m[1]];
  const l = Math.hypot(...u) || 1e-12;
  const w: Vec2 = [-u[1] / l, u[0] / l];
  const high = Math.abs(w[0] * (b[0] - m[0]) + w[1] * (b[1] - m[1]));
  return { u, v: [w[0] * high, w[1] * high] };
}

/** The curve as SVG path data in mm. */
export function ovalPath(m: Vec2, a: Vec2, b: Vec2, start?: Vec2, end?: Vec2): string {
  const { u, v } = oval(m, a, b);
  const turn = (Math.atan2(u[1], u[0]) * 180) / Math.PI;
  const arc = (large: number) => `A${Math.hypot(...u)} ${Math.hypot(...v)} ${turn} ${large} 1 `;
  if (start && end) {
    const large = ovalTurn(m, u, v, start, end)[1] > Math.PI ? 1 : 0;
    return `M${start[0]} ${start[1]}${arc(large)}${end[0]} ${end[1]}`;
  }
  const [p, q] = [plus(m, 1, u), plus(m, -1, u)];
  return `M${p[0]} ${p[1]}${arc(0)}${q[0]} ${q[1]}${arc(0)}${p[0]} ${p[1]}`;
}

/** Where a stretch of an ellipse begins, and how far round it goes, in its own angle. */
function ovalTurn(m: Vec2, u: Vec2, v: Vec2, start: Vec2, end: Vec2): [number, number] {
  const angle = (p: Vec2) => {
    const d: Vec2 = [p[0] - m[0], p[1] - m[1]];
    const along = (w: Vec2) => (d[0] * w[0] + d[1] * w[1]) / (w[0] * w[0] + w[1] * w[1] || 1e-12);
    return Math.atan2(along(v), along(u));
  };
  const from = angle(start);
  const turn = (((angle(end) - from) % (2 * Math.PI)) + 2 * Math.PI) % (2 * Math.PI);
  return [from, turn < 1e-12 ? 2 * Math.PI : turn];
}

export function piecesPath(all: Piece[]): string {
  if (all.length === 0) return "";
  const [x, y] = all[0][0];
  return `M${x} ${y}` + all.map(([, b, c, d]) => `C${b} ${c} ${d}`.replaceAll(",", " ")).join("");
}

export const splinePath = (through: Vec2[], closed: boolean) => piecesPath(pieces(through, closed));

/** Points along the curve, close enough for picking. */
export function samples(model: Model, c: FreeEntity): Vec2[] {
  if (c.kind === "ellipse") {
    const m = model.at(c.centre);
    const { u, v } = oval(m, model.at(c.a), model.at(c.b));
    const [from, turn] =
      c.start && c.end ? ovalTurn(m, u, v, model.at(c.start), model.at(c.end)) : [0, 2 * Math.PI];
    return Array.from({ length: 65 }, (_, i) => {
      const t = from + (turn * i) / 64;
      return plus(plus(m, Math.cos(t), u), Math.sin(t), v);
    });
  }
  const out: Vec2[] = [];
  for (const [a, b, e, d] of piecesOf(model, c)) {
    for (let i = out.length === 0 ? 0 : 1; i <= 12; i++) {
      const t = i / 12;
      const s = 1 - t;
      const w = [s * s * s, 3 * s * s * t, 3 * s * t * t, t * t * t];
      out.push([
        w[0] * a[0] + w[1] * b[0] + w[2] * e[0] + w[3] * d[0],
        w[0] * a[1] + w[1] * b[1] + w[2] * e[1] + w[3] * d[1],
      ]);
    }
  }
  return out;
}

/** The nearest place of a polyline, with its distance. */
export function nearestOf(line: Vec2[], p: Vec2): { at: Vec2; away: number } {
  let best = { at: line[0] ?? ([0, 0] as Vec2), away: Infinity };
  for (let i = 0; i + 1 < line.length; i++) {
    const d: Vec2 = [line[i + 1][0] - line[i][0], line[i + 1][1] - line[i][1]];
    const t =
      ((p[0] - line[i][0]) * d[0] + (p[1] - line[i][1]) * d[1]) / Math.max(1e-12, d[0] * d[0] + d[1] * d[1]);
    const at = plus(line[i], Math.min(1, Math.max(0, t)), d);
    const away = dist(at, p);
    if (away < best.away) best = { at, away };
  }
  return best;
}

/** The handles of a spline as places. */
export const handlesOf = (model: Model, c: SplineEntity): Ends => ({
  start: c.startHandle ? model.at(c.startHandle) : undefined,
  end: c.endHandle ? model.at(c.endHandle) : undefined,
});
