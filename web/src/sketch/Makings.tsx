import type { PlacedSketch, SketchStep } from "../api/types";
import { lengthText } from "../api/numbers";
import { usePartOf } from "../part/store";
import { setUnderlay } from "./files";
import { called, Model } from "./model";
import { SheetNumber } from "./SheetNumber";
import { useSketchOf } from "./store";

/** What can be changed about repeats, texts and splines, and the picture under the sketch. */
export function Makings({ step, placed }: { step: SketchStep; placed: PlacedSketch }) {
  const { send, view } = usePartOf("send", "view");
  const { choose, set, picks } = useSketchOf("choose", "set", "picks");
  const model = new Model(step);
  const texts = step.entities.filter((e) => e.kind === "text");
  const splines = step.entities.filter((e) => e.kind === "spline" && !e.closed && picks.includes(e.id));
  const show = (...ids: string[]) => set({ picks: ids, toolId: "select", tool: null, snap: null });
  const u = step.underlay;
  return (
    <>
      {placed.repeats.length > 0 && <h4>Repeats</h4>}
      <ul>
        {placed.repeats.map((r) => (
          <li key={r.centre + r.curves.join()}>
            <button className="row" onClick={() => show(...r.curves)}>
              {r.curves.length === 1 ? called(model, r.curves[0]) : `${r.curves.length} curves`}{" "}
              {r.centre ? `round ${called(model, r.centre)}` : "in a row"}
            </button>
            <SheetNumber
              key={r.count}
              text={String(r.count)}
              label="How many"
              done={(t) => send({ do: "recount", id: step.id, curve: r.curves[0], count: Number(t) })}
            />
          </li>
        ))}
      </ul>
      {texts.length > 0 && <h4>Texts</h4>}
      <ul>
        {texts.map((t) => (
          <li key={t.id}>
            <SheetNumber
              key={t.text}
              text={t.text}
              label="Text"
              width="w-36"
              done={(text) =>
                send({ do: "set-text", id: step.id, curve: t.id, text, height: `${t.height} mm` })
              }
            />
            <SheetNumber
              key={t.height}
              text={lengthText(t.height, view!.unit)}
              label="Height of capitals"
              done={(height) => send({ do: "set-text", id: step.id, curve: t.id, text: t.text, height })}
            />
          </li>
        ))}
      </ul>
      {splines.map(
        (s) =>
          s.kind === "spline" && (
            <p key={s.id} className="pt-1 pb-1">
              <button
                className="btn plain"
                onClick={() =>
                  void send({
                    do: "set-handles",
                    id: step.id,
                    curve: s.id,
                    on: !(s.startHandle && s.endHandle),
                  })
                }
              >
                {s.startHandle && s.endHandle ? "Take the handles away" : "Give its ends handles"}
              </button>
            </p>
          ),
      )}
      {u && (
        <>
          <h4>Picture</h4>
          <p className="flex items-center gap-2 pb-1">
            <input
              type="range"
              min="0.05"
              max="1"
              step="0.05"
              defaultValue={u.strength}
              aria-label="How strongly the picture shows"
              onPointerUp={(e) => setUnderlay(step, { ...u, strength: Number(e.currentTarget.value) })}
              onKeyUp={(e) => setUnderlay(step, { ...u, strength: Number(e.currentTarget.value) })}
            />
            <button className="btn plain" onClick={() => choose("scale")}>
              Scale
            </button>
            <button className="btn plain" onClick={() => setUnderlay(step, null)}>
              Take away
            </button>
          </p>
        </>
      )}
      {step.entities.length > 0 && (
        <p className="pt-1 pb-2">
          <a className="btn plain" href={`/api/parts/${view!.id}/sketches/${step.id}/svg`} download>
            Save as an outline file (SVG)
          </a>
        </p>
      )}
    </>
  );
}
