import type { Vec2 } from "../../api/types";
import { roughLength, typedDegrees } from "../../api/numbers";
import { Draft } from "../draft";
import { along, angleOf, dist, sub } from "../model";
import type { Snap } from "../snap";
import { bent, bentPath, bentTo, goingOn } from "./tangent";
import type { Drawing, Field, Tool } from "./tool";

/** Point to point, going on from each end until it closes or Esc; pieces may bend off tangent to the one before. */
export class LineTool implements Tool {
  private start: Snap | null = null;
  private bending = false;
  fields: Field[] = [];

  hint(): string {
    if (!this.start) return "Click where the line starts";
    return this.bending
      ? "Click where the arc ends, or type its radius; R goes on straight"
      : "Click where it ends, or type its length and angle; R bends off as a tangent arc";
  }

  from(d: Drawing): Vec2 | undefined {
    return this.start ? this.place(this.start, d) : undefined;
  }

  /** Turns between straight and tangent pieces; false when there is nothing to be tangent to. */
  bend(d: Drawing): boolean {
    if (!this.start || !goingOn(d.model, this.start.point)) return false;
    this.bending = !this.bending;
    this.fields = this.empty();
    return true;
  }

  private empty(): Field[] {
    return this.bending
      ? [{ label: "radius", kind: "length", text: "" }]
      : [
          { label: "length", kind: "length", text: "" },
          { label: "angle", kind: "angle", text: "" },
        ];
  }

  /** A start that is a point may have been moved by the solver since. */
  private place(s: Snap, d: Drawing): Vec2 {
    return s.point ? d.model.at(s.point) : s.at;
  }

  private way(d: Drawing): Vec2 | null {
    return this.bending ? (goingOn(d.model, this.start?.point)?.way ?? null) : null;
  }

  private end(s: Snap, d: Drawing): Snap {
    const a = this.place(this.start!, d);
    const length = roughLength(this.fields[0]?.text ?? "", d.unit);
    const way = this.way(d);
    if (way) return length === null ? s : { at: bentTo(a, way, Math.abs(length), s.at), offer: "" };
    const typedAngle = typedDegrees(this.fields[1]?.text ?? "");
    if (length === null && typedAngle === null) return s;
    const angle = typedAngle === null ? angleOf(sub(s.at, a)) : (typedAngle * Math.PI) / 180;
    const at = along(a, angle, length ?? dist(s.at, a));
    return {
      at,
      offer: "",
      level: s.level && typedAngle === null,
      plumb: s.plumb && typedAngle === null,
    };
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.start) return "";
    const a = this.place(this.start, d);
    const b = this.end(s, d).at;
    const way = this.way(d);
    return way ? bentPath(a, way, b) : `M${a[0]} ${a[1]}L${b[0]} ${b[1]}`;
  }

  measure(field: number, s: Snap, d: Drawing): number {
    const a = this.place(this.start!, d);
    const b = this.end(s, d).at;
    const way = this.way(d);
    if (way) return bent(a, way, b)?.radius ?? 0;
    const v = sub(b, a);
    return field === 0 ? Math.hypot(...v) : angleOf(v);
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.start) {
      this.start = s;
      this.fields = this.empty();
      return null;
    }
    const end = this.end(s, d);
    const a = this.place(this.start, d);
    if (dist(a, end.at) < 1e-6) return null;
    const draft = new Draft(d.model);
    const before = goingOn(d.model, this.start.point);
    const arc = this.bending && before ? bent(a, before.way, end.at) : null;
    const p = draft.pointAt(this.start);
    const q = draft.pointAt(end);
    if (p === q) return null;
    if (arc && before) {
      const m = draft.point(arc.centre);
      const id = draft.arc(m, arc.left ? p : q, arc.left ? q : p);
      draft.hold("tangent", before.curve, id);
      if (this.fields[0].text) draft.size("radius", this.fields[0].text, id);
    } else {
      const id = draft.line(p, q);
      if (before && this.bending) draft.hold("tangent", id, before.curve);
      if (end.level) draft.hold("horizontal", id);
      if (end.plumb) draft.hold("vertical", id);
      const [length, angle] = this.fields;
      if (length.text) draft.size("distance", length.text, id);
      if (angle?.text) {
        const rad = Math.abs(typedDegrees(angle.text) ?? 0) % 360;
        draft.size("angle", String(rad > 180 ? 360 - rad : rad), "x-axis", id);
      }
    }
    const closes = end.point !== undefined;
    this.bending = false;
    this.start = closes ? null : { at: end.at, offer: "", point: q };
    this.fields = closes ? [] : this.empty();
    return draft;
  }

  back(): boolean {
    const was = this.start !== null;
    this.start = null;
    this.bending = false;
    this.fields = [];
    return was;
  }
}
