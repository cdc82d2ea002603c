import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
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
