import { sized } from "../api/numbers";
import { isSketch } from "./drawn";
import { finishSketch } from "../part/sketching";
import { usePart, usePartOf } from "../part/store";
import { takeOutline } from "./files";
import { dimensionsFor, isDimension } from "./holds";
import { Model } from "./model";
import { currentSketch, useSketch, type OutlineFile, useSketchOf } from "./store";
import { CLICK_HINTS, infoOf, TRACE_HINTS } from "./toolbox";
import { sketchesAbove } from "./tracing";

/** The open sketch in the work bar: its state, what to do next, and the ways of the tool in hand. */
export function SketchBar({ id }: { id: string }) {
  const view = usePart((s) => s.view!);
  const { tool, toolId, sizing, sizeAs, picks, construction, erase, clicked, ask, outline, way } =
    useSketchOf(
      "tool",
      "turn",
      "toolId",
      "sizing",
      "sizeAs",
      "picks",
      "construction",
      "erase",
      "clicked",
      "ask",
      "outline",
      "way",
    );
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
    : !placed.judged
      ? "too large to be judged in time"
      : placed.fighting.length > 0
        ? `${placed.fighting.length} constraints can’t hold together${placed.least ? "" : ", perhaps fewer"}`
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
      : toolId === "trace"
        ? TRACE_HINTS[way.trace!]
        : CLICK_HINTS[toolId]
          ? CLICK_HINTS[toolId][Math.min(ask ? 9 : clicked.length, CLICK_HINTS[toolId].length - 1)]
          : picks.length > 0
            ? `${picks.length} picked`
            : "Pick or drag anything; drag a box to pick several";
  if (outline) return <OutlineBar outline={outline} />;
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
          <Ways />
          {toolId === "text" && <Words />}
          {toolId === "trace" && sketch && <Passing id={id} />}
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

/** The ways in which the tool in hand can work. */
function Ways() {
  const { toolId, way, setWay } = useSketchOf("toolId", "way", "setWay");
  const ways = infoOf(toolId)?.ways;
  if (!ways) return null;
  return (
    <span className="flex gap-2" role="group" aria-label="How the tool works">
      {ways.map((w) => (
        <button
          key={w.id}
          className={way[toolId] === w.id ? "font-semibold underline" : ""}
          aria-pressed={way[toolId] === w.id}
          onClick={() => setWay(w.id)}
        >
          {w.name}
        </button>
      ))}
      <span className="key">Tab</span>
    </span>
  );
}

/** What the text tool writes, and how high. */
function Words() {
  const { words, set } = useSketchOf("words", "set");
  return (
    <span className="flex items-center gap-2">
      <input
        className="slot w-40"
        aria-label="Text"
        value={words.text}
        maxLength={80}
        onChange={(e) => set({ words: { ...words, text: e.target.value } })}
        onKeyDown={(e) => e.stopPropagation()}
      />
      capitals
      <input
        className="slot w-16"
        aria-label="Height of capitals"
        value={words.height}
        onChange={(e) => set({ words: { ...words, height: e.target.value } })}
        onKeyDown={(e) => e.stopPropagation()}
      />
      high
    </span>
  );
}

/** The sketches whose curves can be followed to this plane. */
function Passing({ id }: { id: string }) {
  const way = useSketch((s) => s.way.trace);
  const { trace, view } = usePartOf("trace", "view");
  const step = view!.steps.find((s) => s.id === id);
  if (way !== "passing" || !step || !isSketch(step)) return null;
  const above = sketchesAbove(step);
  return (
    <span className="flex gap-2">
      {above.length === 0 && "There is no sketch above this one."}
      {above.map((s) => (
        <button
          key={s.id}
          className="underline"
          onClick={() => void trace({ do: "trace", id, what: "passing", sketch: s.id })}
        >
          {s.name}
        </button>
      ))}
    </span>
  );
}

/** An outline file that was chosen: in which unit it is, and how far apart ends are joined. */
function OutlineBar({ outline }: { outline: OutlineFile }) {
  const set = useSketch((s) => s.set);
  const field = (label: string, what: "unit" | "tolerance") => (
    <input
      className="slot w-16"
      aria-label={label}
      value={outline[what]}
      onChange={(e) => set({ outline: { ...outline, [what]: e.target.value } })}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") void takeOutline();
        if (e.key === "Escape") set({ outline: null });
      }}
    />
  );
  return (
    <>
      <div className="say">
        <p className="sent">
          Take <span className="slot geo">{outline.name}</span>
          {outline.unit === "0" ? " in its own units" : <>, a unit is {field("Unit in mm", "unit")} mm</>},
          ends joined up to {field("Ends joined up to", "tolerance")} mm
        </p>
        <p className="live">{outline.finds}</p>
      </div>
      <div className="acts">
        <button className="btn main big" onClick={() => void takeOutline()}>
          Take it <span className="k">Enter</span>
        </button>
        <button className="btn big" onClick={() => set({ outline: null })}>
          Drop <span className="k">Esc</span>
        </button>
      </div>
    </>
  );
}
