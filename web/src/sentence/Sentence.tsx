import { Fragment, type ReactNode } from "react";
import type { Sentence as Said, Slot } from "../api/talk";

/** The words of a sentence in order, its slots drawn by whoever shows it. */
export function Sentence({
  said,
  sheet = false,
  draw,
}: {
  said: Said;
  /** Whether what says nothing is left out. */
  sheet?: boolean;
  draw: (place: string, slot: Slot) => ReactNode;
}) {
  return (
    <>
      {said.words
        .filter((w) => !sheet || !w.quiet)
        .map((w, i) =>
          w.at === undefined ? (
            <Fragment key={i}>{w.t}</Fragment>
          ) : (
            <Fragment key={w.at}>{draw(w.at, said.slots[w.at])}</Fragment>
          ),
        )}
    </>
  );
}

/** The options of a slot by their keys. */
export const choices = (slot: Slot): Record<string, string> =>
  Object.fromEntries((slot.options ?? []).map((o) => [o.key, o.label]));
