import { useEffect } from "react";
import { create } from "zustand";
import { api, wentOn } from "../api/client";
import type { Measured } from "../api/types";
import { usePart } from "../part/store";
import { hitOf } from "../sentence/pointing";

/** What is picked in the stage of checks, measured. */
export const useMeasured = create<{ measured: Measured | null }>(() => ({ measured: null }));

const MEASURED = ["face", "edge", "vertex"];

/** Measures what is picked while the part is checked, as long as it is one or two things. */
export function useMeasuring(): void {
  const picks = usePart((s) => s.picks);
  const view = usePart((s) => s.view);
  const checking = usePart((s) => s.stage === 7 && s.doing.kind === "looking");
  useEffect(() => {
    const those = picks.filter((p) => MEASURED.includes(p.kind));
    const fits = checking && those.length === picks.length && picks.length > 0 && picks.length < 3;
    if (!view || !fits) {
      useMeasured.setState({ measured: null });
      return;
    }
    let late = false;
    api
      .measure(
        view.id,
        view.revision,
        picks.map((p) => hitOf(p)),
      )
      .then((measured) => !late && useMeasured.setState({ measured }), wentOn);
    return () => {
      late = true;
    };
  }, [picks, view, checking]);
}
