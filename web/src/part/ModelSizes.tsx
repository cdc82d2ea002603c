import { useState } from "react";
import { Vector3 } from "three";
import type { FaceLine, HolePlace, PartView, SketchStep, Step, Vec2 } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { useLook } from "../scene/useLook";
import { DimensionLabels, DimensionStrokes, useLaidOut } from "../sketch/DimensionLayer";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { isForm, isSketch } from "./forming";
import { isRib } from "./ribbing";
import { usePart } from "./store";
import { bare } from "./referring";

const NONE = new Set<string>();

/** How the number at a place of a step is called. */
const word = (place: string) =>
  /^h\d+-[ab]$/.test(place)
    ? `hole ${/\d+/.exec(place)![0]} from its ${place.endsWith("a") ? "first" : "second"} edge`
    : place
        .replace(/([A-Z])/g, " $1")
        .replace(/(\d+)$/, " $1")
        .toLowerCase();

/** On the model: all sizes of the step that made the picked face, each to be changed there. */
export function ModelSizes() {
  const { view, doing, picks } = usePart();
  if (doing.kind !== "looking" || !view || picks.length !== 1 || picks[0].kind !== "face") return null;
  const face = view.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key);
  const step = view.steps.find((s) => s.id === face?.steps[0]);
  if (!face || !step) return null;
  const drawn = isForm(step) || isRib(step) ? view.steps.find((s) => s.id === step.sketch) : undefined;
  return (
    <>
      {drawn && isSketch(drawn) && view.sketches[drawn.id] && <Drawn step={drawn} view={view} />}
      <Own key={step.id} step={step} face={face} view={view} />
    </>
  );
}

/** The outline of the step, with its dimensions. */
function Drawn({ step, view }: { step: SketchStep; view: PartView }) {
  const look = useLook();
  const plane = seenPlane(look, view.sketches[step.id]);
  const model = new Model(step);
  const laid = useLaidOut(model, plane);
  const facing = Math.abs(look.toEye().dot(new Vector3(...view.sketches[step.id].z)));
  if (facing < 0.2) return null; // seen from its edge, numbers would lie on one another
  return (
    <>
      <svg className="layer" data-testid="model-sketch">
        <g transform={plane.matrix}>
          {model
            .curves()
            .filter((c) => !c.construction)
            .map((c) => (
              <path key={c.id} className="sk-curve" style={{ strokeWidth: 1.1 }} d={model.path(c)} />
            ))}
        </g>
        <DimensionStrokes laid={laid} fighting={NONE} />
      </svg>
      <DimensionLabels step={step} laid={laid} fighting={NONE} />
    </>
  );
}

/** The step's own numbers, one under another, led to from the face. */
function Own({ step, face, view }: { step: Step; face: FaceLine; view: PartView }) {
  const look = useLook();
  if (step.sizes.length === 0) return null;
  const at = look.toScreen(new Vector3(...face.point));
  return (
    <>
      <svg className="layer">
        <path className="sk-guide" d={`M${at[0]} ${at[1]}L${look.width - 40} 84`} />
        <circle className="sk-point" cx={at[0]} cy={at[1]} r="3.2" />
      </svg>
      <div className="model-sizes" data-testid="model-sizes">
        <span className="cap">{step.name}</span>
        {step.sizes.map((s) => (
          <Size key={s.place} step={step} place={s.place} angle={s.angle} view={view} />
        ))}
      </div>
    </>
  );
}

/** The distance of a hole from one of its two edges, when that is what a place is. */
function fromEdge(step: Step, place: string) {
  const [, id, key] = /^(h\d+)-([ab])$/.exec(place) ?? [];
  const spot = step.kind === "hole" ? step.places.find((p) => p.id === id)?.spot : undefined;
  return spot && "first" in spot ? { id, spot, key: key as "a" | "b" } : null;
}

/** The number that a step has at a place, in mm or radians. */
function valueOf(step: Step, place: string): number {
  const fields = step as unknown as Record<string, unknown>;
  const group = /^group(\d+)$/.exec(place);
  if (group) return (fields.groups as { thickness: number }[])[Number(group[1]) - 1].thickness;
  const edge = fromEdge(step, place);
  if (edge) return edge.spot[edge.key] as number;
  if ((place === "x" || place === "y") && fields.at) return (fields.at as Vec2)[place === "x" ? 0 : 1];
  return fields[place] as number;
}

/** The step with another text at a place, as a command takes it. */
function sized(step: Step, place: string, text: string): Record<string, unknown> {
  const fields = bare(step);
  const group = /^group(\d+)$/.exec(place);
  if (group) {
    const groups = [...(fields.groups as { thickness: number | string }[])];
    const i = Number(group[1]) - 1;
    groups[i] = { ...groups[i], thickness: text };
    return { ...fields, groups };
  }
  const edge = fromEdge(step, place);
  if (edge) {
    const places = (fields.places as HolePlace[]).map((p) =>
      p.id === edge.id ? { ...p, spot: { ...edge.spot, [edge.key]: text } } : p,
    );
    return { ...fields, places };
  }
  if ((place === "x" || place === "y") && fields.at) {
    const [x, y] = fields.at as Vec2;
    delete fields.at;
    return { ...fields, x, y, [place]: text };
  }
  return { ...fields, [place]: text };
}

function Size({ step, place, angle, view }: { step: Step; place: string; angle: boolean; view: PartView }) {
  const { send, tryOut } = usePart();
  const [open, setOpen] = useState(false);
  const formula = view.formulas[`${step.id}/${place}`];
  const value = valueOf(step, place);
  const text = angle ? degrees(value) : lengthText(value, view.unit);
  const change = (t: string) => ({ do: "change-step", step: sized(step, place, t) });
  const close = () => {
    setOpen(false);
    tryOut(null);
  };
  return (
    <label>
      <span>{word(place)}</span>
      {open ? (
        <input
          className="slot"
          aria-label={word(place)}
          data-testid="model-size"
          autoFocus
          defaultValue={formula ?? text}
          onFocus={(e) => e.target.select()}
          onBlur={close}
          onChange={(e) => tryOut(e.target.value.trim() ? change(e.target.value) : null)}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "Enter") void send(change(e.currentTarget.value)).then((ok) => ok && close());
            if (e.key === "Escape") close();
          }}
        />
      ) : (
        <button
          className="sk-label still"
          title={formula ? `Given by ${formula}; change that, or write = and a number` : "Click to change"}
          onClick={() => setOpen(true)}
        >
          {formula && <i>{formula} = </i>}
          {text}
          {!angle && ` ${view.unit}`}
        </button>
      )}
    </label>
  );
}
