import { Vector3 } from "three";
import type { PlacedSketch, Vec2 } from "../api/types";
import { lengthText, roughLength } from "../api/numbers";
import { useLook } from "../scene/useLook";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { changeForm, isForm, isSketch, sameRegion, takesLines, toggleRegion } from "./forming";
import { changeBlend } from "./blending";
import { currentScene } from "../scene/current";
import { drillOnPoint } from "./drilling";
import { PlaneLayer } from "./PlaneLayer";
import { PullArrow } from "./PullArrow";
import { isRib, toggleLine } from "./ribbing";
import { usePart, type BlendDraft, type FormDraft, type WallDraft } from "./store";
import { changeWall } from "./walling";

/** Over the solids: sketches that no step uses yet; while forming, regions to pick and the arrow to pull. */
export function FormLayer() {
  const look = useLook();
  const { view, doing } = usePart();
  if (!view) return null;
  const forming = doing.kind === "forming" ? doing.form : null;
  // what picks regions and lines of sketches
  const picking = forming ?? (doing.kind === "ribbing" ? doing.form : null);
  const linesToo = doing.kind === "ribbing" || takesLines(forming);
  const toggle = doing.kind === "ribbing" ? toggleLine : toggleRegion;
  const used = new Set(view.steps.filter((s) => isForm(s) || isRib(s)).map((s) => s.sketch));
  // whether a sketch stands above a step
  const stands = (id: string, step: string) =>
    view.steps.findIndex((s) => s.id === id) < view.steps.findIndex((s) => s.id === step);
  const wanted = (id: string) => {
    if (view.looks?.[id]?.hidden) return false;
    if (!picking) return !used.has(id);
    if (picking.step) return id === picking.sketch || (!used.has(id) && stands(id, picking.step));
    return id === picking.sketch || !used.has(id) || picking.sketch === null;
  };
  const shown = view.steps.filter(isSketch).filter((s) => view.sketches[s.id] && wanted(s.id));
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
      {shown.map((s) => {
        const placed = view.sketches[s.id];
        const plane = seenPlane(look, placed);
        const model = new Model(s);
        // what a line is to the revolution being made: its axis, one that could be, or nothing
        const turning = (id: string) =>
          forming?.op !== "revolve" || forming.sketch !== s.id ? null : forming.axis === id ? "axis" : "line";
        return (
          <g key={s.id} transform={plane.matrix}>
            {placed.regions.map((r) => {
              const picked = picking?.sketch === s.id && picking.regions.some((x) => sameRegion(x, r));
              return (
                <path
                  key={r.boundary.join() + r.inside.join()}
                  className={`sk-region ${picking ? "pickable" : ""} ${picked ? "picked" : ""}`}
                  data-region={r.boundary.join("")}
                  d={r.path}
                  onClick={() => toggle(s.id, r)}
                />
              );
            })}
            {model
              .curves()
              .filter((c) => !c.construction || turning(c.id))
              .map((c) => (
                <path
                  key={c.id}
                  className={`sk-curve ${turning(c.id) === "axis" ? "axis" : ""}`}
                  style={{ strokeWidth: turning(c.id) === "axis" ? 3 : 1.3 }}
                  d={model.path(c)}
                />
              ))}
            {linesToo &&
              (picking!.sketch === s.id || !picking!.step) &&
              placed.lines.map((r) => (
                <g key={r.boundary.join() + r.inside.join()}>
                  {picking!.sketch === s.id && picking!.regions.some((x) => sameRegion(x, r)) && (
                    <path className="sk-line picked" d={r.path} />
                  )}
                  <path
                    className="sk-grab"
                    data-line={r.boundary.join("")}
                    d={r.path}
                    onClick={() => toggle(s.id, r)}
                  />
                </g>
              ))}
            {turning("x-axis") === "axis" && <AxisLine along={[1, 0]} model={model} />}
            {turning("y-axis") === "axis" && <AxisLine along={[0, 1]} model={model} />}
            {forming?.op === "revolve" &&
              forming.sketch === s.id &&
              model
                .curves()
                .filter((c) => c.kind === "line")
                .map((c) => (
                  <path
                    key={`${c.id} axis`}
                    className="sk-grab"
                    data-axis={c.id}
                    d={model.path(c)}
                    onClick={() => changeForm({ axis: c.id })}
                  />
                ))}
          </g>
        );
      })}
      {doing.kind === "walling" && <FaceArrow form={doing.form} />}
      {doing.kind === "blending" && <BlendArrow form={doing.form} />}
      {doing.kind === "drilling" &&
        view.steps
          .filter(isSketch)
          .filter((s) => view.sketches[s.id])
          .flatMap((s) => {
            const plane = seenPlane(look, view.sketches[s.id]);
            const model = new Model(s);
            // lone points and centres; corners of outlines would only be in the way
            const ends = new Set(model.curves().flatMap((c) => (c.kind === "circle" ? [] : model.endsOf(c))));
            return model.entities
              .filter((e) => e.kind === "point" && !ends.has(e.id))
              .map((e) => {
                const [x, y] = plane.toPx(model.at(e.id));
                return (
                  <circle
                    key={s.id + e.id}
                    className="sk-point loose"
                    data-point={`${s.id}/${e.id}`}
                    style={{ pointerEvents: "all", cursor: "pointer" }}
                    cx={x}
                    cy={y}
                    r="4.5"
                    onClick={() => drillOnPoint(s.id, e.id, currentScene()?.faceAt(x, y) ?? null)}
                  />
                );
              });
          })}
      {forming?.sketch && view.sketches[forming.sketch] && (
        <FormArrow form={forming} placed={view.sketches[forming.sketch]} />
      )}
    </svg>
  );
}

/** A sketch's own axis, as long as what is drawn. */
function AxisLine({ along: [x, y], model }: { along: Vec2; model: Model }) {
  const reach =
    1.3 * Math.max(10, ...model.entities.map((e) => (e.kind === "point" ? Math.abs(e.x * x + e.y * y) : 0)));
  return <path className="sk-curve axis" d={`M${-reach * x} ${-reach * y}L${reach * x} ${reach * y}`} />;
}

/** From the picked regions along the way of the extrusion. */
function FormArrow({ form, placed }: { form: FormDraft; placed: PlacedSketch }) {
  const unit = usePart((s) => s.view!.unit);
  const inside = form.regions.map((r) => r.inside);
  const mm = roughLength(form.distance, unit);
  if (
    inside.length === 0 ||
    mm === null ||
    form.op === "revolve" ||
    form.extent !== "distance" ||
    form.starts === "face"
  )
    return null;
  const mid: Vec2 = [
    inside.reduce((s, p) => s + p[0], 0) / inside.length,
    inside.reduce((s, p) => s + p[1], 0) / inside.length,
  ];
  const foot = new Vector3(...placed.origin)
    .addScaledVector(new Vector3(...placed.x), mid[0])
    .addScaledVector(new Vector3(...placed.y), mid[1]);
  const way = new Vector3(...placed.z).multiplyScalar(form.flipped && !form.bothWays ? -1 : 1);
  return (
    <PullArrow
      foot={foot}
      way={way}
      mm={mm}
      times={form.bothWays ? 2 : 1}
      onPull={(next) => next > 0 && changeForm({ distance: lengthText(next, unit) })}
    />
  );
}

/** From the first of the rounded edges toward the ball's middle; where a size doesn't do it shows up to which one does. */
function BlendArrow({ form }: { form: BlendDraft }) {
  const { view, preview } = usePart();
  const mm = roughLength(form.size, view!.unit);
  const key = form.edges[0]?.edge;
  const edge = view!.bodies.flatMap((b) => b.edges).find((e) => e.key === key);
  if (form.full || form.held || form.against || !edge?.way || mm === null) return null;
  const remedy = preview?.steps.find(
    (s, i) => s.status === "failed" && (s.id === form.step || i === view!.workLine),
  )?.remedy;
  return (
    <PullArrow
      foot={new Vector3(...edge.point)}
      way={new Vector3(...edge.way)}
      mm={mm}
      most={
        remedy === undefined
          ? undefined
          : { mm: remedy, text: `${remedy < mm ? "up to" : "from"} ${lengthText(remedy, view!.unit)}` }
      }
      onPull={(next) => next > 0 && changeBlend({ size: lengthText(next, view!.unit) })}
    />
  );
}

/** From a face that is moved, out of the material or into it. */
function FaceArrow({ form }: { form: WallDraft }) {
  const unit = usePart((s) => s.view!.unit);
  const face = form.faces[0];
  const mm = roughLength(form.distance, unit);
  if ((form.op !== "move" && form.op !== "thicken") || !face || mm === null) return null;
  return (
    <PullArrow
      foot={new Vector3(...face.point)}
      way={new Vector3(...face.normal)}
      mm={mm}
      onPull={(next) =>
        (form.op === "move" ? next !== 0 : next > 0) && changeWall({ distance: lengthText(next, unit) })
      }
    />
  );
}
