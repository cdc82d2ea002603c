import type { DrawnStep, Step } from "../api/types";

/** Steps whose geometry is drawn in the view. */
export const isSketch = (s: Step): s is DrawnStep => s.kind === "sketch";
