import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { along, angleOf, dist, sub } from "../model";
import type { Snap } from "../snap";
import { complaint, type Drawing, type Field, type Tool } from "./tool";

const SIDES: [number, number] = [3, 24];

/** A regular polygon: its centre, then a corner; size and number of sides can be typed. */
export class PolygonTool implements Tool {
  private centre: Snap | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.centre
      ? "Click a corner, or type the diameter over corners and the sides"
      : "Click the centre";
  }

  from(): Vec2 | undefined {
    return this.centre?.at;
  }

  private sides(): number {
    const f = this.fields[1];
    return f?.text && complaint(f) === "" ? Number(f.text) : 6;
  }

  private radius(s: Snap, d: Drawing): number {
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    return typed === null ? dist(s.at, this.centre!.at) : Math.abs(typed) / 2;
  }

  private corners(s: Snap, d: Drawing): Vec2[] {
    const first = angleOf(sub(s.at, this.centre!.at));
    const n = this.sides();
    const r = this.radius(s, d);
    return Array.from({ length: n }, (_, i) => along(this.centre!.at, first + (2 * Math.PI * i) / n, r));
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.centre) return "";
    return `M${this.corners(s, d).join("L")}Z`;
  }

  measure(field: number, s: Snap, d: Drawing): number {
    return field === 0 ? 2 * this.radius(s, d) : this.sides();
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.centre) {
      this.centre = s;
      this.fields = [
        { label: "diameter", kind: "length", text: "" },
        { label: "sides", kind: "count", text: "", range: SIDES },
      ];
      return null;
    }
    const r = this.radius(s, d);
    if (r < 1e-6) return null;
    const draft = new Draft(d.model);
    const m = draft.pointAt(this.centre);
    const rim = draft.circle(m, r);
    draft.entities[draft.entities.length - 1] = {
      kind: "circle",
      id: rim,
      centre: m,
      radius: r,
      construction: true,
    };
    const points = this.corners(s, d).map((c) => draft.point(c));
    const lines = points.map((p, i) => draft.line(p, points[(i + 1) % points.length]));
    points.forEach((p) => draft.hold("on-curve", p, rim));
    lines.slice(1).forEach((l) => draft.hold("equal", lines[0], l));
    if (this.fields[0].text) draft.size("diameter", this.fields[0].text, rim);
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
