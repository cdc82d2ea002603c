import type { Vec2 } from "../../api/types";
import { Draft } from "../draft";
import type { Snap } from "../snap";
import type { Drawing, Field, Tool } from "./tool";

/** Points of their own, on which holes and bosses can stand. */
export class PointTool implements Tool {
  fields: Field[] = [];

  hint(): string {
    return "Click where the point should be; holes and bosses can stand on it";
  }

  from(): Vec2 | undefined {
    return undefined;
  }

  preview({ at: [x, y] }: Snap): string {
    return `M${x - 1} ${y}H${x + 1}M${x} ${y - 1}V${y + 1}`;
  }

  measure(): number {
    return 0;
  }

  click(s: Snap, d: Drawing): Draft | null {
    // a point that is there already needs no second one
    if (s.point && s.point !== "origin") return null;
    const draft = new Draft(d.model);
    const p = draft.pointAt({ ...s, point: undefined });
    if (s.point) draft.hold("coincident", p, s.point);
    return draft;
  }

  back(): boolean {
    return false;
  }
}
