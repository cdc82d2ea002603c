import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { dist } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** Centre, then the edge. */
export class CircleTool implements Tool {
  private centre: Snap | null = null;
  fields: Field[] = [];

  hint(): string {
    return this.centre ? "Click a point of the edge, or type the diameter" : "Click the centre";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  private radius(s: Snap, d: Drawing): number {
    const typed = roughLength(this.fields[0]?.text ?? "", d.unit);
    return typed === null ? dist(s.at, this.centre!.at) : Math.abs(typed) / 2;
  }

  preview(s: Snap, d: Drawing): string {
    if (!this.centre) return "";
    const [x, y] = this.centre.at;
    const r = this.radius(s, d);
    return r > 0 ? `M${x + r} ${y}A${r} ${r} 0 0 1 ${x - r} ${y}A${r} ${r} 0 0 1 ${x + r} ${y}` : "";
  }

  measure(_field: number, s: Snap, d: Drawing): number {
    return 2 * this.radius(s, d);
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.centre) {
      this.centre = s;
      this.fields = [{ label: "diameter", kind: "length", text: "" }];
      return null;
    }
    const r = this.radius(s, d);
    if (r < 1e-6) return null;
    const draft = new Draft(d.model);
    const m = draft.pointAt(this.centre);
    const id = draft.circle(m, r);
    const typed = this.fields[0].text;
    if (typed) draft.size("diameter", typed, id);
    else if (s.point && s.point !== m) draft.hold("on-curve", s.point, id);
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
