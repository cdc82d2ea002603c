import { sized } from "../api/numbers";
import { dimensionsFor, isDimension } from "../sketch/holds";
import { Model } from "../sketch/model";
import { CLICK_HINTS, currentSketch, useSketch } from "../sketch/store";
import { Acts } from "./Acts";
import { BlendBar } from "./BlendBar";
import { DrillBar } from "./DrillBar";
import { FormBar } from "./FormBar";
import { isSketch } from "./forming";
import { PlaceBar } from "./PlaceBar";
import { RepeatBar } from "./RepeatBar";
import { SplitBar } from "./SplitBar";
import { finishSketch } from "./sketching";
import { usePart } from "./store";

/** What is being made, as one sentence. */
export function WorkBar() {
  const doing = usePart((s) => s.doing);
  return (
    <section className="work" aria-label="Work bar">
      {doing.kind === "blending" ? (
        <BlendBar />
      ) : doing.kind === "placing" ? (
        <PlaceBar />
      ) : doing.kind === "drilling" ? (
        <DrillBar />
      ) : doing.kind === "repeating" ? (
        <RepeatBar />
      ) : doing.kind === "splitting" ? (
        <SplitBar />
      ) : doing.kind === "forming" ? (
        <FormBar />
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
