import { api, Refused } from "../api/client";
import type { Entry, Slot } from "../api/talk";
import type { Step } from "../api/types";
import { usePart } from "../part/store";
import { write } from "./machine";
import { seen } from "./pointing";
import { choices, Sentence } from "./Sentence";
import { ChoiceSlot, NumberSlot } from "./Slots";

/** Shows what a number of a step would give while it is typed; null when it is dropped. */
export function tryNumber(step: Step, at: string, typed: string | null): void {
  const { doing, tryOut } = usePart.getState();
  if (doing.kind === "looking")
    tryOut(typed?.trim() ? { do: "keep", talk: { open: step.id, at, entry: { typed } } } : null);
}

/** Keeps a number of a step. */
export const keepNumber = (step: Step, at: string, typed: string): Promise<boolean> =>
  usePart.getState().send({ do: "keep", talk: { open: step.id, at, entry: { typed } } });

/** Makes an entry in a step's sentence and keeps it; what lacks something then goes on in the work bar. */
export async function change(step: Step, at: string, entry: Entry): Promise<void> {
  const { view, say, send } = usePart.getState();
  try {
    const answer = await api.sentence(view!.id, view!.revision, { open: step.id, at, entry });
    if (answer.refused) say(answer.refused, true);
    else if (answer.lacks.length > 0 || ("chose" in entry && entry.chose === "?")) write(answer);
    else await send({ do: "keep", talk: { filled: answer.filled } });
  } catch (e) {
    if (!(e instanceof Refused)) throw e;
    say(e.message, true);
  }
}

/** A step in the build sheet: every word that can be another is a choice or a number. */
export function SheetSentence({
  step,
  onOpen,
  onPickPlane,
}: {
  step: Step;
  /** Opens it where it is changed, for what is picked in the view. */
  onOpen: (at?: string) => void;
  /** Instead, for a plane that is to be clicked. */
  onPickPlane?: () => void;
}) {
  return (
    <>
      {step.called && step.slots.called === undefined && <span className="who">{step.called}</span>}
      <Sentence
        said={step}
        sheet
        draw={(at, slot) => (
          <SheetSlot step={step} at={at} slot={slot} onOpen={onOpen} onPickPlane={onPickPlane} />
        )}
      />
    </>
  );
}

function SheetSlot({
  step,
  at,
  slot,
  onOpen,
  onPickPlane,
}: {
  step: Step;
  at: string;
  slot: Slot;
  onOpen: (at?: string) => void;
  onPickPlane?: () => void;
}) {
  if (slot.is === "number") {
    return (
      <NumberSlot
        key={slot.text}
        label={slot.label}
        text={slot.text}
        typed={slot.typed ?? slot.text}
        formula={slot.formula}
        onKeep={(t) => keepNumber(step, at, t)}
        onTyping={(t) => tryNumber(step, at, t)}
      />
    );
  }
  const lit = {
    onMouseEnter: () => usePart.getState().set({ pointed: seen(slot, usePart.getState().view!) }),
    onMouseLeave: () => usePart.getState().set({ pointed: [] }),
  };
  if (slot.is === "word") return <span {...lit}>{slot.text}</span>;
  const options = choices(slot);
  const value = slot.chosen ?? "";
  if (slot.options && (slot.is === "choice" || onPickPlane)) {
    if (!options[value] || value === "?") options[value] = slot.text;
    return (
      <ChoiceSlot
        label={slot.label}
        value={value}
        choices={options}
        onChoose={(k) => (k === "?" && onPickPlane ? onPickPlane() : void change(step, at, { chose: k }))}
      />
    );
  }
  return (
    <button
      className={`slot ${slot.is === "open" || slot.is === "file" ? "" : "geo"}`}
      title={
        slot.is === "open"
          ? slot.label
          : slot.is === "file"
            ? `${slot.label}: open it in the work bar to choose a newer one`
            : `${slot.label}: open it in the work bar to pick others`
      }
      onClick={() => onOpen(slot.is === "open" ? undefined : at)}
      {...lit}
    >
      {slot.text}
    </button>
  );
}
