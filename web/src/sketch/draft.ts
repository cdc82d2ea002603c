import type { Command, Constraint, ConstraintKind, Entity, Vec2 } from "../api/types";
import type { Model } from "./model";
import type { Snap } from "./snap";

/** New entities and constraints under fresh names, sent as one command. */
export class Draft {
  readonly entities: Entity[] = [];
  readonly constraints: Constraint[] = [];
  private readonly next: Record<string, number> = { p: 1, c: 1, k: 1 };

  constructor(model: Model) {
    for (const { id } of [...model.entities, ...model.constraints]) {
      const n = parseInt(id.slice(1), 10);
      if (id[0] in this.next && n >= this.next[id[0]]) this.next[id[0]] = n + 1;
    }
  }

  private id(prefix: "p" | "c" | "k"): string {
    return `${prefix}${this.next[prefix]++}`;
  }

  point(at: Vec2): string {
    const id = this.id("p");
    this.entities.push({ kind: "point", id, x: at[0], y: at[1] });
    return id;
  }

  /** The point that a click with this snap means: an existing one, or a new one tied as offered. */
  pointAt(s: Snap): string {
    if (s.point) return s.point;
    const id = this.point(s.at);
    if (s.mid) this.hold("midpoint", id, s.mid);
    if (s.on) this.hold("on-curve", id, s.on);
    return id;
  }

  line(start: string, end: string): string {
    const id = this.id("c");
    this.entities.push({ kind: "line", id, start, end });
    return id;
  }

  /** A construction line. */
  guide(start: string, end: string): string {
    const id = this.id("c");
    this.entities.push({ kind: "line", id, start, end, construction: true });
    return id;
  }

  circle(centre: string, radius: number): string {
    const id = this.id("c");
    this.entities.push({ kind: "circle", id, centre, radius });
    return id;
  }

  arc(centre: string, start: string, end: string): string {
    const id = this.id("c");
    this.entities.push({ kind: "arc", id, centre, start, end });
    return id;
  }

  ellipse(centre: string, a: string, b: string): string {
    const id = this.id("c");
    this.entities.push({ kind: "ellipse", id, centre, a, b });
    return id;
  }

  spline(through: string[], closed: boolean, startHandle?: string, endHandle?: string): string {
    const id = this.id("c");
    this.entities.push({ kind: "spline", id, through, closed, startHandle, endHandle });
    return id;
  }

  text(start: string, along: string, text: string, height: number): string {
    const id = this.id("c");
    this.entities.push({ kind: "text", id, start, along, text, height });
    return id;
  }

  hold(kind: ConstraintKind, ...on: string[]): void {
    this.constraints.push({ kind, id: this.id("k"), on });
  }

  size(kind: ConstraintKind, value: number | string, ...on: string[]): void {
    this.constraints.push({ kind, id: this.id("k"), on, value });
  }

  command(step: string): Command {
    return { do: "draw", id: step, entities: this.entities, constraints: this.constraints };
  }
}
