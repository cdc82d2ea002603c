import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { oval, ovalPath } from "../free";
import { along, angleOf, dist, sub } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** Centre, the end of one half axis, then how far it reaches across. */
export class EllipseTool implements Tool {
  private centre: Snap | null = null;
  private end: { snap: Snap; at: Vec2; text: string } | null = null;
  fields: Field[] = [];

  hint(): string {
    if (!this.centre) return "Click the centre";
    return this.end
      ? "Click how wide it is across, or type the half width"
      : "Click the end of one half axis, or type it";
  }

  from(): Vec2 | undefined {
    return this.centre?.at;
  }

  private typed(d: Drawing): number | null {
    const mm = roughLength(this.fields[0]?.text ?? "", d.unit);
    return mm === null ? null : Math.abs(mm);
  }

  private first(s: Snap, d: Drawing): Vec2 {
    const l = this.typed(d);
    return l === null ? s.at : along(this.centre!.at, angleOf(sub(s.at, this.centre!.at)), l);
  }

  private second(s: Snap, d: Drawing): Vec2 {
    const m = this.centre!.at;
    const { u, v } = oval(m, this.end!.at, s.at);
    const high = this.typed(d) ?? Math.hypot(...v);
    const l = Math.hypot(...u) || 1;
    // on the side of the pointer
    const way = -u[1] * (s.at[0] - m[0]) + u[0] * (s.at[1] - m[1]) < 0 ? -1 : 1;
    return [m[0] - (way * high * u[1]) / l, m[1] + (way * high * u[0]) / l];
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.centre) return "";
    if (this.end) return ovalPath(this.centre.at, this.end.at, this.second(s, d));
    const [x, y] = this.first(s, d);
    return `M${this.centre.at[0]} ${this.centre.at[1]}L${x} ${y}`;
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return dist(this.centre!.at, this.end ? this.second(s, d) : this.first(s, d));
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.centre) {
      this.centre = s;
      this.fields = [{ label: "half axis", kind: "length", text: "" }];
      return null;
    }
    if (!this.end) {
      const at = this.first(s, d);
      if (dist(at, this.centre.at) < 1e-6) return null;
      this.end = { snap: s, at, text: this.fields[0].text };
      this.fields = [{ label: "across", kind: "length", text: "" }];
      return null;
    }
    const b = this.second(s, d);
    if (dist(b, this.centre.at) < 1e-6) return null;
    const draft = new Draft(d.model);
    const m = draft.pointAt(this.centre);
    const a = this.end.text === "" ? draft.pointAt(this.end.snap) : draft.point(this.end.at);
    const q = draft.point(b);
    draft.ellipse(m, a, q);
    if (this.end.snap.level) draft.hold("horizontal", m, a);
    if (this.end.snap.plumb) draft.hold("vertical", m, a);
    if (this.end.text) draft.size("distance", this.end.text, m, a);
    if (this.fields[0].text) draft.size("distance", this.fields[0].text, m, q);
    this.centre = null;
    this.end = null;
    this.fields = [];
    return draft;
  }

  back(): boolean {
    if (this.end) {
      this.end = null;
      this.fields = [{ label: "half axis", kind: "length", text: "" }];
      return true;
    }
    const was = this.centre !== null;
    this.centre = null;
    this.fields = [];
    return was;
  }
}
