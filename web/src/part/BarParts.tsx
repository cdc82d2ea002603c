import type { RefObject } from "react";
import { lengthText, MM, spaced } from "../api/numbers";
import { usePart } from "./store";

/** Under the sentence: why it can't be built, or what the preview changes. */
export function LiveLine({
  step,
  hint,
  onRemedy,
}: {
  step: string | null;
  hint: string;
  /** Takes a size, in mm, that would do instead of the one that doesn't. */
  onRemedy?: (size: number) => void;
}) {
  const { view, preview, previewWhy, previewMs } = usePart();
  const delta = preview?.volume !== undefined ? preview.volume - (view?.volume ?? 0) : null;
  const failed = preview?.steps.find(
    (s, i) => s.status === "failed" && (s.id === step || i === view?.workLine),
  );
  const why = failed?.message ?? previewWhy;
  return (
    <p className={`live ${why ? "plum" : ""}`} aria-live="polite" data-testid="live">
      {why ||
        (delta !== null && view
          ? `preview ${Math.round(previewMs)} ms · volume ${delta < 0 ? "−" : "+"}${spaced(
              Math.abs(delta) / MM[view.unit] ** 3,
            )} ${view.unit}³`
          : hint)}
      {onRemedy && failed?.remedy !== undefined && view && (
        <button className="pl-3 underline" onClick={() => onRemedy(failed.remedy!)}>
          Use {lengthText(failed.remedy, view.unit)} {view.unit}
        </button>
      )}
    </p>
  );
}

/** A number being typed in the work bar. */
export function Field({
  label,
  hint,
  value,
  input,
  onChange,
  onEnter,
}: {
  label: string;
  hint?: string;
  value: string;
  /** Where the field is to be found for typing at once. */
  input?: RefObject<HTMLInputElement | null>;
  onChange: (text: string) => void;
  onEnter: () => Promise<void>;
}) {
  return (
    <input
      ref={input}
      className="slot"
      aria-label={label}
      data-testid={label.toLowerCase()}
      autoFocus={input !== undefined}
      value={value}
      title={hint}
      onChange={(e) => onChange(e.target.value)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") void onEnter();
        if (e.key === "Escape") usePart.getState().start({ kind: "looking" });
      }}
    />
  );
}

/** How many things of a kind are picked. */
export function Picked({ what, count, of = 1 }: { what: string; count: number; of?: number }) {
  const noun = what.replace(/^an? /, "");
  return (
    <span className={`slot geo ${count >= of ? "" : "bad"}`} title={`Click ${what} in the view`}>
      {count === 0 ? `click ${what}` : `${Math.min(count, of)} ${noun}${of > 1 && count > 1 ? "s" : ""}`}
    </span>
  );
}
