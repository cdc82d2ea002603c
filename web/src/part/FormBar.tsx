import { useEffect, useRef, type RefObject } from "react";
import { Acts } from "./Acts";
import { AllAlike } from "./AllAlike";
import { Field, LiveLine } from "./BarParts";
import {
  ALL_WAYS,
  applyForm,
  axesOf,
  changeForm,
  EXTENTS,
  fromWay,
  LEANS,
  MADE,
  missingFace,
  MODES,
  pickedText,
  STARTS,
  takesLines,
  TURNS,
  WAYS,
  wayOf,
  type Way,
} from "./forming";
import { ChoiceSlot } from "./Slots";
import { usePart, type FormDraft } from "./store";

/** An extrusion or revolution being made or changed, as a sentence. */
export function FormBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "forming" ? doing.form : null;
  const open = form !== null;
  useEffect(() => {
    if (open) input.current?.select();
  }, [open, form?.step, form?.op]);
  if (!form || !view) return null;
  const name = view.steps.find((s) => s.id === form.sketch)?.name;
  const n = form.regions.length;
  return (
    <>
      <div className="say">
        <p className="sent">
          {form.op === "revolve" ? "Revolve" : "Extrude"}{" "}
          <span className={`slot geo ${n > 0 ? "lit" : "bad"}`} title="Click closed regions in the view">
            {n === 0 ? "pick regions" : `${name} · ${pickedText(form.regions)}`}
          </span>{" "}
          <AllAlike
            sketch={form.sketch}
            regions={form.regions}
            onPick={(regions) => changeForm({ regions })}
          />{" "}
          {form.op === "revolve" ? (
            <RevolveWords form={form} input={input} />
          ) : (
            <ExtrudeWords form={form} input={input} />
          )}{" "}
          <ChoiceSlot
            label="What becomes of it"
            value={form.mode}
            choices={MODES}
            onChoose={(mode) => changeForm({ mode })}
          />
        </p>
        <LiveLine
          step={form.step}
          hint={
            missingFace(form)
              ? missingFace(form) === "from"
                ? "Click the face from which it starts"
                : "Click the face up to which it goes"
              : takesLines(form)
                ? "Click regions or drawn lines in the view to add or take them out"
                : "Click regions in the view to add or take them out"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyForm()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

type Words = { form: FormDraft; input: RefObject<HTMLInputElement | null> };

/** A face that the next click gives. */
function FaceSlot({ form, which }: { form: FormDraft; which: "from" | "target" }) {
  const picked = form[which];
  const waits = missingFace(form) === which || (missingFace(form) === null && form.aim === which);
  return (
    <button
      className={`slot geo ${picked ? (waits ? "lit" : "") : "bad"}`}
      title={picked ? "Click here, then another face in the view" : "Click a face in the view"}
      onClick={() => changeForm({ aim: which })}
    >
      {picked ? "1 face" : "pick a face"}
    </button>
  );
}

function ExtrudeWords({ form, input }: Words) {
  const unit = usePart((s) => s.view!.unit);
  return (
    <>
      <ChoiceSlot
        label="Solid or wall"
        value={form.made}
        choices={MADE}
        onChoose={(made) => changeForm({ made })}
      />{" "}
      {form.made !== "solid" && (
        <>
          <Field
            label="Thickness"
            value={form.thickness}
            onChange={(thickness) => changeForm({ thickness })}
            onEnter={applyForm}
          />{" "}
          {unit} thick{" "}
        </>
      )}
      <ChoiceSlot
        label="Where it starts"
        value={form.starts}
        choices={STARTS}
        onChoose={(starts) => changeForm({ starts })}
      />{" "}
      {form.starts === "face" && (
        <>
          <FaceSlot form={form} which="from" />{" "}
        </>
      )}
      <ChoiceSlot
        label="How far"
        value={form.extent}
        choices={EXTENTS}
        onChoose={(extent) => changeForm({ extent })}
      />{" "}
      {form.extent === "distance" && (
        <>
          <Field
            label="Distance"
            hint="A length such as 12, 0.5 in or 3/8 in"
            value={form.distance}
            input={input}
            onChange={(distance) => changeForm({ distance })}
            onEnter={applyForm}
          />{" "}
          {unit}{" "}
        </>
      )}
      {form.extent === "face" && (
        <>
          <FaceSlot form={form} which="target" /> short of it by{" "}
          <Field
            label="Gap"
            hint="How far before the face it stops; negative to go beyond it"
            value={form.gap}
            onChange={(gap) => changeForm({ gap })}
            onEnter={applyForm}
          />{" "}
          {unit}{" "}
        </>
      )}
      <ChoiceSlot
        label="Direction"
        value={wayOf(form)}
        choices={form.extent === "distance" ? ALL_WAYS : (WAYS as typeof ALL_WAYS)}
        onChoose={(w: Way) => changeForm(fromWay(w))}
      />
      {form.back !== null && (
        <>
          {" "}
          <Field
            label="Other distance"
            value={form.back}
            onChange={(back) => changeForm({ back })}
            onEnter={applyForm}
          />{" "}
          {unit}
        </>
      )}
      {form.extent === "distance" && form.starts === "plane" && form.made === "solid" && (
        <>
          {" "}
          with{" "}
          <ChoiceSlot
            label="How the sides stand"
            value={form.lean}
            choices={LEANS}
            onChoose={(lean) => changeForm({ lean })}
          />
          {form.lean !== "upright" && (
            <>
              {" "}
              <Field
                label="Angle"
                value={form.taper}
                onChange={(taper) => changeForm({ taper })}
                onEnter={applyForm}
              />
              °
            </>
          )}
        </>
      )}
    </>
  );
}

function RevolveWords({ form, input }: Words) {
  return (
    <>
      about{" "}
      <ChoiceSlot
        label="Axis"
        value={form.axis}
        choices={axesOf(form.sketch)}
        onChoose={(axis) => changeForm({ axis })}
      />{" "}
      <ChoiceSlot
        label="How far round"
        value={form.full ? "full" : "angle"}
        choices={TURNS}
        onChoose={(k) => changeForm({ full: k === "full" })}
      />{" "}
      {!form.full && (
        <>
          <Field
            label="Angle"
            value={form.angle}
            input={input}
            onChange={(angle) => changeForm({ angle })}
            onEnter={applyForm}
          />
          °{" "}
          <ChoiceSlot
            label="Direction"
            value={wayOf(form) as "out" | "in" | "both"}
            choices={WAYS}
            onChoose={(w: Way) => changeForm(fromWay(w))}
          />
        </>
      )}
    </>
  );
}
