import { useEffect, useRef } from "react";
import type { Plane, ReadyShape, ReadyStep, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { MODES } from "./forming";
import { applyPlace, changePlace, placeCommand, placeOf, PLANES, SHAPES, SIZES } from "./placing";
import { planeWords } from "./planing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type PlaceDraft } from "./store";

const SIDES = { up: "standing on", down: "hanging under" } as const;

/** What a plane can be changed to by its word; a face comes by a click in the view. */
export function PlaneSlot({
  plane,
  onChoose,
  onAim,
}: {
  plane: Plane | null;
  onChoose: (p: Plane) => void;
  /** The next face that is clicked is meant. */
  onAim?: () => void;
}) {
  const view = usePart((s) => s.view!);
  const own = view.steps.filter((s) => s.kind === "plane" && view.planes[s.id]);
  const choices: Record<string, string> = {
    ...PLANES,
    ...Object.fromEntries(own.map((s) => [s.id, s.name])),
    face: plane === null ? "pick a face or plane" : "a face",
  };
  const value =
    typeof plane === "string" ? plane : plane && "step" in plane && choices[plane.step] ? plane.step : "face";
  return (
    <ChoiceSlot
      label="Plane or face"
      value={value}
      choices={choices}
      onChoose={(p) => {
        if (p === "face") onAim?.();
        else onChoose(p in PLANES ? (p as keyof typeof PLANES) : { step: p });
      }}
    />
  );
}

/** A ready body being placed, as a sentence. */
export function PlaceBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "placing" ? doing.form : null;
  const shape = form?.shape;
  useEffect(() => {
    if (shape) input.current?.select();
  }, [shape, form?.step]);
  if (!form || !view) return null;
  return (
    <>
      <div className="say">
        <p className="sent">
          Make{" "}
          <ChoiceSlot
            label="Shape"
            value={form.shape}
            choices={SHAPES}
            onChoose={(s: ReadyShape) => changePlace({ shape: s })}
          />{" "}
          {SIZES[form.shape].map(([name, word], i) => (
            <span key={name}>
              <Field
                label={name[0].toUpperCase() + name.slice(1)}
                value={form.sizes[name]}
                input={i === 0 ? input : undefined}
                onChange={(v) => changePlace({ sizes: { ...form.sizes, [name]: v } })}
                onEnter={applyPlace}
              />{" "}
              {word}{" "}
            </span>
          ))}
          <ChoiceSlot
            label="Which side"
            value={form.flipped ? "down" : "up"}
            choices={SIDES}
            onChoose={(s) => changePlace({ flipped: s === "down" })}
          />{" "}
          <PlaneSlot plane={form.plane} onChoose={(plane) => changePlace({ plane })} /> at{" "}
          <Field
            label="X"
            value={form.at[0]}
            onChange={(v) => changePlace({ at: [v, form.at[1]] })}
            onEnter={applyPlace}
          />{" "}
          <Field
            label="Y"
            value={form.at[1]}
            onChange={(v) => changePlace({ at: [form.at[0], v] })}
            onEnter={applyPlace}
          />{" "}
          {view.unit}{" "}
          <ChoiceSlot
            label="What becomes of it"
            value={form.mode}
            choices={MODES}
            onChoose={(mode) => changePlace({ mode })}
          />
        </p>
        <LiveLine step={form.step} hint="Click a place in the view: a flat face, a corner, or the plane" />
      </div>
      <Acts main="Apply" onMain={() => void applyPlace()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** A ready body in the build sheet. */
export function PlaceSentence({ step, onOpen }: { step: ReadyStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Box|Cylinder|Cone|Ball|Ring) \d+$/.test(step.name) ? null : step.name;
  const now = placeOf(step, view!);
  const change = (what: Partial<PlaceDraft>) => send(placeCommand({ ...now, ...what })!);
  const sized = (name: string, v: string): Partial<PlaceDraft> => ({ sizes: { ...now.sizes, [name]: v } });
  const known = step as unknown as Record<string, number>;
  return (
    <>
      {own && <span className="who">{own}</span>}Make {SHAPES[step.shape]}{" "}
      {SIZES[step.shape].map(([name, word]) => (
        <span key={name}>
          <NumberSlot
            key={String(known[name]) + view!.unit}
            label={name}
            text={lengthText(known[name], view!.unit)}
            formula={view!.formulas[`${step.id}/${name}`]}
            unit={view!.unit}
            onKeep={(v) => change(sized(name, v))}
            onTyping={(v) =>
              doing.kind === "looking" && tryOut(v ? placeCommand({ ...now, ...sized(name, v) }) : null)
            }
          />{" "}
          {word}{" "}
        </span>
      ))}
      {step.flipped ? "hanging under" : "standing on"}{" "}
      <button className="slot geo" title="Open in the work bar to place it anew" onClick={onOpen}>
        {planeWords(step.plane, view!)}
      </button>
      ,{" "}
      <ChoiceSlot
        label="What becomes of it"
        value={step.mode}
        choices={MODES}
        onChoose={(mode) => void change({ mode })}
      />
    </>
  );
}
