import { useEffect, useRef } from "react";
import type { Axis, PartView, RepeatStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import {
  applyRepeat,
  AXES,
  changeRepeat,
  DIRECTIONS,
  repeatCommand,
  repeatOf,
  ROUNDS,
  SHAPES,
} from "./repeating";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type RepeatDraft } from "./store";

const names = (steps: string[], view: PartView) =>
  steps.map((id) => view.steps.find((s) => s.id === id)?.name ?? id).join(", ");

/** A repeat being made or changed, as a sentence. */
export function RepeatBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "repeating" ? doing.form : null;
  const open = form !== null;
  useEffect(() => {
    if (open) input.current?.select();
  }, [open, form?.step]);
  if (!form || !view) return null;
  const axis = typeof form.axis === "string" && !form.aiming ? form.axis : "face";
  return (
    <>
      <div className="say">
        <p className="sent">
          Repeat{" "}
          <span
            className={`slot geo ${form.steps.length > 0 ? "lit" : "bad"}`}
            title="Click faces in the view to add or take out the steps that made them"
          >
            {form.steps.length > 0 ? names(form.steps, view) : "click what"}
          </span>{" "}
          <ChoiceSlot
            label="How it repeats"
            value={form.round ? "round" : "row"}
            choices={SHAPES}
            onChoose={(k) => changeRepeat({ round: k === "round" })}
          />
          ,{" "}
          <Field
            label="Count"
            hint="How many in all, the original among them"
            value={form.count}
            input={input}
            onChange={(count) => changeRepeat({ count })}
            onEnter={applyRepeat}
          />{" "}
          in all,{" "}
          {form.round ? (
            <>
              <ChoiceSlot
                label="How far round"
                value={form.full ? "full" : "angle"}
                choices={ROUNDS}
                onChoose={(k) => changeRepeat({ full: k === "full" })}
              />{" "}
              {!form.full && (
                <>
                  <Field
                    label="Angle"
                    value={form.angle}
                    onChange={(angle) => changeRepeat({ angle })}
                    onEnter={applyRepeat}
                  />
                  °{" "}
                </>
              )}
              round{" "}
            </>
          ) : (
            <>
              every{" "}
              <Field
                label="Spacing"
                hint="From one to the next"
                value={form.spacing}
                onChange={(spacing) => changeRepeat({ spacing })}
                onEnter={applyRepeat}
              />{" "}
              {view.unit} along{" "}
            </>
          )}
          <ChoiceSlot
            label="Axis"
            value={axis}
            choices={form.aiming ? { ...AXES, face: "click a face" } : AXES}
            onChoose={(a) =>
              changeRepeat(a === "face" ? { aiming: true } : { axis: a as Axis, aiming: false })
            }
          />{" "}
          <ChoiceSlot
            label="Direction"
            value={form.flipped ? "back" : "on"}
            choices={DIRECTIONS}
            onChoose={(k) => changeRepeat({ flipped: k === "back" })}
          />{" "}
          leaving out{" "}
          <Field
            label="Left out"
            hint="Numbers of the places left out, such as 3, 4; the original is 1"
            value={form.skip}
            onChange={(skip) => changeRepeat({ skip })}
            onEnter={applyRepeat}
          />
        </p>
        <LiveLine
          step={form.step}
          hint={form.aiming ? "Click a round or flat face" : "Click faces of what should be repeated"}
        />
      </div>
      <Acts main="Apply" onMain={() => void applyRepeat()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** A repeat in the build sheet. */
export function RepeatSentence({ step, onOpen }: { step: RepeatStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^Repeat \d+$/.test(step.name) ? null : step.name;
  const now = repeatOf(step, view!);
  const change = (what: Partial<RepeatDraft>) => send(repeatCommand({ ...now, ...what })!);
  const number = (place: "count" | "spacing" | "angle", label: string, text: string, unit: string) => (
    <NumberSlot
      key={text + unit}
      label={label}
      text={text}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={unit}
      onKeep={(v) => change({ [place]: v })}
      onTyping={(v) => doing.kind === "looking" && tryOut(v ? repeatCommand({ ...now, [place]: v }) : null)}
    />
  );
  return (
    <>
      {own && <span className="who">{own}</span>}Repeat{" "}
      <button className="slot geo" title="Open in the work bar to pick other steps" onClick={onOpen}>
        {names(step.steps, view!)}
      </button>
      , {number("count", "Count", String(step.count), "in all")},{" "}
      {step.round ? (
        step.full ? (
          "evenly round "
        ) : (
          <>every {number("angle", "Angle", degrees(step.angle as number).replace("°", ""), "°")} round </>
        )
      ) : (
        <>
          every {number("spacing", "Spacing", lengthText(step.spacing as number, view!.unit), view!.unit)}{" "}
          along{" "}
        </>
      )}
      {typeof step.axis === "string" ? AXES[step.axis] : "1 face"},{" "}
      <ChoiceSlot
        label="Direction"
        value={step.flipped ? "back" : "on"}
        choices={DIRECTIONS}
        onChoose={(k) => void change({ flipped: k === "back" })}
      />
      {step.skip.length > 0 && `, without ${step.skip.join(", ")}`}
    </>
  );
}
