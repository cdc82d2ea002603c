import { useLayoutEffect, useRef, useState } from "react";
import { api } from "../api/client";
import type { Answer, Slot } from "../api/talk";
import { Acts } from "../part/Acts";
import { usePart } from "../part/store";
import { drop, enter, fieldUsed, focusFirst, keep, takeBack } from "./machine";
import { LiveLine } from "./LiveLine";
import { seen } from "./pointing";
import { choices, Sentence } from "./Sentence";
import { ChoiceSlot } from "./Slots";

/** A step being made or changed, as its sentence. */
export function WriteBar({ answer, turn }: { answer: Answer; turn: number }) {
  useLayoutEffect(focusFirst, [turn]);
  return (
    <>
      <div className="say">
        <p className="sent">
          <Sentence said={answer} draw={(at, slot) => <BarSlot answer={answer} at={at} slot={slot} />} />
        </p>
        <LiveLine answer={answer} />
      </div>
      <Acts main="Apply" onMain={() => void keep()} onDrop={drop} />
    </>
  );
}

function BarSlot({ answer, at, slot }: { answer: Answer; at: string; slot: Slot }) {
  const set = usePart((s) => s.set);
  const followed = usePart((s) => s.doing.kind === "writing" && s.doing.followed?.some((f) => f.at === at));
  const lit = {
    onMouseEnter: () => set({ pointed: seen(slot, usePart.getState().view!) }),
    onMouseLeave: () => set({ pointed: [] }),
  };
  if (slot.is === "number") return <Field at={at} slot={slot} />;
  if (slot.is === "word") return <span {...lit}>{slot.text}</span>;
  if (slot.is === "file") return <FileSlot at={at} slot={slot} />;
  if (slot.is === "choice" || (slot.is === "pick" && slot.options)) {
    const all = choices(slot);
    const value = slot.chosen ?? "";
    // what is chosen may have no option of its own, such as a face that was clicked
    if (!all[value]) all[value] = slot.text;
    else if (slot.is === "pick" && value === "?") all[value] = slot.text;
    const waits = slot.is === "pick" && answer.aim === at && slot.lack;
    return (
      <span {...lit}>
        <ChoiceSlot
          label={slot.label}
          value={value}
          choices={all}
          mark={waits ? "bad" : followed ? "followed" : undefined}
          onChoose={(chose) => void enter(at, { chose })}
        />
      </span>
    );
  }
  if (slot.is === "act") {
    return (
      <button
        className="pl-3 text-[13px] underline"
        aria-label={/drop$/.test(slot.text) && slot.label !== slot.text ? slot.label : undefined}
        aria-pressed={slot.pressed}
        onClick={() => void enter(at, { press: true })}
      >
        {slot.text}
      </button>
    );
  }
  const aimed = answer.aim === at;
  return (
    <button
      className={`slot geo ${slot.lack ? "bad" : aimed ? "lit" : ""}`}
      title={slot.hint ?? "Click here, then in the view"}
      aria-label={`${slot.label}: ${slot.text}`}
      aria-pressed={aimed}
      onClick={() => void enter(at, { aim: true })}
      {...lit}
    >
      {slot.text}
    </button>
  );
}

/** A file to be chosen; it is sent and kept before the sentence holds it. */
function FileSlot({ at, slot }: { at: string; slot: Slot }) {
  const input = useRef<HTMLInputElement>(null);
  const say = usePart((s) => s.say);
  const [reading, setReading] = useState(false);
  const taken = async (file: File | undefined) => {
    if (!file) return;
    setReading(true);
    try {
      const got = await api.solids(file);
      if (got.solids > 0) await enter(at, { typed: `${got.content} ${file.name.slice(0, 200)}` });
      else say(got.notes[0] ?? "The file holds no solid.", true);
    } catch (e) {
      say((e as Error).message, true);
    }
    setReading(false);
  };
  return (
    <>
      <button
        className={`slot ${slot.lack ? "bad" : ""}`}
        title={slot.hint}
        aria-label={`${slot.label}: ${slot.text}`}
        onClick={() => input.current?.click()}
      >
        {reading ? "reading…" : slot.text}
      </button>
      <input
        ref={input}
        type="file"
        accept=".step,.stp"
        className="hidden"
        data-testid="solids-file"
        onChange={(e) => {
          void taken(e.target.files?.[0]);
          e.target.value = "";
        }}
      />
    </>
  );
}

/** A number being typed. While it has the focus its text is the hand's; answers change its trouble only. */
function Field({ at, slot }: { at: string; slot: Slot }) {
  const [text, setText] = useState<string | null>(null);
  const input = useRef<HTMLInputElement>(null);
  const bad = slot.trouble !== undefined || slot.lack !== undefined;
  return (
    <span className="whitespace-nowrap">
      <input
        ref={input}
        className={`slot ${bad ? "wrong" : ""}`}
        aria-label={slot.label}
        aria-invalid={bad}
        data-testid={slot.label.toLowerCase()}
        data-place={at}
        value={text ?? slot.typed ?? ""}
        title={slot.trouble ?? slot.hint}
        onFocus={() => fieldUsed(at)}
        onBlur={() => setText(null)}
        onChange={(e) => {
          setText(e.target.value);
          void enter(at, { typed: e.target.value });
        }}
        onKeyDown={(e) => {
          if (/^F[89]$/.test(e.key)) return; // walks in the view
          e.stopPropagation();
          if (e.key === "Enter") void keep();
          if (e.key === "Escape") drop();
          if ((e.ctrlKey || e.metaKey) && e.key.toLowerCase() === "z") {
            e.preventDefault();
            setText(null);
            void takeBack();
          }
        }}
      />
      {slot.unit && (slot.unit === "°" ? "°" : ` ${slot.unit}`)}
    </span>
  );
}
