import { useState } from "react";
import { Vector3 } from "three";
import type { Slot } from "../api/talk";
import type { DrawnStep, FaceLine, PartView, Step } from "../api/types";
import { useLook } from "../scene/useLook";
import { keepNumber, tryNumber } from "../sentence/SheetSentence";
import { DimensionLabels, DimensionStrokes, useLaidOut } from "../sketch/DimensionLayer";
import { isSketch } from "../sketch/drawn";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { Given } from "./Given";
import { usePart, usePartOf } from "./store";

const NONE = new Set<string>();

/** On the model: all sizes of the step that made the picked face, each to be changed there. */
export function ModelSizes() {
  const { view, doing, picks } = usePartOf("view", "doing", "picks");
  if (doing.kind !== "looking" || !view || picks.length !== 1 || picks[0].kind !== "face") return null;
  const face = view.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key);
  const step = view.steps.find((s) => s.id === face?.steps[0]);
  if (!face || !step) return null;
  const drawn = step.profile ? view.steps.find((s) => s.id === step.profile) : undefined;
  return (
    <>
      {drawn && isSketch(drawn) && view.sketches[drawn.id] && <Drawn step={drawn} view={view} />}
      <Own key={step.id} step={step} face={face} />
    </>
  );
}

/** The outline of the step, with its dimensions. */
function Drawn({ step, view }: { step: DrawnStep; view: PartView }) {
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
function Own({ step, face }: { step: Step; face: FaceLine }) {
  const look = useLook();
  const sizes = Object.entries(step.slots).filter(([, s]) => s.is === "number" && s.unit);
  if (sizes.length === 0) return null;
  const at = look.toScreen(new Vector3(...face.point));
  return (
    <>
      <svg className="layer">
        <path className="sk-guide" d={`M${at[0]} ${at[1]}L${look.width - 40} 84`} />
        <circle className="sk-point" cx={at[0]} cy={at[1]} r="3.2" />
      </svg>
      <div className="model-sizes" data-testid="model-sizes">
        <span className="cap">{step.name}</span>
        {sizes.map(([place, slot]) => (
          <Size key={place} step={step} place={place} slot={slot} />
        ))}
      </div>
    </>
  );
}

function Size({ step, place, slot }: { step: Step; place: string; slot: Slot }) {
  const tryOut = usePart((s) => s.tryOut);
  const [open, setOpen] = useState(false);
  const name = slot.label.toLowerCase();
  const close = () => {
    setOpen(false);
    tryOut(null);
  };
  return (
    <div className="size">
      <span>{name}</span>
      {slot.formula && <Given formula={slot.formula} />}
      {open ? (
        <input
          className="slot"
          aria-label={name}
          data-testid="model-size"
          autoFocus
          defaultValue={slot.typed}
          onFocus={(e) => e.target.select()}
          onBlur={close}
          onChange={(e) => tryNumber(step, place, e.target.value)}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "Enter")
              void keepNumber(step, place, e.currentTarget.value).then((ok) => ok && close());
            if (e.key === "Escape") close();
          }}
        />
      ) : (
        <button
          className="sk-label still"
          title={
            slot.formula
              ? `Given by ${slot.formula}; change that, or write = and a number`
              : "Click to change"
          }
          onClick={() => setOpen(true)}
        >
          {slot.text}
        </button>
      )}
    </div>
  );
}
