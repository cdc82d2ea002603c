import { useEffect } from "react";
import { create } from "zustand";
import { api, Refused } from "../api/client";
import type { Checkup, Finding, Mending } from "../api/types";
import { usePart, type Pick } from "../part/store";

interface Findings {
  /** Whether the findings take the sheet's place. */
  open: boolean;
  checkup: Checkup | null;
  /** Why there is none. */
  why: string;
  /** The finding that is gone into. */
  at: string | null;
  /** By the ids of findings, numbers that mend them. */
  remedies: Record<string, Mending>;
}

export const useFindings = create<Findings>(() => ({
  open: false,
  checkup: null,
  why: "",
  at: null,
  remedies: {},
}));

/** Whether the part is being judged: the findings stand beside it while nothing else is under way. */
export function useJudging(): boolean {
  const open = useFindings((s) => s.open);
  return usePart((s) => s.stage === 7 && s.doing.kind === "looking") && open;
}

/** The letter by which the sheet and the view name a finding. */
export const letter = (i: number) => String.fromCharCode(65 + (i % 26)) + (i < 26 ? "" : Math.floor(i / 26));

const picksOf = (f: Finding): Pick[] => f.faces.map((x) => ({ kind: "face", key: x.key, body: x.body }));

/** Lights what a finding is about; again, or none, puts it out. */
export function goInto(f: Finding | null): void {
  const off = !f || useFindings.getState().at === f.id;
  useFindings.setState({ at: off ? null : f.id });
  usePart.setState({ pointed: off ? [] : picksOf(f) });
}

/** Judges the part anew whenever it has changed, and then tries what would mend each finding; the next change ends it. */
export function useChecking(): void {
  const view = usePart((s) => s.view);
  const judging = useJudging();
  useEffect(() => {
    if (!view || !judging) return;
    const gone = new AbortController();
    const run = async () => {
      const checkup = await api.check(view.id, view.revision, gone.signal);
      useFindings.setState((s) => ({
        checkup,
        why: "",
        remedies: {},
        at: checkup.findings.some((f) => f.id === s.at) ? s.at : null,
      }));
      for (const f of checkup.findings.filter((x) => x.mendable && !x.accepted)) {
        const r = await api.remedy(view.id, view.revision, f.id, gone.signal);
        const { said, but = "", command } = r;
        if (said && command)
          useFindings.setState((s) => ({ remedies: { ...s.remedies, [f.id]: { said, but, command } } }));
      }
    };
    run().catch((e) => {
      if (e instanceof DOMException && e.name === "AbortError") return;
      if (!(e instanceof Refused)) throw e;
      useFindings.setState({ checkup: null, why: e.message });
    });
    return () => gone.abort();
  }, [view, judging]);
  useEffect(() => () => goInto(null), []);
}
