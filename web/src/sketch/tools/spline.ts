import type { Vec2 } from "../../api/types";
import { Draft } from "../draft";
import { splinePath } from "../free";
import { dist } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** Point after point; the last one clicked again ends it, the first one closes it. */
export class SplineTool implements Tool {
  private through: Snap[] = [];
  fields: Field[] = [];

  hint(): string {
    const n = this.through.length;
    if (n === 0) return "Click where the spline begins";
    return n === 1
      ? "Click the next point"
      : "Click the next point; Enter or a double click ends it, its first point closes it";
  }

  from(): Vec2 | undefined {
    return this.through[this.through.length - 1]?.at;
  }

  private closes(s: Snap): boolean {
    return this.through.length > 2 && dist(s.at, this.through[0].at) < 1e-6;
  }

  preview(s: Snap): string {
    if (this.through.length === 0) return "";
    const points = this.through.map((p) => p.at);
    return this.closes(s) ? splinePath(points, true) : splinePath([...points, s.at], false);
  }

  measure(): number {
    return 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    const last = this.through[this.through.length - 1];
    if (this.closes(s)) return this.made(d, true);
    if (last && dist(last.at, s.at) < 1e-6) return this.finish(d);
    this.through.push(s);
    return null;
  }

  finish(d: Drawing): Draft | null {
    return this.through.length > 1 ? this.made(d, false) : null;
  }

  private made(d: Drawing, closed: boolean): Draft {
    const draft = new Draft(d.model);
    draft.spline(
      this.through.map((s) => draft.pointAt(s)),
      closed,
    );
    this.through = [];
    return draft;
  }

  back(): boolean {
    return this.through.pop() !== undefined;
  }
}
