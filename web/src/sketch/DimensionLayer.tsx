import { useEffect, useRef } from "react";
import type { SketchStep, Vec2 } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { usePart } from "../part/store";
import { layOut, valueText, type Laid } from "./dimensions";
import { refit } from "./flat";
import { isDimension } from "./holds";
import type { Model } from "./model";
import type { SeenPlane } from "./plane";
import { useSketch, type Ask, useSketchOf } from "./store";

export interface LaidDimension extends Laid {
  id: string;
  text: string;
  driven: boolean;
}

/** All dimensions laid out so that their numbers keep clear of one another. */
export function useLaidOut(model: Model, plane: SeenPlane): LaidDimension[] {
  const unit = usePart((s) => s.view!.unit);
  const sizing = useSketch((s) => s.sizing);
  const bounds = model.bounds();
  const heart = bounds
    ? plane.toPx([(bounds[0][0] + bounds[1][0]) / 2, (bounds[0][1] + bounds[1][1]) / 2])
    : plane.toPx([0, 0]);
  const out: LaidDimension[] = [];
  const add = (
    id: string,
    text: string,
    kind: Parameters<typeof layOut>[1],
    on: string[],
    driven: boolean,
  ) => {
    for (let row = 0; row < 8; row++) {
      const laid = layOut(model, kind, on, plane.toPx, heart, row);
      if (!laid) return;
      if (row === 7 || out.every((o) => clear(o, laid, text))) {
        out.push({ ...laid, id, text, driven });
        return;
      }
    }
  };
  for (const c of model.constraints) {
    if (isDimension(c)) add(c.id, valueText(c, unit), c.kind, c.on, c.driven ?? false);
  }
  if (sizing && sizing.kinds.length > 0) add("new", sizing.text, sizing.kind, sizing.on, false);
  return out;
}

const clear = (o: LaidDimension, l: Laid, text: string) =>
  Math.abs(o.label[0] - l.label[0]) > 8 + 4 * (o.text.length + text.length) ||
  Math.abs(o.label[1] - l.label[1]) > 23;

export function DimensionStrokes({ laid, fighting }: { laid: LaidDimension[]; fighting: Set<string> }) {
  return laid.map((d) => (
    <g key={d.id} className={`sk-dim ${fighting.has(d.id) ? "fighting" : ""}`}>
      {d.strokes.map((s) => (
        <path key={s} d={s} />
      ))}
      {d.heads.map((h, i) => (
        <path key={i} className="head" d={head(h.at, h.angle)} />
      ))}
    </g>
  ));
}

/** An arrow head whose tip is at the place, pointing along the angle. */
function head([x, y]: Vec2, angle: number): string {
  const p = (along: number, side: number) =>
    `${x + along * Math.cos(angle) - side * Math.sin(angle)} ${y + along * Math.sin(angle) + side * Math.cos(angle)}`;
  return `M${x} ${y}L${p(-8, 2.6)}L${p(-8, -2.6)}Z`;
}

export function DimensionLabels({
  step,
  laid,
  fighting,
}: {
  step: SketchStep;
  laid: LaidDimension[];
  fighting: Set<string>;
}) {
  const { editing, picks, sizing, set, applySize } = useSketchOf(
    "editing",
    "picks",
    "sizing",
    "set",
    "applySize",
  );
  const unit = usePart((s) => s.view!.unit);
  const formulas = usePart((s) => s.view!.formulas);
  return laid.map((d) => {
    const style = { left: d.label[0], top: d.label[1] };
    if (d.id === "new") {
      const key = sizing!.kind + sizing!.on.join();
      return <NumberInput key={key} style={style} start={d.text} done={(t) => void applySize(t)} />;
    }
    if (d.id === editing) {
      const c = step.constraints.find((k) => k.id === d.id)!;
      const start = formulas[`${step.id}/${c.id}`]
        ? formulas[`${step.id}/${c.id}`]
        : c.kind === "angle"
          ? degrees(c.value as number)
          : lengthText(c.value as number, unit);
      return (
        <NumberInput
          key={d.id}
          style={style}
          start={start}
          done={(t) => void setDimension(step.id, d.id, t)}
        />
      );
    }
    return (
      <button
        key={d.id}
        className={`sk-label ${d.driven ? "driven" : ""} ${fighting.has(d.id) ? "fighting" : ""} ${picks.includes(d.id) ? "picked" : ""}`}
        style={style}
        data-dimension={d.id}
        title={d.driven ? "Driven: only tells what it measures" : "Click to change; Delete takes it out"}
        onClick={() => set({ editing: d.driven ? null : d.id, picks: [d.id] })}
      >
        {d.driven ? (
          `(${d.text})`
        ) : formulas[`${step.id}/${d.id}`] ? (
          <i>{formulas[`${step.id}/${d.id}`]} = </i>
        ) : null}
        {d.driven ? null : d.text}
      </button>
    );
  });
}

/** The number that a tool waits for. */
export function AskInput({ ask, at }: { ask: Ask; at: Vec2 }) {
  return (
    <>
      <span className="sk-asked" style={{ left: at[0], top: at[1] - 48 }}>
        {ask.label}
      </span>
      <NumberInput
        style={{ left: at[0], top: at[1] - 26 }}
        start={ask.start}
        done={(t) => void ask.done(t)}
      />
    </>
  );
}

/** Sends a typed value; the field stays open while it is refused. */
export async function setDimension(step: string, id: string, text: string): Promise<boolean> {
  const done = await usePart.getState().send({ do: "set-dimension", id: step, dimension: id, value: text });
  if (!done) return false;
  useSketch.getState().set({ editing: null, picks: [] });
  refit(step);
  return true;
}

function NumberInput({
  style,
  start,
  done,
}: {
  style: React.CSSProperties;
  start: string;
  done: (text: string) => void;
}) {
  const ref = useRef<HTMLInputElement>(null);
  useEffect(() => {
    ref.current?.focus({ preventScroll: true });
    ref.current?.select();
  }, []);
  return (
    <input
      ref={ref}
      className="sk-label"
      style={style}
      aria-label="Dimension"
      data-testid="dimension-input"
      defaultValue={start}
      onKeyDown={(e) => {
        if (e.key === "Enter") done(e.currentTarget.value);
        else if (e.key === "Escape") useSketch.getState().back();
        else if (e.key === "Delete" && e.currentTarget.value === "") useSketch.getState().erase();
        e.stopPropagation();
      }}
    />
  );
}
