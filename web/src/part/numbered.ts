import type { Step } from "../api/types";

/** A step as the build sheet calls it: its number and its name. */
export function numbered(id: string, steps: Step[]): string {
  const at = steps.findIndex((s) => s.id === id);
  return at < 0 ? id : `${at + 1} ${steps[at].name}`;
}
