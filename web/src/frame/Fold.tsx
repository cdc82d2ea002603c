import { create } from "zustand";

export type Side = "shelf" | "sheet";

const KEY = "tall-ember-folded";

/** What stands folded beside the view, as it was left last; in a narrow window the shelf is to begin with. */
function atFirst(): Record<Side, boolean> {
  const kept = localStorage.getItem(KEY);
  return kept === null
    ? { shelf: window.innerWidth < 900, sheet: false }
    : { shelf: kept.includes("shelf"), sheet: kept.includes("sheet") };
}

export const useFolds = create<Record<Side, boolean>>(atFirst);

export function fold(side: Side, away: boolean): void {
  useFolds.setState({ [side]: away });
  const folds = useFolds.getState();
  localStorage.setItem(KEY, (["shelf", "sheet"] as const).filter((s) => folds[s]).join(" "));
}

const NAMES: Record<Side, [name: string, away: string, back: string]> = {
  shelf: ["the shelf", "‹", "›"],
  sheet: ["the build sheet", "›", "‹"],
};

/** Folds a side away, so that the view has its room. */
export function Fold({ side }: { side: Side }) {
  const [name, away] = NAMES[side];
  return (
    <button
      className="fold"
      title={`Fold ${name}`}
      aria-label={`Fold ${name}`}
      onClick={() => fold(side, true)}
    >
      {away}
    </button>
  );
}

/** A strip that stands for a folded side and brings it back. */
export function Folded({ side, children }: { side: Side; children: string }) {
  const [name, , back] = NAMES[side];
  return (
    <button className={`folded ${side}`} title={`Open ${name}`} onClick={() => fold(side, false)}>
      <span aria-hidden="true">{back}</span> <span className="wd">{children}</span>
    </button>
  );
}
