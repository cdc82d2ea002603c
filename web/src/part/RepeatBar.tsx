import { useEffect, useRef } from "react";
import type { Axis, PartView, RepeatStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { bodyName } from "./bodies";
import { PlaneSlot } from "./PlaceBar";
import { planeWords } from "./planing";
import {
  applyRepeat,
  AXES,
  axisWord,
  changeRepeat,
  DIRECTIONS,
  LAYOUTS,
  paths,
  repeatCommand,
  repeatOf,
  ROUNDS,
  SPACINGS,
} from "./repeating";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type RepeatDraft } from "./store";

/** What is repeated, in words. */
function what(form: Pick<RepeatDraft, "steps" | "bodies" | "faces">, view: PartView): string {
  const names = [
    ...form.steps.map((id) => view.steps.find((s) => s.id === id)?.name ?? id),
    ...form.bodies.map((id) => bodyName(view, id)),
  ];
  if (form.faces.length > 0) names.push(form.faces.length === 1 ? "1 face" : `${form.faces.length} faces`);
  return names.join(", ");
}

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
  const all = what(form, view);
  return (
    <>
      <div className="say">
        <p className="sent">
          Repeat{" "}
          <button
            className={`slot geo ${all ? "lit" : "bad"}`}
            title="Click faces in the view to add or take out"
            onClick={() => changeRepeat({ aim: "what" })}
          >
            {all || "click what"}
          </button>{" "}
          <TakenBy form={form} view={view} />{" "}
          <ChoiceSlot
            label="How it repeats"
            value={form.layout}
            choices={LAYOUTS}
            onChoose={(layout) => changeRepeat({ layout })}
          />
          {form.layout === "mirror" ? (
            <>
              {" "}
              in{" "}
              <PlaneSlot
                plane={form.plane}
                onChoose={(plane) => changeRepeat({ plane, aim: "what" })}
                onAim={() => changeRepeat({ aim: "plane" })}
              />
            </>
          ) : (
            <>
              ,{" "}
              <Field
                label="Count"
                hint="How many in all, the original among them"
                value={form.count}
                input={input}
                onChange={(count) => changeRepeat({ count })}
                onEnter={applyRepeat}
              />{" "}
              in all, <Places form={form} view={view} />{" "}
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
            </>
          )}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.aim === "plane"
              ? "Click a flat face"
              : form.aim === "what"
                ? form.byFaces
                  ? "Click a face of a pocket or boss; the rest of it is found"
                  : "Click faces of what should be repeated; its blends come along"
                : "Click a round or flat face, or an edge"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyRepeat()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** What a click takes: the steps that made a face, the face itself, or all of a body. */
function TakenBy({ form, view }: { form: RepeatDraft; view: PartView }) {
  const choices: Record<string, string> = { steps: "by its steps", faces: "by the clicked faces alone" };
  view.bodies.forEach((b) => (choices[`body ${b.id}`] = `the body ${bodyName(view, b.id)}`));
  const body = form.bodies[0];
  return (
    <ChoiceSlot
      label="What a click takes"
      value={body ? `body ${body}` : form.byFaces ? "faces" : "steps"}
      choices={choices}
      onChoose={(by) => {
        const bodies = by.startsWith("body ") ? [by.slice(5)] : [];
        const byFaces = by === "faces";
        changeRepeat({ bodies, byFaces, steps: [], faces: byFaces ? form.faces : [], aim: "what" });
      }}
    />
  );
}

export function AxisSlot({
  axis,
  aiming,
  onAxis,
  onAim,
}: {
  axis: Axis;
  aiming: boolean;
  onAxis: (a: Axis) => void;
  onAim: () => void;
}) {
  const view = usePart((s) => s.view!);
  const own = view.steps.filter((s) => s.kind === "axis" && view.marks[s.id]);
  const made = typeof axis === "object" && "step" in axis ? axis.step : null;
  const value: string = aiming ? "face" : (made ?? axisWord(axis));
  const base: Record<string, string> = { ...AXES };
  delete base.made;
  const choices: Record<string, string> = { ...base, ...Object.fromEntries(own.map((s) => [s.id, s.name])) };
  if (made && !choices[made]) choices[made] = AXES.made;
  if (aiming) choices.face = "click a face or edge";
  return (
    <ChoiceSlot
      label="Axis"
      value={value}
      choices={choices}
      onChoose={(a) =>
        a === "face" || a === "edge" ? onAim() : onAxis(a === "x" || a === "y" || a === "z" ? a : { step: a })
      }
    />
  );
}

/** Where the copies go, but for a mirror. */
function Places({ form, view }: { form: RepeatDraft; view: PartView }) {
  const axis = (
    <AxisSlot
      axis={form.axis}
      aiming={form.aim === "axis"}
      onAxis={(a) => changeRepeat({ axis: a, aim: "what" })}
      onAim={() => changeRepeat({ aim: "axis" })}
    />
  );
  if (form.layout === "round") {
    return (
      <>
        <ChoiceSlot
          label="How far round"
          value={form.full ? "full" : form.overall ? "overall" : "angle"}
          choices={ROUNDS}
          onChoose={(k) => changeRepeat({ full: k === "full", overall: k === "overall" })}
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
        round {axis}
      </>
    );
  }
  if (form.layout === "path") return <Along form={form} view={view} />;
  const { second } = form;
  return (
    <>
      <ChoiceSlot
        label="How it is spaced"
        value={form.overall ? "overall" : "each"}
        choices={SPACINGS}
        onChoose={(k) => changeRepeat({ overall: k === "overall" })}
      />{" "}
      <Field
        label="Spacing"
        hint={form.overall ? "From the first to the last" : "From one to the next"}
        value={form.spacing}
        onChange={(spacing) => changeRepeat({ spacing })}
        onEnter={applyRepeat}
      />{" "}
      {view.unit} along {axis}{" "}
      <ChoiceSlot
        label="Second direction"
        value={second ? "two" : "one"}
        choices={{ one: "only", two: "and" }}
        onChoose={(k) =>
          changeRepeat({
            second:
              k === "one"
                ? null
                : { axis: form.axis === "y" ? "x" : "y", count: "2", spacing: form.spacing, flipped: false },
          })
        }
      />{" "}
      {second && (
        <>
          <Field
            label="Rows"
            hint="How many rows"
            value={second.count}
            onChange={(count) => changeRepeat({ second: { ...second, count } })}
            onEnter={applyRepeat}
          />{" "}
          rows {form.overall ? "over" : "every"}{" "}
          <Field
            label="Row spacing"
            value={second.spacing}
            onChange={(spacing) => changeRepeat({ second: { ...second, spacing } })}
            onEnter={applyRepeat}
          />{" "}
          along{" "}
          <AxisSlot
            axis={second.axis}
            aiming={form.aim === "axis2"}
            onAxis={(a) => changeRepeat({ second: { ...second, axis: a }, aim: "what" })}
            onAim={() => changeRepeat({ aim: "axis2" })}
          />{" "}
          <ChoiceSlot
            label="Direction of the rows"
            value={second.flipped ? "back" : "on"}
            choices={DIRECTIONS}
            onChoose={(k) => changeRepeat({ second: { ...second, flipped: k === "back" } })}
          />
        </>
      )}
    </>
  );
}

function Along({ form, view }: { form: RepeatDraft; view: PartView }) {
  const all = paths(view);
  const now = all.findIndex((p) => JSON.stringify(p.path) === JSON.stringify(form.path));
  const choices: Record<string, string> = {};
  all.forEach((p, i) => (choices[i] = p.name));
  if (now < 0) choices["-1"] = all.length === 0 ? "draw a line in a sketch first" : "choose a line";
  return (
    <>
      along{" "}
      <ChoiceSlot
        label="Line to follow"
        value={String(now)}
        choices={choices}
        onChoose={(i) => changeRepeat({ path: all[Number(i)]?.path ?? form.path })}
      />{" "}
      <ChoiceSlot
        label="How it is spaced"
        value={form.even ? "even" : "each"}
        choices={{ even: "evenly", each: "every" }}
        onChoose={(k) => changeRepeat({ even: k === "even" })}
      />{" "}
      {!form.even && (
        <>
          <Field
            label="Spacing"
            hint="Along the line from one to the next"
            value={form.spacing}
            onChange={(spacing) => changeRepeat({ spacing })}
            onEnter={applyRepeat}
          />{" "}
          {view.unit}{" "}
        </>
      )}
      <ChoiceSlot
        label="Turning"
        value={form.turning ? "turn" : "keep"}
        choices={{ turn: "turning with it", keep: "keeping upright" }}
        onChoose={(k) => changeRepeat({ turning: k === "turn" })}
      />
    </>
  );
}

/** A repeat in the build sheet. */
export function RepeatSentence({ step, onOpen }: { step: RepeatStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Repeat|Mirror) \d+$/.test(step.name) ? null : step.name;
  const now = repeatOf(step, view!);
  const change = (c: Partial<RepeatDraft>) => send(repeatCommand({ ...now, ...c })!);
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
  const spacing = () =>
    number("spacing", "Spacing", lengthText(step.spacing as number, view!.unit), view!.unit);
  const angle = () => number("angle", "Angle", degrees(step.angle as number).replace("°", ""), "°");
  const along = (a: Axis) => AXES[axisWord(a)];
  return (
    <>
      {own && <span className="who">{own}</span>}Repeat{" "}
      <button className="slot geo" title="Open in the work bar to pick others" onClick={onOpen}>
        {what(step, view!)}
      </button>
      {step.layout === "mirror" ? (
        <>
          {" "}
          mirrored in{" "}
          <button className="slot geo" onClick={onOpen}>
            {planeWords(step.plane!, view!)}
          </button>
        </>
      ) : (
        <>
          , {number("count", "Count", String(step.count), "in all")},{" "}
          {step.layout === "round" &&
            (step.full ? (
              "evenly round "
            ) : (
              <>
                {step.overall ? "over" : "every"} {angle()} round{" "}
              </>
            ))}
          {step.layout === "row" && (
            <>
              {step.overall ? "over" : "every"} {spacing()} along{" "}
            </>
          )}
          {step.layout === "path" ? (
            <>
              {step.spacing ? <>every {spacing()}</> : "evenly"} along{" "}
              <button className="slot geo" onClick={onOpen}>
                {view!.steps.find((s) => s.id === step.sketch)?.name ?? "a line"}
              </button>
            </>
          ) : (
            along(step.axis!)
          )}
          {step.axis2 && `, ${step.count2} rows along ${along(step.axis2)}`},{" "}
          <ChoiceSlot
            label="Direction"
            value={step.flipped ? "back" : "on"}
            choices={DIRECTIONS}
            onChoose={(k) => void change({ flipped: k === "back" })}
          />
          {step.skip.length > 0 && `, without ${step.skip.join(", ")}`}
        </>
      )}
    </>
  );
}
