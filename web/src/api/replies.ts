import type { PartView, Shape } from "./types";

/** What changes one value into another, as the server tells it. */
export interface Patch {
  v?: unknown;
  o?: Record<string, Patch>;
  x?: string[];
  a?: ([number, number, unknown[]] | [number, Patch])[];
  s?: [number, number, string];
}

/** A part as far as it wasn't at hand: all of it, or what has changed since the view whose token is named. */
export interface Reply extends Partial<PartView> {
  token: string;
  of?: string;
  patch?: Patch;
  shapes: Record<string, Shape>;
}

/** A face or an edge ready to be drawn. */
export interface DrawnShape {
  positions: Float32Array;
  normals: Float32Array;
  triangles: Uint32Array;
  line: Float32Array;
}

function bytes(text: string | undefined): ArrayBuffer {
  const bin = atob(text ?? "");
  const out = new Uint8Array(bin.length);
  for (let i = 0; i < bin.length; i++) out[i] = bin.charCodeAt(i);
  return out.buffer;
}

const floats = (text: string | undefined) => new Float32Array(bytes(text));

/** What is the same stays the same object. */
export function patched(old: unknown, p: Patch): unknown {
  if ("v" in p) return p.v;
  if (p.s)
    return (old as string).slice(0, p.s[0]) + p.s[2] + (old as string).slice((old as string).length - p.s[1]);
  if (p.a) {
    const from = old as unknown[];
    const out: unknown[] = [];
    let at = 0;
    for (const change of p.a) {
      while (at < change[0]) out.push(from[at++]);
      if (change.length === 2) out.push(patched(from[at++], change[1]));
      else {
        out.push(...change[2]);
        at += change[1];
      }
    }
    while (at < from.length) out.push(from[at++]);
    return out;
  }
  const fields = { ...(old as Record<string, unknown>) };
  for (const name of p.x ?? []) delete fields[name];
  for (const [name, change] of Object.entries(p.o ?? {})) fields[name] = patched(fields[name], change);
  return fields;
}

/** A shape made ready; a changed face is told by what differs from another one that is at hand. */
export function drawn(s: Shape, shapes: Map<string, DrawnShape>): DrawnShape {
  const fresh = {
    positions: floats(s.positions),
    normals: floats(s.normals),
    triangles: new Uint32Array(bytes(s.triangles)),
    line: floats(s.line),
  };
  if (!s.from) return fresh;
  const base = shapes.get(s.from);
  if (!base) throw new Error("a face is told by one that isn't at hand");
  const points = new Int32Array(bytes(s.pointRuns));
  const runs = new Int32Array(bytes(s.triangleRuns));
  const count = (all: Int32Array) => all.reduce((n, v, i) => (i % 2 ? n + v : n), 0);
  const positions = new Float32Array(3 * count(points));
  const normals = new Float32Array(positions.length);
  const moved = new Uint32Array(base.positions.length / 3);
  let at = 0;
  let news = 0;
  for (let i = 0; i < points.length; i += 2) {
    const [from, n] = [points[i], points[i + 1]];
    const source = from < 0 ? fresh : base;
    const begin = from < 0 ? news : from;
    positions.set(source.positions.subarray(3 * begin, 3 * (begin + n)), 3 * at);
    normals.set(source.normals.subarray(3 * begin, 3 * (begin + n)), 3 * at);
    if (from < 0) news += n;
    else for (let k = 0; k < n; k++) moved[from + k] = at + k;
    at += n;
  }
  const triangles = new Uint32Array(3 * count(runs));
  at = news = 0;
  for (let i = 0; i < runs.length; i += 2) {
    const [from, n] = [runs[i], 3 * runs[i + 1]];
    if (from < 0) {
      triangles.set(fresh.triangles.subarray(news, news + n), at);
      news += n;
    } else for (let k = 0; k < n; k++) triangles[at + k] = moved[base.triangles[3 * from + k]];
    at += n;
  }
  return { positions, normals, triangles, line: fresh.line };
}

/**
 * The view that a reply tells, by the views that are at hand; its shapes are put beside the others. Null when something that
 * it builds on isn't at hand any more: then all is to be asked for.
 */
export function opened(
  reply: Reply,
  atHand: (PartView | null)[],
  shapes: Map<string, DrawnShape>,
): PartView | null {
  const { of, patch, shapes: fresh, ...whole } = reply;
  const base = of ? atHand.find((v) => v?.token === of) : null;
  if (of && !base) return null;
  const view = (base ? patched(base, patch ?? {}) : whole) as PartView;
  try {
    for (const [key, s] of Object.entries(fresh)) if (!shapes.has(key)) shapes.set(key, drawn(s, shapes));
  } catch {
    return null;
  }
  const missing = view.bodies.some((b) => [...b.faces, ...b.edges].some((x) => !shapes.has(x.shape)));
  return missing ? null : { ...view, token: reply.token };
}
