import type { HoleStep, Mouth, Step } from "../api/types";
import { degrees, lengthText, roughLength } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import {
  applyDrill,
  changeDrill,
  DEPTHS,
  drillCommand,
  drilled,
  drillOf,
  ENDS,
  FITS,
  MOUTHS,
  useScrews,
} from "./drilling";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type DrillDraft } from "./store";

/** Holes being drilled, as a sentence. */
export function DrillBar() {
  const { view, doing, start } = usePart();
  const screws = useScrews((s) => s.all);
  if (doing.kind !== "drilling" || !view) return null;
  const { form } = doing;
  const n = form.places.length;
  const field = (label: string, key: "diameter" | "depth" | "head" | "headDepth" | "sink" | "point") => (
    <Field label={label} value={form[key]} onChange={(v) => changeDrill({ [key]: v })} onEnter={applyDrill} />
  );
  const sizes: Record<string, string> = {
    own: "of a size of its own",
    ...Object.fromEntries(screws.map((s) => [s.size, `for ${s.size}`])),
  };
  const last = form.places[n - 1];
  return (
    <>
      <div className="say">
        <p className="sent">
          Drill{" "}
          <span className={`slot geo ${n > 0 ? "lit" : "bad"}`} title="Click flat faces in the view">
            {n === 0 ? "click where" : n === 1 ? "1 hole" : `${n} holes`}
          </span>{" "}
          <ChoiceSlot
            label="Mouth"
            value={form.mouth}
            choices={MOUTHS}
            onChoose={(mouth: Mouth) => changeDrill({ mouth })}
          />{" "}
          <ChoiceSlot
            label="Screw"
            value={sizes[form.size] ? form.size : "own"}
            choices={sizes}
            onChoose={(size) => changeDrill({ size })}
          />{" "}
          {form.size !== "own" && (
            <ChoiceSlot
              label="Fit"
              value={form.fit}
              choices={FITS}
              onChoose={(fit) => changeDrill({ fit })}
            />
          )}{" "}
          {field("Diameter", "diameter")} across,{" "}
          {form.mouth !== "plain" && <>the head {field("Head", "head")} across, </>}
          {(form.mouth === "counterbore" || form.mouth === "spotface") && (
            <>{field("Head depth", "headDepth")} deep, </>
          )}
          {form.mouth === "countersink" && <>at {field("Sink angle", "sink")}°, </>}
          <ChoiceSlot
            label="How deep"
            value={form.extent}
            choices={DEPTHS}
            onChoose={(extent) => changeDrill({ extent, aiming: extent === "face" && !form.target })}
          />
          {form.extent === "face" && (
            <button
              className={`slot geo ${form.aiming ? "lit" : form.target ? "" : "bad"}`}
              onClick={() => changeDrill({ aiming: true })}
            >
              {form.aiming ? "click a face" : form.target ? "1 face" : "click a face"}
            </button>
          )}
          {form.extent === "blind" && (
            <>
              {" "}
              {field("Depth", "depth")} {view.unit}{" "}
              <ChoiceSlot
                label="How it ends"
                value={form.pointed ? "point" : "flat"}
                choices={ENDS}
                onChoose={(k) => changeDrill({ pointed: k === "point" })}
              />
              {form.pointed && <> of {field("Point angle", "point")}°</>}
            </>
          )}
          {last && (
            <>
              , the last <Where form={form} />
              <button
                className="pl-3 text-[13px] underline"
                onClick={() => changeDrill({ places: form.places.slice(0, -1) })}
              >
                take it out
              </button>
            </>
          )}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.aiming
              ? "Click the face up to which the holes go"
              : form.beside
                ? "Click the second edge to measure the last hole from"
                : "Click a flat face, a round edge for its centre, a sketch point, or two straight edges to measure from"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyDrill()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** Where the last hole is: at coordinates, at distances from two edges, or on what it follows. */
function Where({ form }: { form: DrillDraft }) {
  const view = usePart((s) => s.view!);
  const last = form.places[form.places.length - 1];
  const { spot } = last;
  if (!spot) {
    return (
      <>
        at <Coordinate form={form} axis={0} /> <Coordinate form={form} axis={1} />
      </>
    );
  }
  const freed = () =>
    changeDrill({ places: [...form.places.slice(0, -1), { ...last, spot: undefined }], beside: null });
  const loosen = (
    <button className="pl-3 text-[13px] underline" onClick={freed}>
      let it go
    </button>
  );
  if ("sketch" in spot) {
    return (
      <>
        on a point of {view.steps.find((s) => s.id === spot.sketch)?.name} {loosen}
      </>
    );
  }
  if ("edge" in spot) return <>at the centre of an edge {loosen}</>;
  const from = (key: "a" | "b") => (
    <Field
      label={key === "a" ? "From the first edge" : "From the second edge"}
      value={typeof spot[key] === "number" ? lengthText(spot[key], view.unit) : spot[key]}
      onChange={(v) =>
        changeDrill({ places: [...form.places.slice(0, -1), { ...last, spot: { ...spot, [key]: v } }] })
      }
      onEnter={applyDrill}
    />
  );
  return (
    <>
      {from("a")} and {from("b")} {view.unit} from two edges {loosen}
    </>
  );
}

/** One coordinate of the last place, as a number that can be typed anew. */
function Coordinate({ form, axis }: { form: DrillDraft; axis: 0 | 1 }) {
  const unit = usePart((s) => s.view!.unit);
  const last = form.places[form.places.length - 1];
  const text = lengthText(last.at[axis], unit);
  const keep = async (t: string) => {
    const mm = roughLength(t, unit);
    if (mm === null) {
      usePart.getState().say("A place is a length such as 12, 0.5 in or 3/8 in.", true);
      return false;
    }
    const at: [number, number] = axis === 0 ? [mm, last.at[1]] : [last.at[0], mm];
    changeDrill({ places: [...form.places.slice(0, -1), { ...last, at }] });
    return true;
  };
  return (
    <NumberSlot
      key={`${form.places.length} ${text}`}
      label={axis === 0 ? "X of the last hole" : "Y of the last hole"}
      text={text}
      unit={unit}
      onKeep={keep}
      onTyping={() => {}}
    />
  );
}

/** Holes in the build sheet. */
export function DrillSentence({ step, onOpen }: { step: HoleStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^Hole \d+$/.test(step.name) ? null : step.name;
  const now = drillOf(step, view!);
  const change = (what: Partial<DrillDraft>) => send(drillCommand(drilled(now, what))!);
  const number = (place: "diameter" | "depth" | "head" | "headDepth", label: string) => (
    <NumberSlot
      key={String(step[place]) + view!.unit}
      label={label}
      text={lengthText(step[place] as number, view!.unit)}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={view!.unit}
      onKeep={(v) => change({ [place]: v })}
      onTyping={(v) =>
        doing.kind === "looking" && tryOut(v ? drillCommand(drilled(now, { [place]: v })) : null)
      }
    />
  );
  const n = step.places.length;
  return (
    <>
      {own && <span className="who">{own}</span>}Drill{" "}
      <button className="slot geo" title="Open in the work bar to add holes" onClick={onOpen}>
        {n === 1 ? "1 hole" : `${n} holes`}
      </button>{" "}
      <ChoiceSlot
        label="Mouth"
        value={step.mouth}
        choices={MOUTHS}
        onChoose={(mouth: Mouth) => void change({ mouth })}
      />
      {step.use && ` for ${step.use},`} {number("diameter", "Diameter")} across,{" "}
      {step.mouth !== "plain" && <>the head {number("head", "Head")} across, </>}
      {(step.mouth === "counterbore" || step.mouth === "spotface") && (
        <>{number("headDepth", "Head depth")} deep, </>
      )}
      {step.mouth === "countersink" && <>at {degrees(step.sink as number)}, </>}
      <ChoiceSlot
        label="How deep"
        value={step.extent}
        choices={DEPTHS}
        onChoose={(extent) => (extent === "face" && !step.target ? onOpen() : void change({ extent }))}
      />
      {step.extent === "face" && " 1 face"}
      {step.extent === "blind" && <> {number("depth", "Depth")}</>}
    </>
  );
}
