import { useEffect, useRef } from "react";
import type { RibStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { AllAlike } from "./AllAlike";
import { Field, LiveLine } from "./BarParts";
import { pickedText } from "./forming";
import { applyRib, AT, changeRib, DEPTHS, ENDS, GROWS, ribCommand, ribOf, SEEN, SIDES } from "./ribbing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type RibDraft } from "./store";

/** Ribs being made or changed, as a sentence. */
export function RibBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "ribbing" ? doing.form : null;
  const open = form !== null;
  useEffect(() => {
    if (open) input.current?.select();
  }, [open, form?.step]);
  if (!form || !view) return null;
  const name = view.steps.find((s) => s.id === form.sketch)?.name;
  return (
    <>
      <div className="say">
        <p className="sent">
          Rib along{" "}
          <span
            className={`slot geo ${form.regions.length > 0 ? "lit" : "bad"}`}
            title="Click drawn lines in the view; a closed region becomes a boss"
          >
            {form.regions.length === 0 ? "pick drawn lines" : `${name} · ${pickedText(form.regions)}`}
          </span>{" "}
          <AllAlike
            sketch={form.sketch}
            regions={form.regions}
            onPick={(regions) => changeRib({ regions })}
          />{" "}
          <ChoiceSlot
            label="How the lines are seen"
            value={form.upright ? "upright" : "side"}
            choices={SEEN}
            onChoose={(k) => changeRib({ upright: k === "upright" })}
          />
          ,{" "}
          <Field
            label="Thickness"
            value={form.thickness}
            input={input}
            onChange={(thickness) => changeRib({ thickness })}
            onEnter={applyRib}
          />{" "}
          {view.unit} thick{" "}
          <ChoiceSlot
            label="Where the thickness is measured"
            value={form.atBase ? "base" : "line"}
            choices={AT}
            onChoose={(k) => changeRib({ atBase: k === "base" })}
          />{" "}
          <ChoiceSlot
            label="Side of the line"
            value={form.side}
            choices={SIDES}
            onChoose={(side) => changeRib({ side })}
          />
          , leaning by{" "}
          <Field
            label="Draft"
            hint="By which each side leans, so that the base is thicker"
            value={form.draft}
            onChange={(draft) => changeRib({ draft })}
            onEnter={applyRib}
          />
          °, its ends{" "}
          <ChoiceSlot
            label="Ends of the line"
            value={form.carriedOn ? "on" : "drawn"}
            choices={ENDS}
            onChoose={(k) => changeRib({ carriedOn: k === "on" })}
          />
          , growing{" "}
          <ChoiceSlot
            label="Direction"
            value={form.flipped ? "back" : "on"}
            choices={GROWS}
            onChoose={(k) => changeRib({ flipped: k === "back" })}
          />{" "}
          <ChoiceSlot
            label="How deep"
            value={form.depth === null ? "next" : "depth"}
            choices={DEPTHS}
            onChoose={(k) => changeRib({ depth: k === "next" ? null : "10" })}
          />
          {form.depth !== null && (
            <>
              {" "}
              <Field
                label="Depth"
                value={form.depth}
                onChange={(depth) => changeRib({ depth })}
                onEnter={applyRib}
              />{" "}
              {view.unit}
            </>
          )}
        </p>
        <LiveLine step={form.step} hint="Click drawn lines in the view to add or take them out" />
      </div>
      <Acts main="Apply" onMain={() => void applyRib()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** Ribs in the build sheet. */
export function RibSentence({ step, onOpen }: { step: RibStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^Rib \d+$/.test(step.name) ? null : step.name;
  const now = ribOf(step, view!);
  const change = (what: Partial<RibDraft>) => send(ribCommand({ ...now, ...what })!);
  const number = (place: "thickness" | "draft" | "depth", label: string, text: string, unit: string) => (
    <NumberSlot
      key={place + text + unit}
      label={label}
      text={text}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={unit}
      onKeep={(v) => change({ [place]: v })}
      onTyping={(v) => doing.kind === "looking" && tryOut(v ? ribCommand({ ...now, [place]: v }) : null)}
    />
  );
  const length = (v: unknown) => lengthText(v as number, view!.unit);
  return (
    <>
      {own && <span className="who">{own}</span>}Rib along{" "}
      <button className="slot geo" title="Open in the work bar to pick lines" onClick={onOpen}>
        {view!.steps.find((s) => s.id === step.sketch)?.name} · {pickedText(step.regions)}
      </button>
      , {number("thickness", "Thickness", length(step.thickness), view!.unit)} thick{" "}
      <ChoiceSlot
        label="Where the thickness is measured"
        value={step.atBase ? "base" : "line"}
        choices={AT}
        onChoose={(k) => void change({ atBase: k === "base" })}
      />
      {(step.draft as number) > 0 && (
        <>, leaning by {number("draft", "Draft", degrees(step.draft as number).replace("°", ""), "°")}</>
      )}
      ,{" "}
      <ChoiceSlot
        label="Direction"
        value={step.flipped ? "back" : "on"}
        choices={GROWS}
        onChoose={(k) => void change({ flipped: k === "back" })}
      />{" "}
      {(step.depth as number) > 0 ? (
        <>by {number("depth", "Depth", length(step.depth), view!.unit)}</>
      ) : (
        "to the next face"
      )}
    </>
  );
}
