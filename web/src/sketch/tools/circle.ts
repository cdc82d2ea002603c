import type { Vec2 } from "../../api/types";
import { roughLength } from "../../api/numbers";
import { Draft } from "../draft";
import { dist } from "../model";
import { throughThree } from "./arc";
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

const circlePath = ([x, y]: Vec2, r: number) =>
  `M${x + r} ${y}A${r} ${r} 0 0 1 ${x - r} ${y}A${r} ${r} 0 0 1 ${x + r} ${y}`;

/** A circle through three points, or touching three curves. */
export class ThreeCircleTool implements Tool {
  private picked: Snap[] = [];
  readonly fields: Field[] = [];
  private readonly touching: boolean;

  constructor(touching: boolean) {
    this.touching = touching;
  }

  hint(): string {
    const which = ["the first", "the second", "the third"][this.picked.length];
    return this.touching ? `Click ${which} curve that it touches` : `Click ${which} point it runs through`;
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  private shape(s: Snap) {
    const at = [...this.picked, s].map((p) => p.at);
    return at.length === 3 ? throughThree(at[0], at[1], at[2]) : null;
  }

  preview(s: Snap): string {
    const round = this.shape(s);
    if (round) return circlePath(round.centre, round.radius);
    return this.picked.length > 0 ? `M${[...this.picked.map((p) => p.at), s.at].join("L")}` : "";
  }

  measure(): number {
    return 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    if (this.touching && !s.on) return null;
    if (this.picked.length < 2) {
      if (this.picked.every((p) => dist(p.at, s.at) > 1e-6)) this.picked.push(s);
      return null;
    }
    const round = this.shape(s);
    if (!round) return null;
    const draft = new Draft(d.model);
    const id = draft.circle(draft.point(round.centre), round.radius);
    for (const p of [...this.picked, s]) {
      if (!this.touching) draft.hold("on-curve", draft.pointAt(p), id);
      else if (d.model.get(p.on!)?.kind === "line") draft.hold("tangent", p.on!, id);
      else draft.hold("tangent", id, p.on!);
    }
    this.picked = [];
    return draft;
  }

  back(): boolean {
    return this.picked.pop() !== undefined;
  }
}
