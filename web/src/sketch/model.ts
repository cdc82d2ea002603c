import type { Constraint, Entity, SketchStep, Vec2 } from "../api/types";
import { angleOf, along, cross, dist, dot, sub, TAU } from "./vectors";
import { isFree, nearestOf, ovalPath, piecesOf, piecesPath, samples, type TextEntity } from "./free";

export type Curve = Exclude<Entity, { kind: "point" }>;
export type LineEntity = Extract<Entity, { kind: "line" }>;
export type RoundEntity = Extract<Entity, { kind: "circle" | "arc" }>;

const GIVEN: Entity[] = [
  { kind: "point", id: "origin", x: 0, y: 0 },
  { kind: "point", id: "x-axis.end", x: 1, y: 0 },
  { kind: "point", id: "y-axis.end", x: 0, y: 1 },
  { kind: "line", id: "x-axis", start: "origin", end: "x-axis.end", construction: true },
  { kind: "line", id: "y-axis", start: "origin", end: "y-axis.end", construction: true },
];

/** Where a drag has moved things, before it is stored. */
export interface Moved {
  points: Record<string, Vec2>;
  radii: Record<string, number>;
}

/** A sketch for drawing and picking: places and sizes by id. */
export class Model {
  readonly entities: Entity[];
  readonly constraints: Constraint[];
  private readonly byId = new Map<string, Entity>();
  private readonly moved: Moved;

  constructor(step: Pick<SketchStep, "entities" | "constraints">, moved: Moved = { points: {}, radii: {} }) {
    this.entities = step.entities;
    this.constraints = step.constraints;
    this.moved = moved;
    for (const e of [...GIVEN, ...step.entities]) this.byId.set(e.id, e);
  }

  get(id: string): Entity | undefined {
    return this.byId.get(id);
  }

  curves(): Curve[] {
    return this.entities.filter((e): e is Curve => e.kind !== "point");
  }

  at(id: string): Vec2 {
    const m = this.moved.points[id];
    if (m) return m;
    const p = this.byId.get(id);
    return p?.kind === "point" ? [p.x, p.y] : [0, 0];
  }

  radius(c: RoundEntity): number {
    return c.kind === "circle"
      ? (this.moved.radii[c.id] ?? c.radius)
      : dist(this.at(c.centre), this.at(c.start));
  }

  ends(l: LineEntity): [Vec2, Vec2] {
    return [this.at(l.start), this.at(l.end)];
  }

  /** Roughly the rectangle that a text fills: its corners from where it begins. */
  textBox(c: TextEntity): Vec2[] {
    const a = this.at(c.start);
    const d = sub(this.at(c.along), a);
    const l = Math.hypot(...d) || 1;
    const u: Vec2 = [d[0] / l, d[1] / l];
    const w = 0.82 * c.height * c.text.length;
    const at = (x: number, y: number): Vec2 => [a[0] + x * u[0] - y * u[1], a[1] + x * u[1] + y * u[0]];
    return [at(0, 0), at(w, 0), at(w, c.height), at(0, c.height)];
  }

  /** The points where a curve begins and stops, none when it closes. */
  endsOf(c: Curve): string[] {
    if (c.kind === "line" || c.kind === "arc") return [c.start, c.end];
    if (isFree(c) && c.start && c.end) return [c.start, c.end];
    if (c.kind === "spline") return c.closed ? [] : [c.through[0], c.through[c.through.length - 1]];
    return [];
  }

  /** Start angle and counter-clockwise turn of an arc. */
  sweep(a: Extract<Entity, { kind: "arc" }>): [number, number] {
    const c = this.at(a.centre);
    const from = angleOf(sub(this.at(a.start), c));
    const to = angleOf(sub(this.at(a.end), c));
    const turn = (((to - from) % TAU) + TAU) % TAU;
    return [from, turn < 1e-12 ? TAU : turn];
  }

  /** A point half-way along a curve, for marks and tags. */
  middle(c: Curve): Vec2 {
    if (c.kind === "line") {
      const [a, b] = this.ends(c);
      return [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    }
    if (isFree(c)) {
      const line = samples(this, c);
      return line[Math.floor(line.length / 3)] ?? [0, 0];
    }
    if (c.kind === "text") return this.textBox(c)[3];
    const m = this.at(c.centre);
    const t = c.kind === "circle" ? Math.PI / 4 : this.sweep(c)[0] + this.sweep(c)[1] / 2;
    return along(m, t, this.radius(c));
  }

  /** As SVG path data in mm. */
  path(c: Curve): string {
    if (c.kind === "line") {
      const [a, b] = this.ends(c);
      return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
    }
    if (c.kind === "ellipse") {
      const ends = c.start && c.end ? [this.at(c.start), this.at(c.end)] : [];
      return ovalPath(this.at(c.centre), this.at(c.a), this.at(c.b), ends[0], ends[1]);
    }
    if (c.kind === "spline") return piecesPath(piecesOf(this, c));
    if (c.kind === "text") return `M${this.textBox(c).join("L")}Z`;
    const m = this.at(c.centre);
    const r = this.radius(c);
    if (c.kind === "circle") {
      return `M${m[0] + r} ${m[1]}A${r} ${r} 0 0 1 ${m[0] - r} ${m[1]}A${r} ${r} 0 0 1 ${m[0] + r} ${m[1]}`;
    }
    const a = this.at(c.start);
    const b = this.at(c.end);
    return `M${a[0]} ${a[1]}A${r} ${r} 0 ${this.sweep(c)[1] > Math.PI ? 1 : 0} 1 ${b[0]} ${b[1]}`;
  }

  /** The nearest place on a curve, with its distance. */
  nearest(c: Curve, p: Vec2): { at: Vec2; away: number } {
    if (c.kind === "line") {
      const [a, b] = this.ends(c);
      const d = sub(b, a);
      const free = c.id.endsWith("-axis");
      const t = dot(sub(p, a), d) / Math.max(1e-12, dot(d, d));
      const k = free ? t : Math.min(1, Math.max(0, t));
      const at: Vec2 = [a[0] + k * d[0], a[1] + k * d[1]];
      return { at, away: dist(at, p) };
    }
    if (isFree(c)) return nearestOf(samples(this, c), p);
    if (c.kind === "text") {
      const box = this.textBox(c);
      const near = nearestOf([...box, box[0]], p);
      const [a, b, , d] = box;
      const inside = [b, d].every((q) => {
        const t = dot(sub(p, a), sub(q, a)) / Math.max(1e-12, dot(sub(q, a), sub(q, a)));
        return t >= 0 && t <= 1;
      });
      return inside ? { at: p, away: 0 } : near;
    }
    const m = this.at(c.centre);
    const at = along(m, angleOf(sub(p, m)), this.radius(c));
    if (c.kind === "arc") {
      const [from, turn] = this.sweep(c);
      const t = (((angleOf(sub(p, m)) - from) % TAU) + TAU) % TAU;
      if (t > turn) {
        const ends = [this.at(c.start), this.at(c.end)];
        const end = dist(ends[0], p) < dist(ends[1], p) ? ends[0] : ends[1];
        return { at: end, away: dist(end, p) };
      }
    }
    return { at, away: dist(at, p) };
  }

  bounds(): [Vec2, Vec2] | null {
    let min: Vec2 = [Infinity, Infinity];
    let max: Vec2 = [-Infinity, -Infinity];
    const take = (x: number, y: number) => {
      min = [Math.min(min[0], x), Math.min(min[1], y)];
      max = [Math.max(max[0], x), Math.max(max[1], y)];
    };
    for (const e of this.entities) {
      if (e.kind === "point") take(...this.at(e.id));
      // a line may end in the origin, which is no entity of its own
      if (e.kind === "line") this.ends(e).forEach((p) => take(...p));
      if (e.kind === "ellipse" || e.kind === "spline") samples(this, e).forEach((p) => take(...p));
      if (e.kind === "text") this.textBox(e).forEach((p) => take(...p));
      if (e.kind === "circle" || e.kind === "arc") {
        const m = this.at(e.centre);
        const r = this.radius(e);
        take(m[0] - r, m[1] - r);
        take(m[0] + r, m[1] + r);
      }
    }
    return Number.isFinite(min[0]) ? [min, max] : null;
  }
}

/** What a thing of a sketch is called. */
export function called(model: Model, id: string): string {
  if (id === "origin") return "the origin";
  if (id.endsWith("-axis")) return `the ${id.replace("-", " ")}`;
  const e = model.get(id);
  return e ? `${e.kind} ${id.slice(1)}` : id;
}

export { along, angleOf, cross, dist, dot, sub, TAU };
