import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { angleOf, cross, dist, sub } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** The centres of both round ends, then the width. */
export class SlotTool implements Tool {
  private ends: Snap[] = [];
  fields: Field[] = [];

  hint(): string {
    return [
      "Click the centre of one end",
      "Click the centre of the other end, or type the length between them",
      "Click how wide it is, or type the width",
    ][this.ends.length];
  }

  from(): Vec2 | undefined {
    return this.ends.length === 1 ? this.ends[0].at : undefined;
  }

  private far(s: Snap, d: Drawing): Vec2 {
    const a = this.ends[0].at;
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    if (typed === null) return s.at;
    const t = angleOf(sub(s.at, a));
    return [a[0] + typed * Math.cos(t), a[1] + typed * Math.sin(t)];
  }

  private radius(s: Snap, d: Drawing): number {
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    if (typed !== null) return Math.abs(typed) / 2;
    const [a, b] = this.ends.map((e) => e.at);
    return Math.abs(cross(sub(b, a), sub(s.at, a))) / dist(a, b);
  }

  /** Corners: beside the first centre, beside the second, and back on the other side. */
  private corners(r: number): Vec2[] {
    const [a, b] = this.ends.map((e) => e.at);
    const t = angleOf(sub(b, a));
    const n: Vec2 = [-Math.sin(t) * r, Math.cos(t) * r];
    return [
      [a[0] - n[0], a[1] - n[1]],
      [b[0] - n[0], b[1] - n[1]],
      [b[0] + n[0], b[1] + n[1]],
      [a[0] + n[0], a[1] + n[1]],
    ];
  }

  preview(s: Snap, d: Drawing): string {
    if (this.ends.length === 0) return "";
    const a = this.ends[0].at;
    if (this.ends.length === 1) {
      const b = this.far(s, d);
      return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
    }
    const r = this.radius(s, d);
    if (r < 1e-6) return "";
    const [p, q, u, v] = this.corners(r);
    return `M${p}L${q}A${r} ${r} 0 0 1 ${u}L${v}A${r} ${r} 0 0 1 ${p}`;
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return this.ends.length === 1 ? dist(this.ends[0].at, this.far(s, d)) : 2 * this.radius(s, d);
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (this.ends.length < 2) {
      const at = this.ends.length === 1 ? this.far(s, d) : s.at;
      if (this.ends.length === 1 && dist(at, this.ends[0].at) < 1e-6) return null;
      const typed = this.fields[0]?.text ?? "";
      this.ends.push(typed ? { at, offer: "", level: s.level, plumb: s.plumb } : { ...s, at });
      this.length = typed;
      this.fields = [{ label: this.ends.length === 1 ? "length" : "width", kind: "length", text: "" }];
      return null;
    }
    const r = this.radius(s, d);
    if (r < 1e-6) return null;
    const draft = new Draft(d.model);
    const [m, n] = this.ends.map((e) => draft.pointAt(e));
    const [p, q, u, v] = this.corners(r).map((c) => draft.point(c));
    const low = draft.line(p, q);
    const right = draft.arc(n, q, u);
    const top = draft.line(u, v);
    const left = draft.arc(m, v, p);
    draft.hold("tangent", low, right);
    draft.hold("tangent", right, top);
    draft.hold("tangent", top, left);
    draft.hold("tangent", left, low);
    draft.hold("equal", left, right);
    if (this.ends[1].level) draft.hold("horizontal", low);
    if (this.ends[1].plumb) draft.hold("vertical", low);
    if (this.length) draft.size("distance", this.length, m, n);
    if (this.fields[0].text) draft.size("distance", this.fields[0].text, low, top);
    this.back();
    return draft;
  }

  private length = "";

  back(): boolean {
    const was = this.ends.length > 0;
    this.ends = [];
    this.fields = [];
    this.length = "";
    return was;
  }
}
