import type { CombineStep, MirrorStep, MoveStep, PartView, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import {
  applyBodies,
  bodiesCommand,
  bodiesOf,
  bodyNames,
  changeBodies,
  COMBINES,
  JOINS,
  MOVES,
} from "./bodies";
import { PlaneSlot } from "./PlaceBar";
import { planeWords } from "./planing";
import { AxisSlot } from "./RepeatBar";
import { AXES, axisWord } from "./repeating";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type BodiesDraft } from "./store";

/** Bodies being moved, mirrored or combined, as a sentence. */
export function BodiesBar() {
  const { doing, start, view } = usePart();
  if (doing.kind !== "bodies" || !view) return null;
  const { form } = doing;
  return (
    <>
      <div className="say">
        <p className="sent">
          {form.op === "combine" && (
            <>
              <ChoiceSlot
                label="What becomes of the bodies"
                value={form.way}
                choices={COMBINES}
                onChoose={(way) => changeBodies({ way })}
              />{" "}
              <Bodies form={form} view={view} />
            </>
          )}
          {form.op === "mirror" && (
            <>
              Mirror <Bodies form={form} view={view} /> in{" "}
              <PlaneSlot
                plane={form.plane}
                onChoose={(plane) => changeBodies({ plane })}
                onAim={() => changeBodies({ aim: "plane" })}
              />
              ,{" "}
              <ChoiceSlot
                label="What becomes of the images"
                value={form.join ? "join" : "own"}
                choices={JOINS}
                onChoose={(k) => changeBodies({ join: k === "join" })}
              />
            </>
          )}
          {form.op === "move" && <Moving form={form} view={view} />}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.aim === "plane"
              ? "Click a flat face, or choose a plane"
              : form.aim === "axis"
                ? "Click a round or flat face, or an edge"
                : "Click bodies to put them in or take them out"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyBodies()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** The bodies meant; a press lets the next clicks change them. */
function Bodies({ form, view }: { form: BodiesDraft; view: PartView }) {
  const none = form.op === "move" && form.bodies.length === 0;
  return (
    <button
      className={`slot geo ${none ? "bad" : form.aim === "bodies" ? "lit" : ""}`}
      title="Click bodies in the view"
      onClick={() => changeBodies({ aim: "bodies" })}
    >
      {none ? "click a body" : bodyNames(view, form.bodies)}
    </button>
  );
}

function Moving({ form, view }: { form: BodiesDraft; view: PartView }) {
  const field = (i: 0 | 1 | 2, name: string) => (
    <>
      <Field
        label={name}
        value={form.by[i]}
        onChange={(v) =>
          changeBodies({ by: form.by.map((old, k) => (k === i ? v : old)) as BodiesDraft["by"] })
        }
        onEnter={applyBodies}
      />{" "}
      {name}{" "}
    </>
  );
  return (
    <>
      <ChoiceSlot
        label="Move or copy"
        value={form.copy ? "copy" : "move"}
        choices={MOVES}
        onChoose={(k) => changeBodies({ copy: k === "copy" })}
      />{" "}
      <Bodies form={form} view={view} /> by {field(0, "x")}
      {field(1, "y")}
      {field(2, "z")}
      {view.unit}, turned by{" "}
      <Field
        label="Angle"
        value={form.angle}
        onChange={(angle) => changeBodies({ angle })}
        onEnter={applyBodies}
      />
      ° about{" "}
      <AxisSlot
        axis={form.axis}
        aiming={form.aim === "axis"}
        onAxis={(axis) => changeBodies({ axis, aim: "bodies" })}
        onAim={() => changeBodies({ aim: "axis" })}
      />
    </>
  );
}

/** Moved, mirrored or combined bodies in the build sheet. */
export function BodiesSentence({
  step,
  onOpen,
}: {
  step: (MirrorStep | CombineStep | MoveStep) & Step;
  onOpen: () => void;
}) {
  const { view, send, doing, tryOut } = usePart();
  const own = /^(Mirror|Combine|Move|Copy) \d+$/.test(step.name) ? null : step.name;
  const now = bodiesOf(step, view!);
  const bodies = (
    <button className="slot geo" title="Open in the work bar to pick others" onClick={onOpen}>
      {bodyNames(view!, step.bodies ?? [])}
    </button>
  );
  const number = (i: 0 | 1 | 2, place: "x" | "y" | "z") => {
    const changed = (v: string) =>
      bodiesCommand({ ...now, by: now.by.map((o, k) => (k === i ? v : o)) as BodiesDraft["by"] });
    const text = lengthText((step as MoveStep)[place] as number, view!.unit);
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
      {own && <span className="who">{own}</span>}
      {step.kind === "combine" && (
        <>
          <ChoiceSlot
            label="What becomes of the bodies"
            value={step.way}
            choices={COMBINES}
            onChoose={(way) => void send(bodiesCommand({ ...now, way })!)}
          />{" "}
          {bodies}
        </>
      )}
      {step.kind === "mirror" && (
        <>
          Mirror {bodies} in{" "}
          <button className="slot geo" title="Open in the work bar to pick another" onClick={onOpen}>
            {planeWords(step.plane, view!)}
          </button>
          ,{" "}
          <ChoiceSlot
            label="What becomes of the images"
            value={step.join ? "join" : "own"}
            choices={JOINS}
            onChoose={(k) => void send(bodiesCommand({ ...now, join: k === "join" })!)}
          />
        </>
      )}
      {step.kind === "move" && (
        <>
          {step.copy ? "Copy" : "Move"} {bodies} by {number(0, "x")} {number(1, "y")} {number(2, "z")}
          {step.angle !== 0 &&
            `, turned by ${degrees(step.angle as number)} about ${AXES[axisWord(step.axis)]}`}
        </>
      )}
    </>
  );
}
