import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { cross, dist, sub } from "../model";
import type { Snap } from "../snap";
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
