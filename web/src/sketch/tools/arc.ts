import type { Vec2 } from "../../api/types";
import { roughLength, typedDegrees } from "../../api/numbers";
import { Draft } from "../draft";
import { angleOf, cross, dist, sub } from "../model";
import type { Snap } from "../snap";
import { bent, bentPath, bentTo, goingOn } from "./tangent";
import type { Drawing, Field, Tool } from "./tool";

/** The circle through three points, or null when they are in line. */
export function throughThree(a: Vec2, b: Vec2, c: Vec2): { centre: Vec2; radius: number } | null {
  const u = sub(b, a);
  const v = sub(c, a);
  const det = 2 * cross(u, v);
  if (Math.abs(det) < 1e-9) return null;
  const uu = u[0] ** 2 + u[1] ** 2;
  const vv = v[0] ** 2 + v[1] ** 2;
  const off: Vec2 = [(v[1] * uu - u[1] * vv) / det, (u[0] * vv - v[0] * uu) / det];
  return { centre: [a[0] + off[0], a[1] + off[1]], radius: Math.hypot(...off) };
}

/** Both ends, then how far it bulges. */
export class ArcTool implements Tool {
  private ends: Snap[] = [];
  fields: Field[] = [];

  hint(): string {
    return [
      "Click where the arc starts",
      "Click where it ends",
      "Click a point it runs through, or type its radius",
    ][this.ends.length];
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  /** Centre and radius, and whether it runs counter-clockwise from the first end. */
  private shape(s: Snap, d: Drawing): { centre: Vec2; radius: number; left: boolean } | null {
    const [a, b] = this.ends.map((e) => (e.point ? d.model.at(e.point) : e.at));
    const round = throughThree(a, b, s.at);
    if (!round) return null;
    const left = cross(sub(b, a), sub(s.at, a)) < 0;
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    if (typed === null) return { ...round, left };
    const half = dist(a, b) / 2;
    const r = Math.max(half, Math.abs(typed));
    const h = Math.sqrt(r * r - half * half);
    const n: Vec2 = [-(b[1] - a[1]) / (2 * half), (b[0] - a[0]) / (2 * half)];
    const mid: Vec2 = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
    const side = Math.sign((round.centre[0] - mid[0]) * n[0] + (round.centre[1] - mid[1]) * n[1]) || 1;
    return { centre: [mid[0] + side * h * n[0], mid[1] + side * h * n[1]], radius: r, left };
  }

  preview(s: Snap, d: Drawing): string {
    if (this.ends.length === 0) return "";
    const a = this.ends[0].at;
    if (this.ends.length === 1) return `M${a[0]} ${a[1]}L${s.at[0]} ${s.at[1]}`;
    const b = this.ends[1].at;
    const shape = this.shape(s, d);
    if (!shape) return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
    const centreLeft = cross(sub(b, a), sub(shape.centre, a)) > 0;
    const large = centreLeft === shape.left ? 0 : 1;
    return `M${a[0]} ${a[1]}A${shape.radius} ${shape.radius} 0 ${large} ${shape.left ? 1 : 0} ${b[0]} ${b[1]}`;
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return this.shape(s, d)?.radius ?? 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (this.ends.length < 2) {
      const other = this.ends[0];
      if (other && dist(other.at, s.at) < 1e-6) return null;
      this.ends.push(s);
      if (this.ends.length === 2) this.fields = [{ label: "radius", kind: "length", text: "" }];
      return null;
    }
    const shape = this.shape(s, d);
    if (!shape) return null;
    const draft = new Draft(d.model);
    const m = draft.point(shape.centre);
    const [a, b] = this.ends.map((e) => draft.pointAt(e));
    const id = shape.left ? draft.arc(m, a, b) : draft.arc(m, b, a);
    if (this.fields[0].text) draft.size("radius", this.fields[0].text, id);
    else if (s.point) draft.hold("on-curve", s.point, id);
    this.back();
    return draft;
  }

  back(): boolean {
    const was = this.ends.length > 0;
    this.ends = [];
    this.fields = [];
    return was;
  }
}

/** Centre, where it starts, and how far it turns, to the side that the pointer goes. */
export class CentreArcTool implements Tool {
  private centre: Snap | null = null;
  private start: { snap: Snap; at: Vec2; text: string } | null = null;
  /** How far the pointer has turned, counter-clockwise counted positive. */
  private turned = 0;
  fields: Field[] = [];

  hint(): string {
    return !this.centre
      ? "Click the centre"
      : !this.start
        ? "Click where the arc starts, or type its radius"
        : "Click where it ends, or type the angle it turns";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  private first(s: Snap, d: Drawing): Vec2 {
    const m = this.centre!.at;
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    if (typed === null) return s.at;
    const t = angleOf(sub(s.at, m));
    return [m[0] + Math.abs(typed) * Math.cos(t), m[1] + Math.abs(typed) * Math.sin(t)];
  }

  private turn(s: Snap): number {
    const typed = typedDegrees(this.fields[0]?.text ?? "");
    if (typed !== null) return (typed * Math.PI) / 180;
    const m = this.centre!.at;
    const full = 2 * Math.PI;
    const raw = angleOf(sub(s.at, m)) - angleOf(sub(this.start!.at, m));
    // the side that the pointer went to is kept round the half turn
    const near = raw + full * Math.round((this.turned - raw) / full);
    this.turned = Math.max(-full, Math.min(full, near));
    return this.turned;
  }

  private end(s: Snap): Vec2 {
    const m = this.centre!.at;
    const r = dist(m, this.start!.at);
    const t = angleOf(sub(this.start!.at, m)) + this.turn(s);
    return [m[0] + r * Math.cos(t), m[1] + r * Math.sin(t)];
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.centre) return "";
    const m = this.centre.at;
    if (!this.start) return `M${m[0]} ${m[1]}L${this.first(s, d)}`;
    const a = this.start.at;
    const r = dist(m, a);
    const turn = this.turn(s);
    const b = this.end(s);
    return `M${a[0]} ${a[1]}A${r} ${r} 0 ${Math.abs(turn) > Math.PI ? 1 : 0} ${turn > 0 ? 1 : 0} ${b[0]} ${b[1]}`;
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return this.start ? this.turn(s) : dist(this.centre!.at, this.first(s, d));
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.centre) {
      this.centre = s;
      this.fields = [{ label: "radius", kind: "length", text: "" }];
      return null;
    }
    if (!this.start) {
      const at = this.first(s, d);
      if (dist(at, this.centre.at) < 1e-6) return null;
      const text = this.fields[0].text;
      this.start = { snap: text ? { at, offer: "" } : s, at, text };
      this.turned = 0;
      this.fields = [{ label: "angle", kind: "angle", text: "" }];
      return null;
    }
    const turn = this.turn(s);
    if (Math.abs(turn) < 1e-6 || Math.abs(turn) > 2 * Math.PI - 1e-6) return null;
    const draft = new Draft(d.model);
    const m = draft.pointAt(this.centre);
    const a = draft.pointAt(this.start.snap);
    const b = draft.point(this.end(s));
    const id = turn > 0 ? draft.arc(m, a, b) : draft.arc(m, b, a);
    if (this.start.text) draft.size("radius", this.start.text, id);
    this.back();
    return draft;
  }

  back(): boolean {
    const was = this.centre !== null;
    this.centre = null;
    this.start = null;
    this.fields = [];
    return was;
  }
}

/** From the end of a curve, smoothly on to where the pointer is. */
export class TangentArcTool implements Tool {
  private start: { snap: Snap; curve: string; way: Vec2 } | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.start
      ? "Click where the arc ends, or type its radius"
      : "Click the end of a line, arc or spline to go on from";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  private end(s: Snap, d: Drawing): Vec2 {
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    return typed === null ? s.at : bentTo(this.start!.snap.at, this.start!.way, Math.abs(typed), s.at);
  }

  preview(s: Snap, d: Drawing): string {
    return this.start ? bentPath(this.start.snap.at, this.start.way, this.end(s, d)) : "";
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return bent(this.start!.snap.at, this.start!.way, this.end(s, d))?.radius ?? 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.start) {
      const before = goingOn(d.model, s.point);
      if (!before) return null;
      this.start = { snap: s, ...before };
      this.fields = [{ label: "radius", kind: "length", text: "" }];
      return null;
    }
    const at = this.end(s, d);
    const arc = bent(this.start.snap.at, this.start.way, at);
    if (!arc) return null;
    const draft = new Draft(d.model);
    const m = draft.point(arc.centre);
    const a = draft.pointAt(this.start.snap);
    const b = this.fields[0].text ? draft.point(at) : draft.pointAt(s);
    const id = arc.left ? draft.arc(m, a, b) : draft.arc(m, b, a);
    draft.hold("tangent", this.start.curve, id);
    if (this.fields[0].text) draft.size("radius", this.fields[0].text, id);
    this.back();
    return draft;
  }

  back(): boolean {
    const was = this.start !== null;
    this.start = null;
    this.fields = [];
    return was;
  }
}
