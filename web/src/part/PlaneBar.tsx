import { useEffect, useRef } from "react";
import type { PlaneStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine, Picked } from "./BarParts";
import { PlaneSlot } from "./PlaceBar";
import { applyPlane, changePlane, goesFrom, planeCommand, planeOf, planeWords, WAYS } from "./planing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type PlaneDraft } from "./store";

const HINTS: Record<PlaneStep["way"], string> = {
  beside: "Click a flat face, or choose a plane",
  midway: "Click the second flat face",
  turned: "Click a flat face, and a straight edge along it",
  meeting: "Click the second flat face; the plane goes through the line of both",
  tangent: "Click a cylinder; the plane touches it on the side that the chosen one faces",
  corners: "Click three corners",
  square: "Click an edge",
};

/** A plane being made or changed, as a sentence. */
export function PlaneBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "planing" ? doing.form : null;
  const way = form?.way;
  useEffect(() => {
    if (way) input.current?.select();
  }, [way, form?.step]);
  if (!form || !view) return null;
  return (
    <>
      <div className="say">
        <p className="sent">
          Plane{" "}
          <ChoiceSlot
            label="How it lies"
            value={form.way}
            choices={WAYS}
            onChoose={(w) => changePlane({ way: w })}
          />{" "}
          {goesFrom(form.way) && <PlaneSlot plane={form.from} onChoose={(from) => changePlane({ from })} />}{" "}
          {(form.way === "midway" || form.way === "meeting") && (
            <>
              and <PlaneSlot plane={form.second} onChoose={(second) => changePlane({ second })} />{" "}
            </>
          )}
          {(form.way === "beside" || form.way === "square") && (
            <>
              {form.way === "square" && <Picked what="an edge" count={form.edge ? 1 : 0} />}{" "}
              {form.way === "beside" ? "by " : ", "}
              <Field
                label="Distance"
                hint={form.way === "beside" ? "Negative for the other side" : "From the edge's beginning"}
                value={form.distance}
                input={input}
                onChange={(distance) => changePlane({ distance })}
                onEnter={applyPlane}
              />{" "}
              {view.unit} {form.way === "square" && "along it"}
            </>
          )}
          {form.way === "tangent" && <Picked what="a cylinder" count={form.round ? 1 : 0} />}
          {form.way === "corners" && <Picked what="a corner" count={form.corners.length} of={3} />}
          {(form.way === "turned" || form.way === "meeting" || form.way === "tangent") && (
            <>
              {form.way === "turned" ? "by " : ", turned by "}
              <Field
                label="Angle"
                value={form.angle}
                input={input}
                onChange={(angle) => changePlane({ angle })}
                onEnter={applyPlane}
              />
              °
            </>
          )}
          {form.way === "turned" && (
            <>
              {" "}
              about <Picked what="an edge" count={form.edge ? 1 : 0} />
            </>
          )}
        </p>
        <LiveLine step={form.step} hint={HINTS[form.way]} />
      </div>
      <Acts main="Apply" onMain={() => void applyPlane()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** A plane in the build sheet. */
export function PlaneSentence({ step, onOpen }: { step: PlaneStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const now = planeOf(step, view!);
  const change = (what: Partial<PlaneDraft>) => send(planeCommand({ ...now, ...what })!);
  const number = (place: "distance" | "angle", label: string, text: string, unit: string) => (
    <NumberSlot
      key={place + text + unit}
      label={label}
      text={text}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={unit}
      onKeep={(v) => change({ [place]: v })}
      onTyping={(v) => doing.kind === "looking" && tryOut(v ? planeCommand({ ...now, [place]: v }) : null)}
    />
  );
  const other = (text: string) => (
    <button className="slot geo" title="Open in the work bar to pick another" onClick={onOpen}>
      {text}
    </button>
  );
  return (
    <>
      <span className="who">{step.name}</span>Plane {WAYS[step.way]}{" "}
      {goesFrom(step.way) && other(planeWords(step.plane, view!))}{" "}
      {step.way === "beside" && (
        <>by {number("distance", "Distance", lengthText(step.distance as number, view!.unit), view!.unit)}</>
      )}
      {step.second && (step.way === "midway" || step.way === "meeting") && (
        <>and {other(planeWords(step.second, view!))}</>
      )}
      {step.way === "corners" && other("3 corners")}
      {step.way === "square" && (
        <>
          {other("1 edge")}{" "}
          {number("distance", "Distance", lengthText(step.distance as number, view!.unit), view!.unit)} along
          it
        </>
      )}
      {step.way === "tangent" && other("1 cylinder")}
      {(step.way === "turned" || step.way === "meeting" || step.way === "tangent") && (
        <> by {number("angle", "Angle", degrees(step.angle as number).replace("°", ""), "°")}</>
      )}
      {step.way === "turned" && <> about {other("1 edge")}</>}
    </>
  );
}
