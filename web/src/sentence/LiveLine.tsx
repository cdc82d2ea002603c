import type { Answer } from "../api/talk";
import { MM, spaced } from "../api/numbers";
import { usePart } from "../part/store";
import { enter } from "./machine";

/** Under the sentence: what is wrong with it, why it can't be built, or what it changes. */
export function LiveLine({ answer }: { answer: Answer }) {
  const view = usePart((s) => s.view);
  const preview = usePart((s) => s.preview);
  const previewWhy = usePart((s) => s.previewWhy);
  const ms = usePart((s) => s.previewMs);
  const trouble = Object.values(answer.slots).find((s) => s.trouble)?.trouble;
  const failed = preview?.steps.find(
    (s, i) =>
      s.status === "failed" && (s.id === answer.filled.step || (!answer.filled.step && i === view?.workLine)),
  );
  const why = trouble ?? failed?.message ?? previewWhy;
  const delta = preview && view ? (preview.volume ?? 0) - (view.volume ?? 0) : null;
  const bodies = preview && view ? preview.bodies.length - view.bodies.length : 0;
  return (
    <p className={`live ${why ? "plum" : ""}`} aria-live="polite" data-testid="live">
      {why ||
        (delta !== null && view && answer.lacks.length === 0
          ? `preview ${Math.round(ms)} ms · volume ${delta < 0 ? "−" : "+"}${spaced(
              Math.abs(delta) / MM[view.unit] ** 3,
            )} ${view.unit}³${bodies !== 0 ? ` · ${preview!.bodies.length === 1 ? "1 body" : `${preview!.bodies.length} bodies`}` : ""}`
          : answer.ask)}
      {failed?.remedies?.map((r) => (
        <button key={r.label} className="pl-3 underline" onClick={() => void enter(r.at, r.entry)}>
          {r.label}
        </button>
      ))}
    </p>
  );
}
