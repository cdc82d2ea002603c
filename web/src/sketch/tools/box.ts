import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { angleOf, cross, dist, sub } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** A rectangle from corner to corner. */
export class BoxTool implements Tool {
  private first: Snap | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.first ? "Click the far corner, or type width and height" : "Click one corner";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  private far(s: Snap, d: Drawing): Vec2 {
    const [x, y] = this.first!.at;
    const w = roughLength(this.fields[0]?.text ?? "", d.unit);
    const h = roughLength(this.fields[1]?.text ?? "", d.unit);
    return [
      w === null ? s.at[0] : x + Math.sign(s.at[0] - x || 1) * w,
      h === null ? s.at[1] : y + Math.sign(s.at[1] - y || 1) * h,
    ];
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.first) return "";
    const [x, y] = this.first.at;
    const [u, v] = this.far(s, d);
    return `M${x} ${y}L${u} ${y}L${u} ${v}L${x} ${v}Z`;
  }

  measure(field: number, s: Snap, d: Drawing): number {
    const far = this.far(s, d);
    return Math.abs(far[field] - this.first!.at[field]);
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.first) {
      this.first = s;
      this.fields = [
        { label: "width", kind: "length", text: "" },
        { label: "height", kind: "length", text: "" },
      ];
      return null;
    }
    const [x, y] = this.first.at;
    const [u, v] = this.far(s, d);
    if (Math.abs(u - x) < 1e-6 || Math.abs(v - y) < 1e-6) return null;
    const draft = new Draft(d.model);
    const typed = this.fields.some((f) => f.text);
    const a = draft.pointAt(this.first);
    const b = draft.point([u, y]);
    const c = typed ? draft.point([u, v]) : draft.pointAt({ ...s, at: [u, v] });
    const e = draft.point([x, v]);
    const level = draft.line(a, b);
    const plumb = draft.line(b, c);
    draft.hold("horizontal", level);
    draft.hold("vertical", plumb);
    draft.hold("horizontal", draft.line(c, e));
    draft.hold("vertical", draft.line(e, a));
    if (this.fields[0].text) draft.size("distance", this.fields[0].text, level);
    if (this.fields[1].text) draft.size("distance", this.fields[1].text, plumb);
    this.back();
    return draft;
  }

  back(): boolean {
    const was = this.first !== null;
    this.first = null;
    this.fields = [];
    return was;
  }
}

/** A rectangle about its centre, then a corner. */
export class CentreBoxTool implements Tool {
  private centre: Snap | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.centre ? "Click a corner, or type width and height" : "Click the centre";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  /** Half of the width and of the height. */
  private half(s: Snap, d: Drawing): Vec2 {
    const typed = this.fields.map((f) => roughLength(f.text, d.unit));
    return [0, 1].map((k) =>
      typed[k] === null || typed[k] === undefined
        ? Math.abs(s.at[k] - this.centre!.at[k])
        : Math.abs(typed[k]!) / 2,
    ) as Vec2;
  }

  private corners(s: Snap, d: Drawing): Vec2[] {
    const [x, y] = this.centre!.at;
    const [w, h] = this.half(s, d);
    return [
      [x - w, y - h],
      [x + w, y - h],
      [x + w, y + h],
      [x - w, y + h],
    ];
  }

  preview(s: Snap, d: Drawing): string {
    return this.centre ? `M${this.corners(s, d).join("L")}Z` : "";
  }

  measure(field: number, s: Snap, d: Drawing): number {
    return 2 * this.half(s, d)[field];
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.centre) {
      this.centre = s;
      this.fields = [
        { label: "width", kind: "length", text: "" },
        { label: "height", kind: "length", text: "" },
      ];
      return null;
    }
    if (this.half(s, d).some((v) => v < 1e-6)) return null;
    const draft = new Draft(d.model);
    const m = draft.pointAt(this.centre);
    const p = this.corners(s, d).map((c) => draft.point(c));
    const lines = p.map((a, i) => draft.line(a, p[(i + 1) % 4]));
    draft.hold("horizontal", lines[0]);
    draft.hold("vertical", lines[1]);
    draft.hold("horizontal", lines[2]);
    draft.hold("vertical", lines[3]);
    draft.hold("midpoint", m, draft.guide(p[0], p[2]));
    if (this.fields[0].text) draft.size("distance", this.fields[0].text, lines[0]);
    if (this.fields[1].text) draft.size("distance", this.fields[1].text, lines[1]);
    this.back();
    return draft;
  }

  back(): boolean {
    const was = this.centre !== null;
    this.centre = null;
    this.fields = [];
    return was;
  }
}

/** A rectangle that may lie askew: two corners of one side, then how far it goes. */
export class SlantBoxTool implements Tool {
  private ends: { snap: Snap; at: Vec2; text: string }[] = [];
  fields: Field[] = [];

  hint(): string {
    return [
      "Click one end of a side",
      "Click the other end, or type the length",
      "Click how far it goes, or type the width",
    ][this.ends.length];
  }

  from(): Vec2 | undefined {
    return this.ends.length === 1 ? this.ends[0].at : undefined;
  }

  private second(s: Snap, d: Drawing): Vec2 {
    const a = this.ends[0].at;
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    if (typed === null) return s.at;
    const t = angleOf(sub(s.at, a));
    return [a[0] + typed * Math.cos(t), a[1] + typed * Math.sin(t)];
  }

  /** From a side to the one across. */
  private across(s: Snap, d: Drawing): Vec2 {
    const [a, b] = this.ends.map((e) => e.at);
    const u = sub(b, a);
    const l = Math.hypot(...u);
    const n: Vec2 = [-u[1] / l, u[0] / l];
    const off = cross(u, sub(s.at, a)) / l;
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    const far = typed === null ? off : (Math.sign(off) || 1) * Math.abs(typed);
    return [far * n[0], far * n[1]];
  }

  preview(s: Snap, d: Drawing): string {
    if (this.ends.length === 0) return "";
    const a = this.ends[0].at;
    if (this.ends.length === 1) return `M${a}L${this.second(s, d)}`;
    const b = this.ends[1].at;
    const v = this.across(s, d);
    return `M${a}L${b}L${[b[0] + v[0], b[1] + v[1]]}L${[a[0] + v[0], a[1] + v[1]]}Z`;
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return this.ends.length === 1
      ? dist(this.ends[0].at, this.second(s, d))
      : Math.hypot(...this.across(s, d));
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (this.ends.length < 2) {
      const at = this.ends.length === 1 ? this.second(s, d) : s.at;
      if (this.ends.length === 1 && dist(at, this.ends[0].at) < 1e-6) return null;
      const text = this.fields[0]?.text ?? "";
      this.ends.push({ snap: text ? { at, offer: "", level: s.level, plumb: s.plumb } : s, at, text });
      this.fields = [{ label: this.ends.length === 1 ? "length" : "width", kind: "length", text: "" }];
      return null;
    }
    const v = this.across(s, d);
    if (Math.hypot(...v) < 1e-6) return null;
    const draft = new Draft(d.model);
    const [a, b] = this.ends.map((e) => draft.pointAt(e.snap));
    const [p, q] = this.ends.map((e) => e.at);
    const c = draft.point([q[0] + v[0], q[1] + v[1]]);
    const e = draft.point([p[0] + v[0], p[1] + v[1]]);
    const side = draft.line(a, b);
    const next = draft.line(b, c);
    draft.hold("perpendicular", side, next);
    draft.hold("parallel", side, draft.line(c, e));
    draft.hold("parallel", next, draft.line(e, a));
    if (this.ends[1].snap.level) draft.hold("horizontal", side);
    if (this.ends[1].snap.plumb) draft.hold("vertical", side);
    if (this.ends[1].text) draft.size("distance", this.ends[1].text, side);
    if (this.fields[0].text) draft.size("distance", this.fields[0].text, next);
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
