import type { DraftStep, FacesStep, ShellStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { planeWords } from "./planing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type WallDraft } from "./store";
import { faceCount } from "./WallBar";
import { OPENINGS, PULLS, pulled, pullOf, wallCommand, wallOf } from "./walling";

type Sized = "thickness" | "outside" | "angle" | "distance";

/** A shell, draft or moved faces in the build sheet. */
export function WallSentence({
  step,
  onOpen,
}: {
  step: (ShellStep | DraftStep | FacesStep) & Step;
  onOpen: () => void;
}) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Shell|Draft|Move faces|Take out|Thicken|Replace|Divide) \d+$/.test(step.name)
    ? null
    : step.name;
  const now = wallOf(step, view!);
  const change = (what: Partial<WallDraft>) => send(wallCommand({ ...now, ...what })!);
  const number = (
    label: string,
    text: string,
    unit: string,
    place: string,
    what: (v: string) => Partial<WallDraft>,
  ) => (
    <NumberSlot
      key={place + text + unit}
      label={label}
      text={text}
      formula={view!.formulas[`${step.id}/${place}`]}
      unit={unit}
      onKeep={(v) => change(what(v))}
      onTyping={(v) => doing.kind === "looking" && tryOut(v ? wallCommand({ ...now, ...what(v) }) : null)}
    />
  );
  const length = (label: string, place: Sized, mm: unknown) =>
    number(label, lengthText(mm as number, view!.unit), view!.unit, place, (v) => ({ [place]: v }));
  const faces = (n: number) => (
    <button className="slot geo" title="Open in the work bar to pick faces" onClick={onOpen}>
      {faceCount(n)}
    </button>
  );
  return (
    <>
      {own && <span className="who">{own}</span>}
      {step.kind === "shell" && (
        <>
          Shell{" "}
          <ChoiceSlot
            label="What stays open"
            value={step.closed ? "closed" : "open"}
            choices={OPENINGS}
            onChoose={(k) => void change({ closed: k === "closed" })}
          />{" "}
          {faces(step.faces.length)}, walls{" "}
          {(step.thickness as number) > 0 && <>{length("Thickness", "thickness", step.thickness)} inside</>}
          {(step.thickness as number) > 0 && (step.outside as number) > 0 && " and "}
          {(step.outside as number) > 0 && (
            <>
              {length("Thickness outside", "outside", step.outside)} outside
              {step.rounded && " with round corners"}
            </>
          )}
          {step.groups.map((g, i) => (
            <span key={i}>
              , but{" "}
              {number(
                `Thickness ${i + 2}`,
                lengthText(g.thickness as number, view!.unit),
                view!.unit,
                `group${i + 1}`,
                (thickness) => ({
                  groups: now.groups.map((x, k) => (k === i ? { ...x, thickness } : x)),
                }),
              )}{" "}
              at {faces(g.faces.length)}
            </span>
          ))}
        </>
      )}
      {step.kind === "draft" && (
        <>
          Draft {faces(step.faces.length)} by{" "}
          {number("Angle", degrees(step.angle as number).replace("°", ""), "°", "angle", (angle) => ({
            angle,
          }))}{" "}
          about {planeWords(step.plane, view!)}, narrowing{" "}
          <ChoiceSlot
            label="Which way it narrows"
            value={pullOf(step)}
            choices={PULLS}
            onChoose={(k) => void change(pulled(k))}
          />
        </>
      )}
      {step.kind === "faces" &&
        (step.way === "replace" ? (
          <>
            Replace {faces(step.faces.length)} by the shape of {planeWords(step.plane!, view!)}
          </>
        ) : step.way === "divide" ? (
          <>
            Divide {faces(step.faces.length)} along{" "}
            {step.plane
              ? planeWords(step.plane, view!)
              : step
                  .sketches!.map((id) => view!.steps.find((s) => s.id === id)?.name ?? "a sketch")
                  .join(" and ")}
          </>
        ) : step.way === "thicken" ? (
          <>
            Thicken {faces(step.faces.length)} by {length("Distance", "distance", step.distance)}
            {step.apart && " as a body of its own"}
          </>
        ) : step.remove ? (
          <>Take out {faces(step.faces.length)}, their neighbours closing the gap</>
        ) : (
          <>
            Move {faces(step.faces.length)} outward by {length("Distance", "distance", step.distance)}
          </>
        ))}
    </>
  );
}
