import type { Answer } from "../api/talk";
import { MM, spaced } from "../api/numbers";
import { fit } from "../part/actions";
import { usePart } from "../part/store";
import { currentScene } from "../scene/current";
import { useLook } from "../scene/useLook";
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
  const change = usePart((s) => s.previewChange);
  const followed = usePart((s) => (s.doing.kind === "writing" ? s.doing.followed : undefined)) ?? [];
  const look = useLook();
  const outside = change !== null && look.width > 0 && currentScene()?.changeOutside();
  // of a kind that works on material, once that was compared
  const nothing =
    change && answer.stage > 1 && bodies === 0 && change.come?.length === 0 && change.gone?.length === 0;
  return (
    <p className={`live ${why || nothing ? "plum" : ""}`} aria-live="polite" data-testid="live">
      {why ||
        (nothing && "Nothing would change: the material stays as it is.") ||
        (delta !== null && view && answer.lacks.length === 0 && answer.stage > 1
          ? `preview ${Math.round(ms)} ms · volume ${delta < 0 ? "−" : "+"}${spaced(
              Math.abs(delta) / MM[view.unit] ** 3,
            )} ${view.unit}³${bodies !== 0 ? ` · ${preview!.bodies.length === 1 ? "1 body" : `${preview!.bodies.length} bodies`}` : ""}`
          : answer.ask)}
      {failed?.remedies?.map((r) => (
        <button key={r.label} className="pl-3 underline" onClick={() => void enter(r.at, r.entry)}>
          {r.label}
        </button>
      ))}
      {!why &&
        followed
          .filter((f) => answer.slots[f.at])
          .map((f) => (
            <button
              key={f.at}
              className="pl-3 underline"
              title={`${answer.slots[f.at].label}: it followed from what you did`}
              onClick={() => void enter(f.at, { chose: f.was })}
            >
              now {answer.slots[f.at].text}; back to {f.said}
            </button>
          ))}
      {!why && outside && (
        <button className="pl-3 underline" onClick={fit}>
          Bring all of it into the view
        </button>
      )}
    </p>
  );
}
