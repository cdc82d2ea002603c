import { FindingLayer } from "../check/FindingLayer";
import { MeasureLayer } from "../check/MeasureLayer";
import { SectionLayer } from "../check/SectionLayer";
import type { Slot } from "../api/talk";
import type { DrawnStep, Region, Vec2 } from "../api/types";
import { currentScene } from "../scene/current";
import { useLook } from "../scene/useLook";
import { Grips } from "../sentence/Grips";
import { Handles } from "../sentence/Handles";
import { Starts } from "../sentence/Starts";
import { enter } from "../sentence/machine";
import { hitOf, sketchSlot } from "../sentence/pointing";
import { isSketch } from "../sketch/drawn";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { take as takeIdle } from "./hand";
import { PlaneLayer } from "./PlaneLayer";
import { type Pick, samePick, usePart } from "./store";
import { Measures, SpotLayer } from "./SpotLayer";
import { Troubles } from "./Troubles";

/** Over the solids: sketches that no step uses yet; while a sentence is written, what of sketches it takes, and its arrows. */
export function FormLayer() {
  const view = usePart((s) => s.view);
  const doing = usePart((s) => s.doing);
  if (!view) return null;
  const answer = doing.kind === "writing" ? doing.answer : null;
  const regions = sketchSlot(answer, "region");
  const lined = sketchSlot(answer, "line");
  const among = regions?.among || lined?.among ? [...(regions?.among ?? []), ...(lined?.among ?? [])] : null;
  const used = new Set(view.steps.flatMap((s) => s.outlines ?? []));
  const wanted = (id: string) => !view.looks?.[id]?.hidden && (among ? among.includes(id) : !used.has(id));
  const sketches = view.steps.filter(isSketch).filter((s) => view.sketches[s.id]);
  return (
    <svg className="layer">
      <defs>
        <pattern
          id="hatch"
          width="6"
          height="6"
          patternUnits="userSpaceOnUse"
          patternTransform="scale(0.3) rotate(45)"
        >
          <rect width="6" height="6" fill="var(--teal-tint)" fillOpacity="0.75" />
          <path d="M0 0V6" stroke="var(--teal)" strokeWidth="1.6" />
        </pattern>
      </defs>
      <PlaneLayer />
      {sketches
        .filter((s) => wanted(s.id))
        .map((s) => (
          <Drawn
            key={s.id}
            step={s}
            regions={regions}
            lined={lined}
            axis={sketchSlot(answer, "curve")}
            idle={doing.kind === "looking"}
          />
        ))}
      {answer?.takes.includes("point") && sketches.map((s) => <Points key={s.id} step={s} />)}
      {answer && <Measures answer={answer} />}
      {answer && <Handles answer={answer} />}
      {answer && <Grips answer={answer} />}
      {answer && <Starts answer={answer} />}
      <SectionLayer />
      <MeasureLayer />
      <FindingLayer />
      <SpotLayer />
      <Troubles />
    </svg>
  );
}

/** Whether a slot holds a region or line of a sketch. */
const holds = (slot: Slot | undefined, sketch: string, r: Region) =>
  slot?.held?.some(
    (h) =>
      typeof h === "object" &&
      String(h.boundary) === String(r.boundary) &&
      (h.sketch ?? slot.sketch) === sketch,
  ) ?? false;

const take = (what: "region" | "line", of: string, r: Region) =>
  void enter("", { hit: { what, of, key: "", ref: { boundary: r.boundary, inside: r.inside } } });

const asPick = (sketch: string, r: Region): Pick => ({
  kind: "region",
  key: r.boundary.join(),
  body: sketch,
});

function placeOf(e: React.MouseEvent): [number, number] {
  const pane = (e.currentTarget as Element).closest(".view")!.getBoundingClientRect();
  return [e.clientX - pane.left, e.clientY - pane.top];
}

/** A sketch as it is drawn: its regions and lines can be clicked where a sentence takes them. */
function Drawn({
  step,
  regions,
  lined,
  axis,
  idle,
}: {
  step: DrawnStep;
  regions?: Slot;
  /** The slot for which drawn lines can be clicked. */
  lined?: Slot;
  axis?: Slot;
  /** Whether regions are picked for what is still to be begun. */
  idle: boolean;
}) {
  const picks = usePart((s) => s.picks);
  const look = useLook();
  const placed = usePart((s) => s.view!.sketches[step.id]);
  const plane = seenPlane(look, placed);
  const model = new Model(step);
  // what a line is to something that turns: its axis, one that could be, or nothing
  const turns = axis?.among?.includes(step.id) ? axis.chosen : undefined;
  const lines = lined ? placed.lines : [];
  return (
    <g transform={plane.matrix}>
      {placed.regions.map((r) => (
        <path
          key={r.boundary.join() + r.inside.join()}
          className={`sk-region ${regions || idle ? "pickable" : ""} ${
            holds(regions, step.id, r) || picks.some((p) => samePick(p, asPick(step.id, r))) ? "picked" : ""
          }`}
          data-region={r.boundary.join("")}
          data-sketch={step.id}
          data-key={r.boundary.join()}
          d={r.path}
          onClick={(e) =>
            regions
              ? take("region", step.id, r)
              : idle && takeIdle(asPick(step.id, r), placeOf(e), e.shiftKey)
          }
        />
      ))}
      {model
        .curves()
        .filter((c) => !c.construction || turns !== undefined)
        .map((c) => (
          <path
            key={c.id}
            className={`sk-curve ${turns === c.id ? "axis" : ""}`}
            style={{ strokeWidth: turns === c.id ? 3 : 1.3 }}
            d={model.path(c)}
          />
        ))}
      {lines.map((r) => (
        <g key={r.boundary.join() + r.inside.join()}>
          {holds(lined, step.id, r) && <path className="sk-line picked" d={r.path} />}
          <path
            className="sk-grab"
            data-line={r.boundary.join("")}
            d={r.path}
            onClick={() => take("line", step.id, r)}
          />
        </g>
      ))}
      {turns === "x-axis" && <AxisLine along={[1, 0]} model={model} />}
      {turns === "y-axis" && <AxisLine along={[0, 1]} model={model} />}
      {turns !== undefined &&
        model
          .curves()
          .filter((c) => c.kind === "line")
          .map((c) => (
            <path
              key={`${c.id} axis`}
              className="sk-grab"
              data-axis={c.id}
              d={model.path(c)}
              onClick={() => void enter("", { hit: { what: "curve", of: step.id, key: c.id } })}
            />
          ))}
    </g>
  );
}

/** Lone points and centres of a sketch, to be clicked; corners of outlines would only be in the way. */
function Points({ step }: { step: DrawnStep }) {
  const look = useLook();
  const plane = seenPlane(
    look,
    usePart((s) => s.view!.sketches[step.id]),
  );
  const model = new Model(step);
  const ends = new Set(model.curves().flatMap((c) => (c.kind === "circle" ? [] : model.endsOf(c))));
  return (
    <>
      {model.entities
        .filter((e) => e.kind === "point" && !ends.has(e.id))
        .map((e) => {
          const [x, y] = plane.toPx(model.at(e.id));
          const clicked = () => {
            const under = currentScene()?.picking.faceAt(x, y) ?? null;
            void enter("", {
              hit: { what: "point", of: step.id, key: e.id, ...(under ? { under: hitOf(under) } : {}) },
            });
          };
          return (
            <circle
              key={e.id}
              className="sk-point loose"
              data-point={`${step.id}/${e.id}`}
              style={{ pointerEvents: "all", cursor: "pointer" }}
              cx={x}
              cy={y}
              r="4.5"
              onClick={clicked}
            />
          );
        })}
    </>
  );
}

/** A sketch's own axis, as long as what is drawn. */
function AxisLine({ along: [x, y], model }: { along: Vec2; model: Model }) {
  const reach =
    1.3 * Math.max(10, ...model.entities.map((e) => (e.kind === "point" ? Math.abs(e.x * x + e.y * y) : 0)));
  return <path className="sk-curve axis" d={`M${-reach * x} ${-reach * y}L${reach * x} ${reach * y}`} />;
}
