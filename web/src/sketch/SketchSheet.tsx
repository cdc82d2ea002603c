import type { PlacedSketch, SketchStep, Unit } from "../api/types";
import { degrees, lengthText, sized } from "../api/numbers";
import { usePart } from "../part/store";
import { setDimension } from "./DimensionLayer";
import { isDimension } from "./holds";
import { DrivenValue } from "./DrivenValue";
import { Makings } from "./Makings";
import { called, Model } from "./model";
import { Proposals } from "./Proposals";
import { SheetNumber } from "./SheetNumber";
import { useSketch } from "./store";

function placeOf(step: SketchStep, id: string): string {
  const p = step.entities.find((e) => e.id === id);
  return p?.kind === "point" ? [p.x, p.y].join() : "";
}

/** What two curves nearly do, and what would do. */
function nearly(
  n: PlacedSketch["faults"]["near"][number],
  first: string,
  second: string,
  unit: Unit,
): string {
  const by = sized(n.distance, unit);
  if (n.kind === "short") return `${first} stops ${by} short of ${second}. Carry it on, or trim it.`;
  if (n.kind === "beside")
    return `${first} and ${second} lie ${by} apart, too near to be told apart. Take one out.`;
  if (n.kind === "beyond")
    return `${first} touches ${second} only ${by} beyond its end. Carry it on, or let them end at one point.`;
  return `Two regions touch at one point only, where ${first} and ${second} meet.`;
}

/** What is wrong, what is loose, and all dimensions of the open sketch; each row leads to the geometry. */
export function SketchSheet({ step, placed }: { step: SketchStep; placed: PlacedSketch }) {
  const send = usePart((s) => s.send);
  const unit = usePart((s) => s.view!.unit);
  const formulas = usePart((s) => s.view!.formulas);
  const pick = useSketch((s) => s.set);
  const model = new Model(step);
  const show = (...ids: string[]) => pick({ picks: ids, toolId: "select", tool: null, snap: null });
  const dimensions = step.constraints.filter(isDimension);
  const sizes = (id: string) => dimensions.some((d) => d.id === id);
  const looseCurves = placed.loose.filter((id) => model.get(id)?.kind !== "point");
  const loose = looseCurves.length > 0 ? looseCurves : placed.loose;
  const told = new Set([
    ...placed.gaps.flatMap((g) => [g.first, g.second]),
    ...placed.faults.stubs.flatMap((b) => {
      const c = model.get(b.curve);
      return c && c.kind !== "point" ? model.endsOf(c) : [];
    }),
  ]);
  const short = placed.faults.near.filter((n) => n.kind === "short").map((n) => n.at.join());
  const stops = placed.openEnds.filter((id) => !told.has(id) && !short.includes(placeOf(step, id)));
  const troubled =
    placed.gaps.length +
      placed.fighting.length +
      placed.redundant.length +
      placed.doubled.length +
      placed.faults.stubs.length +
      placed.faults.crossed.length +
      placed.faults.near.length +
      stops.length >
    0;
  const join = (a: string, b: string) => {
    const next = Math.max(0, ...step.constraints.map((c) => parseInt(c.id.slice(1), 10) || 0)) + 1;
    const constraint = { kind: "coincident", id: `k${next}`, on: [a, b] };
    void send({ do: "draw", id: step.id, entities: [], constraints: [constraint] });
  };
  return (
    <div className="inside" data-testid="sketch-sheet">
      {troubled && <h4 className="plum">In trouble</h4>}
      <ul>
        {placed.gaps.map((g) => (
          <li key={g.first + g.second} className="fight">
            Gap of {sized(g.distance, unit)} between {called(model, g.first)} and {called(model, g.second)}.
            <div className="flex gap-2 pt-1 pb-1">
              <button className="btn mend" onClick={() => join(g.first, g.second)}>
                Join
              </button>
              <button className="btn plain" onClick={() => show(g.first, g.second)}>
                Show
              </button>
            </div>
          </li>
        ))}
        {placed.doubled.map((d) => (
          <li key={d.first + d.second} className="fight">
            {called(model, d.second)} lies on {called(model, d.first)}.{" "}
            <button
              className="btn plain"
              onClick={() => void send({ do: "erase", id: step.id, ids: [d.second] })}
            >
              Take out {called(model, d.second)}
            </button>
            <button className="btn plain" onClick={() => show(d.first, d.second)}>
              Show
            </button>
          </li>
        ))}
        {placed.faults.stubs.map((b) => (
          <li key={b.curve + b.at.join()} className="fight">
            {called(model, b.curve)} sticks out by {sized(b.length, unit)}.
            <div className="flex gap-2 pt-1 pb-1">
              <button
                className="btn mend"
                onClick={() =>
                  void send(
                    b.whole
                      ? { do: "erase", id: step.id, ids: [b.curve] }
                      : { do: "trim", id: step.id, curve: b.curve, at: b.at },
                  )
                }
              >
                {b.whole ? "Take it out" : "Trim it"}
              </button>
              <button className="btn plain" onClick={() => show(b.curve)}>
                Show
              </button>
            </div>
          </li>
        ))}
        {placed.faults.crossed.map((c) => (
          <li key={c.first + c.second + c.at.join()} className="fight">
            The outline crosses itself: {called(model, c.first)} and {called(model, c.second)}.{" "}
            <button className="btn plain" onClick={() => show(c.first, c.second)}>
              Show
            </button>
          </li>
        ))}
        {placed.faults.near.map((n) => (
          <li key={n.kind + n.first + n.second + n.at.join()} className="fight">
            {nearly(n, called(model, n.first), called(model, n.second), unit)}{" "}
            <button className="btn plain" onClick={() => show(n.first, n.second)}>
              Show
            </button>
          </li>
        ))}
        {stops.length > 0 && (
          <li className="fight">
            {stops.length === 1
              ? `The outline stops at ${called(model, stops[0])}. `
              : `Outlines stop at ${stops.length} open ends. `}
            <button className="btn plain" onClick={() => show(...stops)}>
              Show
            </button>
          </li>
        )}
        {placed.fighting.length > 0 && (
          <li className="fight">
            These can’t hold together; take one out:
            <div className="flex flex-col items-start gap-1 pt-1 pb-1">
              {placed.fighting.map((f) => (
                <span key={f.id} className="flex gap-1">
                  <button
                    className="btn mend"
                    onClick={() => void send({ do: "erase", id: step.id, ids: [f.id] })}
                  >
                    Drop {f.words}
                  </button>
                  {sizes(f.id) && <DrivenButton step={step.id} dimension={f.id} />}
                </span>
              ))}
            </div>
          </li>
        )}
        {placed.redundant.map((r) => (
          <li key={r.id}>
            <button className="row" onClick={() => show(r.id)}>
              {r.words} says nothing new
            </button>
            <span className="flex">
              {sizes(r.id) && <DrivenButton step={step.id} dimension={r.id} />}
              <button
                className="btn plain"
                onClick={() => void send({ do: "erase", id: step.id, ids: [r.id] })}
              >
                Drop
              </button>
            </span>
          </li>
        ))}
      </ul>
      <h4>
        {step.entities.length === 0
          ? "Nothing drawn yet"
          : !placed.judged
            ? "Too large to be judged in time"
            : placed.freedoms === 0
              ? "Everything is settled"
              : "Still loose"}
      </h4>
      <ul>
        {loose.slice(0, 7).map((id) => (
          <li key={id}>
            <button className="row" onClick={() => show(id)}>
              <span className="loose-sample" aria-hidden="true">
                ╌╌
              </span>{" "}
              {called(model, id)}
            </button>
          </li>
        ))}
        {loose.length > 7 && <li>and {loose.length - 7} more</li>}
      </ul>
      {placed.freedoms > 0 && placed.fighting.length === 0 && step.entities.length > 0 && (
        <Proposals key={JSON.stringify(step.constraints.map((c) => c.id))} step={step} />
      )}
      <Makings step={step} placed={placed} />
      {dimensions.length > 0 && <h4>Dimensions</h4>}
      <ul>
        {dimensions.map((c) => (
          <li key={c.id}>
            <button className="row" onClick={() => show(c.id, ...c.on)}>
              {c.kind.replace("-", " ")} ·{" "}
              {(c.kind === "offset" ? c.on.slice(0, 2) : c.on).map((id) => called(model, id)).join(", ")}
            </button>
            {c.driven ? (
              <DrivenValue
                key={String(c.value)}
                step={step}
                id={c.id}
                text={`(${c.kind === "angle" ? degrees(c.value as number) : lengthText(c.value as number, unit)})`}
              />
            ) : (
              <SheetNumber
                key={String(c.value) + formulas[`${step.id}/${c.id}`]}
                text={
                  formulas[`${step.id}/${c.id}`]
                    ? formulas[`${step.id}/${c.id}`]
                    : c.kind === "angle"
                      ? degrees(c.value as number)
                      : lengthText(c.value as number, unit)
                }
                done={(t) => setDimension(step.id, c.id, t)}
              />
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

/** The way out that keeps the number in sight: it only tells what it measures. */
function DrivenButton({ step, dimension }: { step: string; dimension: string }) {
  const send = usePart((s) => s.send);
  return (
    <button
      className="btn plain"
      title="Keep it, but only telling what it measures"
      onClick={() => void send({ do: "set-driven", id: step, dimension, on: true })}
    >
      Driven
    </button>
  );
}
