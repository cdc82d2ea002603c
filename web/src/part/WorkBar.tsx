import { useEffect, useRef } from "react";
import { sized, spaced, MM } from "../api/numbers";
import { dimensionsFor, isDimension } from "../sketch/holds";
import { Model } from "../sketch/model";
import { CLICK_HINTS, currentSketch, useSketch } from "../sketch/store";
import {
  applyExtrude,
  changeForm,
  EXTENTS,
  fromWay,
  isSketch,
  MODES,
  WAYS,
  wayOf,
  type Way,
} from "./extrude";
import { finishSketch } from "./sketching";
import { ChoiceSlot } from "./Slots";
import { usePart } from "./store";

/** What is being made, as one sentence. */
export function WorkBar() {
  const doing = usePart((s) => s.doing);
  return (
    <section className="work" aria-label="Work bar">
      {doing.kind === "extruding" ? (
        <ExtrudeBar />
      ) : doing.kind === "sketching" ? (
        <SketchBar id={doing.step} />
      ) : doing.kind === "choosing-face" ? (
        <ChooseFaceBar />
      ) : (
        <IdleBar />
      )}
    </section>
  );
}

function Acts({ main, onMain, onDrop }: { main: string; onMain?: () => void; onDrop: () => void }) {
  return (
    <div className="acts">
      {onMain && (
        <button className="btn main big" onClick={onMain}>
          {main} <span className="k">Enter</span>
        </button>
      )}
      <button className="btn big" onClick={onDrop}>
        Drop <span className="k">Esc</span>
      </button>
    </div>
  );
}

function IdleBar() {
  const { view, picks } = usePart();
  const flat =
    picks.length === 1 &&
    view?.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key)?.normal;
  return (
    <div className="say">
      <p className="sent">
        {view?.steps.length === 0
          ? "Nothing is being made. Choose a plane to sketch on."
          : flat
            ? "A flat face is picked. Sketch on it, or double-click it to change the step that made it."
            : "Nothing is being made. Choose an operation at the left, or a field in the build sheet."}
      </p>
    </div>
  );
}

function ChooseFaceBar() {
  const { start } = usePart();
  return (
    <>
      <div className="say">
        <p className="sent">
          Sketch on <span className="slot lit geo">pick a flat face</span>
        </p>
      </div>
      <Acts main="" onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

function ExtrudeBar() {
  const { view, preview, previewWhy, previewMs, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "extruding" ? doing.form : null;
  const open = form !== null;
  useEffect(() => {
    if (open) input.current?.select();
  }, [open, form?.step]);
  if (!form || !view) return null;
  const name = view.steps.find((s) => s.id === form.sketch)?.name;
  const n = form.regions.length;
  const delta = preview?.volume !== undefined ? preview.volume - (view.volume ?? 0) : null;
  const failed = preview?.steps.find(
    (s, i) => s.status === "failed" && (s.id === form.step || i === view.workLine),
  );
  const why = failed?.message ?? previewWhy;
  return (
    <>
      <div className="say">
        <p className="sent">
          Extrude{" "}
          <span className={`slot geo ${n > 0 ? "lit" : "bad"}`} title="Click closed regions in the view">
            {n === 0 ? "pick regions" : `${name} · ${n === 1 ? "1 region" : `${n} regions`}`}
          </span>{" "}
          <ChoiceSlot
            label="How far"
            value={form.extent}
            choices={EXTENTS}
            onChoose={(extent) => changeForm({ extent })}
          />{" "}
          {form.extent === "distance" && (
            <>
              <input
                ref={input}
                className="slot"
                aria-label="Distance"
                data-testid="distance"
                autoFocus
                value={form.distance}
                title="A length such as 12, 0.5 in or 3/8 in"
                onChange={(e) => changeForm({ distance: e.target.value })}
                onKeyDown={(e) => {
                  e.stopPropagation();
                  if (e.key === "Enter") void applyExtrude();
                  if (e.key === "Escape") start({ kind: "looking" });
                }}
              />{" "}
              {view.unit}{" "}
            </>
          )}
          <ChoiceSlot
            label="Direction"
            value={wayOf(form)}
            choices={WAYS}
            onChoose={(w: Way) => changeForm(fromWay(w))}
          />{" "}
          <ChoiceSlot
            label="What becomes of it"
            value={form.mode}
            choices={MODES}
            onChoose={(mode) => changeForm({ mode })}
          />
        </p>
        <p className={`live ${why ? "plum" : ""}`} aria-live="polite" data-testid="live">
          {why ||
            (delta !== null
              ? `preview ${Math.round(previewMs)} ms · volume ${delta < 0 ? "−" : "+"}${spaced(
                  Math.abs(delta) / MM[view.unit] ** 3,
                )} ${view.unit}³`
              : "Click regions in the view to add or take them out")}
        </p>
      </div>
      <Acts main="Apply" onMain={() => void applyExtrude()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

function SketchBar({ id }: { id: string }) {
  const view = usePart((s) => s.view!);
  const { tool, toolId, sizing, sizeAs, picks, construction, erase } = useSketch();
  const placed = view.sketches[id];
  const step = view.steps.find((s) => s.id === id);
  const sketch = currentSketch();
  const curves = sketch ? picks.filter((p) => new Model(sketch).curves().some((c) => c.id === p)).length : 0;
  const picked = picks.length === 1 ? sketch?.constraints.find((c) => c.id === picks[0]) : undefined;
  // whether a press would make the picked dimension driven; nothing when no dimension is picked
  const driving = !picked || !isDimension(picked) ? undefined : !picked.driven;
  const canSize = sketch !== null && picks.length > 0 && dimensionsFor(new Model(sketch), picks).length > 0;
  const state = !placed
    ? ""
    : placed.fighting.length > 0
      ? `${placed.fighting.length} constraints can’t hold together`
      : placed.gaps.length > 0
        ? `a gap of ${sized(placed.gaps[0].distance, view.unit)} keeps an outline open`
        : step && isSketch(step) && step.entities.length === 0
          ? "nothing drawn yet"
          : placed.freedoms === 0
            ? "everything is settled"
            : placed.freedoms === 1
              ? "1 freedom left"
              : `${placed.freedoms} freedoms left`;
  const hint = tool
    ? tool.hint()
    : toolId === "dimension"
      ? sizing
        ? sizing.kinds.length > 0
          ? "Type the value and Enter, or click a second thing"
          : "Click a second thing"
        : "Click a line, circle, arc, or two things"
      : CLICK_HINTS[toolId]
        ? CLICK_HINTS[toolId]
        : picks.length > 0
          ? `${picks.length} picked`
          : "Pick or drag anything; drag a box to pick several";
  return (
    <>
      <div className="say">
        <p className="sent">
          Draw <span className="slot">{step?.name}</span> ·{" "}
          <span
            className={placed && placed.fighting.length + placed.gaps.length > 0 ? "plum" : ""}
            data-testid="sketch-state"
          >
            {state}
          </span>
        </p>
        <p className="live flex items-center gap-3" aria-live="polite">
          <span>{hint}</span>
          {sizing && sizing.kinds.length > 1 && (
            <span className="flex gap-2">
              {sizing.kinds.map((k) => (
                <button
                  key={k}
                  className={sizing.kind === k ? "font-semibold underline" : ""}
                  onClick={() => sizeAs(k)}
                >
                  {k.replace("-", " ")}
                </button>
              ))}
            </span>
          )}
          {!tool && !sizing && canSize && (
            <button className="underline" onClick={() => useSketch.getState().choose("dimension")}>
              give a dimension
            </button>
          )}
          {driving !== undefined && (
            <button
              className="underline"
              onClick={() =>
                void usePart.getState().send({ do: "set-driven", id, dimension: picks[0], on: driving })
              }
            >
              {driving ? "make it driven" : "make it hold"}
            </button>
          )}
          {!tool && curves > 0 && (
            <button className="underline" onClick={construction}>
              construction or drawn (Y)
            </button>
          )}
          {!tool && !sizing && picks.length > 0 && (
            <button className="underline" onClick={erase}>
              take out (Delete)
            </button>
          )}
        </p>
      </div>
      <div className="acts">
        <button className="btn main big" onClick={finishSketch}>
          Finish <span className="k">Enter</span>
        </button>
      </div>
    </>
  );
}
