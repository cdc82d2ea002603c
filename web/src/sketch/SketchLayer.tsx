import { useRef } from "react";
import type { PlacedSketch, SketchStep, Underlay, Vec2 } from "../api/types";
import { usePart } from "../part/store";
import { useLook } from "../scene/useLook";
import { AskInput, DimensionLabels, DimensionStrokes, useLaidOut } from "./DimensionLayer";
import { Dragger } from "./drag";
import { DraftLayer } from "./DraftLayer";
import { Marks } from "./Marks";
import { isFree, samples as freeSamples, type SplineEntity } from "./free";
import { Model, type Curve } from "./model";
import { seenPlane, type SeenPlane } from "./plane";
import { snap } from "./snap";
import { useSketchOf } from "./store";
import { editClick, placeClick } from "./edits";
import { traceAt } from "./tracing";

/** The open sketch over the view: geometry, marks, dimensions, and the hand that draws and pulls. */
export function SketchLayer({ step, placed }: { step: SketchStep; placed: PlacedSketch }) {
  const look = useLook();
  const store = useSketchOf(
    "ask",
    "box",
    "click",
    "clicked",
    "editing",
    "hover",
    "moved",
    "pick",
    "picks",
    "set",
    "size",
    "tool",
    "turn",
    "toolId",
  );
  const drag = useRef<{ id: string; from: Vec2; px: Vec2; dragger: Dragger | null } | null>(null);
  const model = new Model(step, store.moved ?? undefined);
  const plane = seenPlane(look, placed);
  const laid = useLaidOut(model, plane);
  const fighting = new Set(placed.fighting.map((f) => f.id));
  const troubled = new Set(step.constraints.filter((c) => fighting.has(c.id)).flatMap((c) => c.on));
  const loose = new Set(placed.loose);

  const place = (e: React.PointerEvent): Vec2 => {
    const box = e.currentTarget.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  };

  const move = (e: React.PointerEvent) => {
    const px = place(e);
    const at = plane.fromPx(...px);
    const held = drag.current;
    if (held && Math.hypot(px[0] - held.px[0], px[1] - held.px[1]) > 4) {
      if (!held.dragger && step.entities.some((x) => x.id === held.id)) {
        const part = usePart.getState().view!.id;
        held.dragger = new Dragger(part, step.id, (moved) => drag.current === held && store.set({ moved }));
      }
      held.dragger?.pull(held.id, held.from, at);
      return;
    }
    if (store.box) {
      store.set({ box: { ...store.box, to: px } });
    } else if (store.tool) {
      const from = store.tool.from({ model, unit: "mm" });
      store.set({
        snap: e.altKey ? { at, offer: "" } : snap(model, at, plane.mmPerPixel, from),
      });
    } else {
      const hover = hit(model, plane, px);
      if (hover !== store.hover) store.set({ hover });
    }
  };

  const down = (e: React.PointerEvent) => {
    if (e.button !== 0) return;
    const px = place(e);
    const at = plane.fromPx(...px);
    if (store.editing) store.set({ editing: null });
    if (store.toolId !== "dimension") (document.activeElement as HTMLElement | null)?.blur();
    if (store.tool) {
      const from = store.tool.from({ model, unit: "mm" });
      store.click(e.altKey ? { at, offer: "" } : snap(model, at, plane.mmPerPixel, from));
      return;
    }
    const id = hit(model, plane, px);
    if (store.toolId === "dimension") {
      if (id) store.size(id);
      return;
    }
    if (store.toolId === "trace") {
      void traceAt(step, px);
      return;
    }
    if (store.toolId === "along" || store.toolId === "scale") {
      placeClick(e.altKey || store.toolId === "scale" ? at : snap(model, at, plane.mmPerPixel).at);
      return;
    }
    if (store.toolId !== "select") {
      editClick(id, at);
      return;
    }
    e.currentTarget.setPointerCapture(e.pointerId);
    if (id) drag.current = { id, from: at, px, dragger: null };
    else store.set({ box: { from: px, to: px } });
  };

  const up = async (e: React.PointerEvent) => {
    const held = drag.current;
    if (held?.dragger) {
      const last = await held.dragger.end();
      drag.current = null;
      if (last) await usePart.getState().send({ do: "place", id: step.id, ...last });
      store.set({ moved: null });
    } else if (held) {
      drag.current = null;
      store.pick(held.id, e.shiftKey);
    } else if (store.box) {
      const picks = boxed(model, plane, store.box.from, store.box.to);
      store.set({ box: null, picks: e.shiftKey ? [...new Set([...store.picks, ...picks])] : picks });
    }
  };

  const curveClass = (id: string, construction?: boolean) =>
    [
      "sk-curve",
      construction ? "construction" : loose.has(id) ? "loose" : "",
      troubled.has(id) ? "fighting" : "",
      store.hover === id ? "hovered" : "",
      store.picks.includes(id) ? "picked" : "",
    ].join(" ");
  const size = { w: look.width, h: look.height };

  return (
    <>
      <svg
        className={`layer live ${store.tool ? "" : "quiet"}`}
        data-testid="sketch-layer"
        // a press here must not take the focus from the number that it opens
        onMouseDown={(e) => e.preventDefault()}
        onPointerMove={move}
        onPointerDown={down}
        onPointerUp={(e) => void up(e)}
        onPointerLeave={() => store.set({ hover: null })}
      >
        <Grid plane={plane} size={size} />
        <g transform={plane.matrix}>
          {step.underlay && <Picture u={step.underlay} />}
          {placed.regions.map((r) => (
            <path key={r.boundary.join() + r.inside.join()} className="sk-region" d={r.path} />
          ))}
          {model.curves().map((c) => (
            <g key={c.id} data-curve={c.id}>
              {c.kind === "spline" && <path className="sk-handle" d={handleLines(model, c)} />}
              {c.kind === "text" && (
                <path
                  className={curveClass(c.id, c.construction)}
                  d={store.moved ? "" : placed.texts[c.id]}
                />
              )}
              <path
                className={c.kind === "text" ? "sk-handle" : curveClass(c.id, c.construction)}
                d={model.path(c)}
              />
              {troubled.has(c.id) && <path className="sk-core" d={model.path(c)} />}
            </g>
          ))}
        </g>
        <DimensionStrokes laid={laid} fighting={fighting} />
        {["origin", ...model.entities.filter((e) => e.kind === "point").map((e) => e.id)].map((id) => {
          const [x, y] = plane.toPx(model.at(id));
          const state = `${loose.has(id) ? "loose" : ""} ${store.hover === id ? "hovered" : ""} ${
            store.picks.includes(id) ? "picked" : ""
          }`;
          return (
            <circle key={id} className={`sk-point ${state}`} cx={x} cy={y} r={id === "origin" ? 4 : 3.2} />
          );
        })}
        <DraftLayer model={model} plane={plane} />
        {store.clicked.map((c, i) => (
          <path key={i} className="sk-guide" d={`M${plane.toPx(c.at).join(" ")}m-4 0h8m-4 -4v8`} />
        ))}
        {store.clicked.length === 2 && (
          <path
            className="sk-guide"
            d={`M${plane.toPx(store.clicked[0].at).join(" ")}L${plane.toPx(store.clicked[1].at).join(" ")}`}
          />
        )}
        {store.box && <Box from={store.box.from} to={store.box.to} />}
      </svg>
      <Marks model={model} plane={plane} fighting={fighting} />
      <DimensionLabels step={step} laid={laid} fighting={fighting} />
      {store.ask && <AskInput ask={store.ask} at={plane.toPx(store.ask.at)} />}
    </>
  );
}

/** A picture to draw over; the sketch's y points up, a picture's down. */
function Picture({ u }: { u: Underlay }) {
  return (
    <image
      href={`/api/pictures/${u.picture}`}
      width={u.width}
      height={u.height}
      opacity={u.strength}
      preserveAspectRatio="none"
      transform={`translate(${u.at[0]} ${u.at[1] + u.height}) scale(1 -1)`}
      data-testid="underlay"
    />
  );
}

/** From the ends of a spline to its handles. */
function handleLines(model: Model, c: SplineEntity): string {
  const line = (end: string, handle?: string) =>
    handle ? `M${model.at(end).join(" ")}L${model.at(handle).join(" ")}` : "";
  return line(c.through[0], c.startHandle) + line(c.through[c.through.length - 1], c.endHandle);
}

/** What is under a pixel: a point before a curve. */
function hit(model: Model, plane: SeenPlane, px: Vec2): string | null {
  let best: string | null = null;
  let near = 8;
  for (const id of ["origin", ...model.entities.filter((e) => e.kind === "point").map((e) => e.id)]) {
    const p = plane.toPx(model.at(id));
    const d = Math.hypot(p[0] - px[0], p[1] - px[1]);
    if (d < near) {
      near = d;
      best = id;
    }
  }
  if (best) return best;
  const at = plane.fromPx(...px);
  near = 7 * plane.mmPerPixel;
  const look = (ids: Curve[]) => {
    for (const c of ids) {
      const away = model.nearest(c, at).away;
      if (away < near) {
        near = away;
        best = c.id;
      }
    }
  };
  look(model.curves());
  // an axis is meant only where nothing drawn is
  if (!best) look(["x-axis", "y-axis"].map((id) => model.get(id) as Curve));
  return best;
}

/** Drawn to the right, what is wholly inside; to the left, what is touched. */
function boxed(model: Model, plane: SeenPlane, a: Vec2, b: Vec2): string[] {
  const touching = b[0] < a[0];
  const inside = (p: Vec2) => {
    const [x, y] = plane.toPx(p);
    return (x - a[0]) * (x - b[0]) <= 0 && (y - a[1]) * (y - b[1]) <= 0;
  };
  return model
    .curves()
    .filter((c) => {
      const samples: Vec2[] = [];
      for (let i = 0; i <= 24; i++) {
        const t = i / 24;
        if (c.kind === "line") {
          const [p, q] = model.ends(c);
          samples.push([p[0] + t * (q[0] - p[0]), p[1] + t * (q[1] - p[1])]);
        } else if (c.kind === "text") {
          samples.push(model.textBox(c)[i % 4]);
        } else if (isFree(c)) {
          const line = freeSamples(model, c);
          samples.push(line[Math.round(t * (line.length - 1))]);
        } else {
          const m = model.at(c.centre);
          const [from, turn] = c.kind === "arc" ? model.sweep(c) : [0, 2 * Math.PI];
          const r = model.radius(c);
          samples.push([m[0] + r * Math.cos(from + t * turn), m[1] + r * Math.sin(from + t * turn)]);
        }
      }
      return touching ? samples.some(inside) : samples.every(inside);
    })
    .map((c) => c.id);
}

function Box({ from, to }: { from: Vec2; to: Vec2 }) {
  return (
    <rect
      className={`sk-box ${to[0] < from[0] ? "touching" : ""}`}
      x={Math.min(from[0], to[0])}
      y={Math.min(from[1], to[1])}
      width={Math.abs(to[0] - from[0])}
      height={Math.abs(to[1] - from[1])}
    />
  );
}

/** Drafting lines in the plane, as far apart as suits the zoom, and the two axes. */
function Grid({ plane, size }: { plane: SeenPlane; size: { w: number; h: number } }) {
  const corners = [
    plane.fromPx(0, 0),
    plane.fromPx(size.w, 0),
    plane.fromPx(0, size.h),
    plane.fromPx(size.w, size.h),
  ];
  const step = gridStep(plane.mmPerPixel * 18);
  const [minX, maxX] = [Math.min(...corners.map((c) => c[0])), Math.max(...corners.map((c) => c[0]))];
  const [minY, maxY] = [Math.min(...corners.map((c) => c[1])), Math.max(...corners.map((c) => c[1]))];
  let fine = "";
  let major = "";
  if ((maxX - minX) / step < 400) {
    for (let i = Math.ceil(minX / step); i * step <= maxX; i++) {
      const d = `M${i * step} ${minY}V${maxY}`;
      if (i % 5 === 0) major += d;
      else fine += d;
    }
    for (let i = Math.ceil(minY / step); i * step <= maxY; i++) {
      const d = `M${minX} ${i * step}H${maxX}`;
      if (i % 5 === 0) major += d;
      else fine += d;
    }
  }
  const still = { vectorEffect: "non-scaling-stroke", fill: "none", strokeWidth: 1 } as const;
  return (
    <g transform={plane.matrix}>
      <path d={fine} stroke="var(--grid)" style={still} />
      <path d={major} stroke="var(--grid-major)" style={still} />
      <path className="sk-axis" d={`M${minX} 0H${maxX}M0 ${minY}V${maxY}`} />
    </g>
  );
}

function gridStep(least: number): number {
  const ten = Math.pow(10, Math.floor(Math.log10(least)));
  return [1, 2, 5, 10].map((k) => k * ten).find((s) => s >= least)!;
}
