import { useState } from "react";
import { api, Refused } from "../api/client";
import type { SketchStep } from "../api/types";
import { usePart } from "../part/store";
import { useSketch } from "./store";

/** A driven number: a press says by what it is driven, and each of those leads there. */
export function DrivenValue({ step, id, text }: { step: SketchStep; id: string; text: string }) {
  const [by, setBy] = useState<{ id: string; words: string }[] | null>(null);
  const ask = () => {
    if (by) return setBy(null);
    api.drivers(usePart.getState().view!.id, step.id, id).then(setBy, (e: unknown) => {
      if (!(e instanceof Refused)) throw e;
      usePart.getState().say(e.message, true);
    });
  };
  const show = (k: string) =>
    useSketch.getState().set({ picks: [k, ...(step.constraints.find((c) => c.id === k)?.on ?? [])] });
  return (
    <>
      <button className="slot" title="Driven: press to see by what" aria-expanded={by !== null} onClick={ask}>
        {text}
      </button>
      {by && (
        <span className="driven-by">
          {by.length === 0 ? "still loose: nothing gives it its value" : "by "}
          {by.map((k) => (
            <button key={k.id} className="btn plain" onClick={() => show(k.id)}>
              {k.words}
            </button>
          ))}
        </span>
      )}
    </>
  );
}
