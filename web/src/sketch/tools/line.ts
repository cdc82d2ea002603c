import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { along, angleOf, dist, sub } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** Point to point, going on from each end until it closes or Esc. */
export class LineTool implements Tool {
  private start: Snap | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.start ? "Click where it ends, or type its length and angle" : "Click where the line starts";
  }

  from(d: Drawing): Vec2 | undefined {
    return this.start ? this.place(this.start, d) : undefined;
  }

  /** A start that is a point may have been moved by the solver since. */
  private place(s: Snap, d: Drawing): Vec2 {
    return s.point ? d.model.at(s.point) : s.at;
  }

  private end(s: Snap, d: Drawing): Snap {
    const a = this.place(this.start!, d);
    const length = roughLength(this.fields[0]?.text ?? "", d.unit);
    const typedAngle = parseFloat(this.fields[1]?.text ?? "");
    if (length === null && Number.isNaN(typedAngle)) return s;
    const angle = Number.isNaN(typedAngle) ? angleOf(sub(s.at, a)) : (typedAngle * Math.PI) / 180;
    const at = along(a, angle, length ?? dist(s.at, a));
    return {
      at,
      offer: "",
      level: s.level && Number.isNaN(typedAngle),
      plumb: s.plumb && Number.isNaN(typedAngle),
    };
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.start) return "";
    const a = this.place(this.start, d);
    const b = this.end(s, d).at;
    return `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
  }

  measure(field: number, s: Snap, d: Drawing): number {
    const v = sub(this.end(s, d).at, this.place(this.start!, d));
    return field === 0 ? Math.hypot(...v) : angleOf(v);
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.start) {
      this.start = s;
      this.fields = [
        { label: "length", kind: "length", text: "" },
        { label: "angle", kind: "angle", text: "" },
      ];
      return null;
    }
    const end = this.end(s, d);
    const a = this.place(this.start, d);
    if (dist(a, end.at) < 1e-6) return null;
    const draft = new Draft(d.model);
    const p = draft.pointAt(this.start);
    const q = draft.pointAt(end);
    if (p === q) return null;
    const id = draft.line(p, q);
    if (end.level) draft.hold("horizontal", id);
    if (end.plumb) draft.hold("vertical", id);
    const [length, angle] = this.fields;
    if (length.text) draft.size("distance", length.text, id);
    if (angle.text) {
      const rad = Math.abs(parseFloat(angle.text)) % 360;
      draft.size("angle", String(rad > 180 ? 360 - rad : rad), "x-axis", id);
    }
    const closes = end.point !== undefined;
    this.start = closes ? null : { at: end.at, offer: "", point: q };
    this.fields = closes ? [] : this.fields.map((f) => ({ ...f, text: "" }));
    return draft;
  }

  back(): boolean {
    const was = this.start !== null;
    this.start = null;
    this.fields = [];
    return was;
  }
}
