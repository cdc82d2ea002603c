import { typedDegrees } from "../../api/numbers";
import type { Unit, Vec2 } from "../../api/types";
import type { Draft } from "../draft";
import type { Model } from "../model";
import type { Snap } from "../snap";

/** A number that can be typed while drawing. */
export interface Field {
  label: string;
  kind: "length" | "angle" | "count";
  text: string;
  /** Of a count: from where to where it can go. */
  range?: [number, number];
}

/**
 * What is wrong with a typed number, in words; "" when nothing is. Lengths may be formulas: those are read by the server, which
 * refuses what it can't.
 */
export function complaint(f: Field): string {
  if (f.text === "" || f.kind === "length") return "";
  if (f.kind === "angle")
    return typedDegrees(f.text) === null
      ? `“${f.text}” can't be read as an angle. Type degrees, such as 37.5.`
      : "";
  const [least, most] = f.range!;
  const n = Number(f.text);
  return Number.isInteger(n) && n >= least && n <= most
    ? ""
    : `“${f.text}” can't be the number of ${f.label}: that is a whole number from ${least} to ${most}.`;
}

export interface Drawing {
  model: Model;
  unit: Unit;
}

/** Something to draw with: a small state machine fed with clicks, typed numbers and Esc. */
export interface Tool {
  /** What to do next. */
  hint(): string;
  fields: Field[];
  /** Where the pointer's place is measured from, if a line has been begun. */
  from(d: Drawing): Vec2 | undefined;
  /** SVG path data in mm of what a click here would draw. */
  preview(s: Snap, d: Drawing): string;
  /** What a field would measure with the pointer here, in mm or radians. */
  measure(field: number, s: Snap, d: Drawing): number;
  /** A click, or Enter; gives what is to be drawn, if something is complete. */
  click(s: Snap, d: Drawing): Draft | null;
  /** Enter, for what has no last click of its own. */
  finish?(d: Drawing): Draft | null;
  /** Esc: one level back; false when there is nothing to go back from. */
  back(): boolean;
}
