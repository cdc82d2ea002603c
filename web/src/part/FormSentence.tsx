import type { ExtrudeStep, RevolveStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import {
  ALL_WAYS,
  axesOf,
  followed,
  formCommand,
  formOf,
  fromWay,
  isRevolve,
  LEANS,
  MADE,
  MODES,
  pickedText,
  TURNS,
  wayOf,
  WAYS,
  type Way,
} from "./forming";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type FormDraft } from "./store";

/** The numbers of a form, by what a sentence calls them. */
const SIZED = {
  distance: "Distance",
  back: "Other distance",
  gap: "Gap",
  thickness: "Thickness",
  angle: "Angle",
  taper: "Angle",
};
type Sized = keyof typeof SIZED;

type FormStep = (ExtrudeStep | RevolveStep) & Step;

/** Changes a step from its sentence. */
export function changeStep(step: FormStep, what: Partial<FormDraft>): Promise<boolean> {
  const { send, view } = usePart.getState();
  return send(formCommand(followed(formOf(step, view!), what))!);
}

/** An extrusion or revolution in the build sheet: every word that can be another is a choice or a number. */
export function FormSentence({ step, onOpen }: { step: FormStep; onOpen: () => void }) {
  const { view, tryOut, doing } = usePart();
  const sketch = view!.steps.find((s) => s.id === step.sketch);
  const regions = step.regions.length;
  const own = /^(Extrude|Revolve) \d+$/.test(step.name) ? null : step.name;
  const number = (place: Sized, text: string, unit: string) => (
    <NumberSlot
      key={text + unit}
      label={SIZED[place]}
      text={text}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={unit}
      onKeep={(t) => changeStep(step, { [place]: t })}
      onTyping={(t) =>
        doing.kind === "looking" && tryOut(t ? formCommand({ ...formOf(step, view!), [place]: t }) : null)
      }
    />
  );
  const way = (
    <ChoiceSlot
      label="Direction"
      value={wayOf(step)}
      choices={
        isRevolve(step) || (step.extent ?? "distance") !== "distance" ? (WAYS as typeof ALL_WAYS) : ALL_WAYS
      }
      onChoose={(w: Way) => void changeStep(step, fromWay(w))}
    />
  );
  const angle = (v: number) => degrees(v).replace("°", "");
  const length = (v: unknown) => lengthText(v as number, view!.unit);
  return (
    <>
      {own && <span className="who">{own}</span>}
      {isRevolve(step) ? "Revolve" : "Extrude"}{" "}
      <button className="slot geo" title="Open in the work bar to pick regions" onClick={onOpen}>
        {sketch?.name}
        {regions > 1 || step.regions[0]?.boundary[0]?.startsWith("~") ? ` · ${pickedText(step.regions)}` : ""}
      </button>{" "}
      {isRevolve(step) ? (
        <>
          about{" "}
          <ChoiceSlot
            label="Axis"
            value={step.axis}
            choices={axesOf(step.sketch)}
            onChoose={(axis) => void changeStep(step, { axis })}
          />{" "}
          <ChoiceSlot
            label="How far round"
            value={step.full ? "full" : "angle"}
            choices={TURNS}
            onChoose={(k) => void changeStep(step, { full: k === "full" })}
          />
          {!step.full && (
            <>
              {" "}
              {number("angle", angle(step.angle as number), "°")} {way}
            </>
          )}
        </>
      ) : (
        <>
          {step.side && (
            <>
              <ChoiceSlot
                label="Solid or wall"
                value={step.side}
                choices={MADE as Record<string, string>}
                onChoose={(made) => void changeStep(step, { made: made as FormDraft["made"] })}
              />{" "}
              {number("thickness", length(step.thickness), view!.unit)} thick{" "}
            </>
          )}
          {step.from && (
            <>
              from{" "}
              <button className="slot geo" title="Open in the work bar to pick another face" onClick={onOpen}>
                1 face
              </button>{" "}
            </>
          )}
          {step.extent === "through" ? (
            "through all "
          ) : step.extent === "next" ? (
            "to the next face "
          ) : step.extent === "face" ? (
            <>
              up to{" "}
              <button className="slot geo" title="Open in the work bar to pick another face" onClick={onOpen}>
                1 face
              </button>{" "}
              {!!step.gap && <>short of it by {number("gap", length(step.gap), view!.unit)} </>}
            </>
          ) : (
            <>by {number("distance", lengthText(step.distance as number, view!.unit), view!.unit)} </>
          )}
          {way}
          {!!step.back && <> {number("back", length(step.back), view!.unit)}</>}
          {!!step.taper && (
            <>
              , with{" "}
              <ChoiceSlot
                label="How the sides stand"
                value={(step.taper as number) > 0 ? "in" : "out"}
                choices={LEANS}
                onChoose={(lean) => void changeStep(step, { lean })}
              />{" "}
              {number("taper", angle(Math.abs(step.taper as number)), "°")}
            </>
          )}
        </>
      )}
      ,{" "}
      <ChoiceSlot
        label="What becomes of it"
        value={step.mode}
        choices={MODES}
        onChoose={(mode) => void changeStep(step, { mode })}
      />
    </>
  );
}
