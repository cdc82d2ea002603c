import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { angleOf, dist, sub } from "../model";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** A line of text: where it begins, then the way it runs. */
export class TextTool implements Tool {
  private start: Snap | null = null;
  private readonly words: () => { text: string; height: string };
  readonly fields: Field[] = [];

  constructor(words: () => { text: string; height: string }) {
    this.words = words;
  }

  hint(): string {
    return this.start ? "Click the way it runs" : "Click where the text begins";
  }

  from(): Vec2 | undefined {
    return this.start?.at;
  }

  private box(s: Snap, d: Drawing): Vec2[] {
    const a = this.start?.at ?? s.at;
    const t = this.start && dist(a, s.at) > 1e-6 ? angleOf(sub(s.at, a)) : 0;
    const { text, height } = this.words();
    const h = roughLength(height, d.unit) ?? 5;
    const w = 0.82 * h * Math.max(1, text.length);
    const at = (x: number, y: number): Vec2 => [
      a[0] + x * Math.cos(t) - y * Math.sin(t),
      a[1] + x * Math.sin(t) + y * Math.cos(t),
    ];
    return [at(0, 0), at(w, 0), at(w, h), at(0, h)];
  }

  preview(s: Snap, d: Drawing): string {
    return `M${this.box(s, d).join("L")}Z`;
  }

  measure(): number {
    return 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (!this.start) {
      this.start = s;
      return null;
    }
    const { text, height } = this.words();
    const h = roughLength(height, d.unit);
    if (dist(this.start.at, s.at) < 1e-6 || text.trim() === "" || h === null || h <= 0) return null;
    const draft = new Draft(d.model);
    const a = draft.pointAt(this.start);
    const b = draft.pointAt(s);
    draft.text(a, b, text.trim(), h);
    if (s.level) draft.hold("horizontal", a, b);
    if (s.plumb) draft.hold("vertical", a, b);
    this.start = null;
    return draft;
  }

  back(): boolean {
    const was = this.start !== null;
    this.start = null;
    return was;
  }
}
