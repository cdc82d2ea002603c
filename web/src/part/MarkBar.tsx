import type { MarkStep, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine, Picked } from "./BarParts";
import {
  applyMark,
  byEdge,
  byPlane,
  changeMark,
  corners,
  MARK_HINTS,
  MARK_WAYS,
  markCommand,
  markOf,
} from "./marking";
import { PlaneSlot } from "./PlaceBar";
import { planeWords } from "./planing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type MarkDraft } from "./store";

/** An axis or a point being made or changed, as a sentence. */
export function MarkBar() {
  const { view, doing, start } = usePart();
  if (doing.kind !== "marking" || !view) return null;
  const { form } = doing;
  const coordinate = (i: 0 | 1 | 2, name: string) => (
    <>
      <Field
        label={name}
        value={form.at[i]}
        onChange={(v) => changeMark({ at: form.at.map((o, k) => (k === i ? v : o)) as MarkDraft["at"] })}
        onEnter={applyMark}
      />{" "}
      {name}{" "}
    </>
  );
  return (
    <>
      <div className="say">
        <p className="sent">
          <ChoiceSlot
            label="How it is made"
            value={form.way}
            choices={MARK_WAYS}
            onChoose={(way) => changeMark({ way, slot: "from" })}
          />{" "}
          {byPlane(form.way) && <PlaneSlot plane={form.from} onChoose={(from) => changeMark({ from })} />}{" "}
          {form.way === "where-planes-meet" && (
            <>
              and <PlaneSlot plane={form.second} onChoose={(second) => changeMark({ second })} />
            </>
          )}
          {byEdge(form.way) && <Picked what="an edge" count={form.edge ? 1 : 0} />}
          {form.way === "of-face" && <Picked what="a round face" count={form.round ? 1 : 0} />}
          {corners(form.way) > 0 && (
            <Picked what="a corner" count={form.corners.length} of={corners(form.way)} />
          )}
          {form.way === "point-at" && (
            <>
              {coordinate(0, "x")}
              {coordinate(1, "y")}
              {coordinate(2, "z")}
              {view.unit}
            </>
          )}
        </p>
        <LiveLine step={form.step} hint={MARK_HINTS[form.way]} />
      </div>
      <Acts main="Apply" onMain={() => void applyMark()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** An axis or a point in the build sheet. */
export function MarkSentence({ step, onOpen }: { step: MarkStep & Step; onOpen: () => void }) {
  const { view, send, doing, tryOut } = usePart();
  const now = markOf(step, view!);
  const picked = (text: string) => (
    <button className="slot geo" title="Open in the work bar to pick another" onClick={onOpen}>
      {text}
    </button>
  );
  const coordinate = (i: 0 | 1 | 2, place: "x" | "y" | "z") => {
    const changed = (v: string) =>
      markCommand({ ...now, at: now.at.map((o, k) => (k === i ? v : o)) as MarkDraft["at"] });
    const text = lengthText(step[place] as number, view!.unit);
    return (
      <NumberSlot
        key={place + text}
        label={place}
        text={text}
        formula={view!.formulas[`${step.id}/${place}`]}
        unit={place}
        onKeep={(v) => send(changed(v)!)}
        onTyping={(v) => doing.kind === "looking" && tryOut(v ? changed(v) : null)}
      />
    );
  };
  return (
    <>
      <span className="who">{step.name}</span>
      {MARK_WAYS[step.way]} {byPlane(step.way) && picked(planeWords(step.plane, view!))}{" "}
      {step.second && <>and {picked(planeWords(step.second, view!))}</>}
      {step.way === "point-at" ? (
        <>
          {coordinate(0, "x")} {coordinate(1, "y")} {coordinate(2, "z")}
        </>
      ) : (
        !byPlane(step.way) && picked("picked")
      )}
    </>
  );
}
