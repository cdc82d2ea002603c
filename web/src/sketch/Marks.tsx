import type { Constraint, Vec2 } from "../api/types";
import { usePart } from "../part/store";
import { Mark } from "./icons";
import type { Model } from "./model";
import type { SeenPlane } from "./plane";
import { useSketch, useSketchOf } from "./store";

/** The constraints as small marks beside what they hold; a mark can be picked and taken out. */
export function Marks({ model, plane, fighting }: { model: Model; plane: SeenPlane; fighting: Set<string> }) {
  const { picks, pick } = useSketchOf("picks", "pick");
  const shown = useSketch((s) => !s.tool || s.tool.fields.length === 0);
  const on = usePart((s) => s.display !== "shaded");
  if (!shown || !on) return null;
  const taken = new Map<string, number>();
  const shownKinds = new Set<string>();
  return model.constraints.flatMap((c) => {
    const places = c.value === undefined ? anchors(model, c) : [];
    return places.flatMap(([id, at, normal]) => {
      // one mark of a kind is enough on one thing, unless it is in trouble
      const said = `${id}:${c.kind}`;
      if (shownKinds.has(said) && !fighting.has(c.id)) return [];
      shownKinds.add(said);
      const row = taken.get(id) ?? 0;
      taken.set(id, row + 1);
      const [x, y] = plane.toPx(at);
      const [nx, ny] = screenNormal(plane, at, normal);
      const side = -14;
      const left = x + nx * side + ny * row * 20;
      const top = y + ny * side - nx * row * 20;
      return (
        <button
          key={`${c.id}:${id}`}
          className={`sk-mark ${picks.includes(c.id) ? "picked" : ""} ${fighting.has(c.id) ? "fighting" : ""}`}
          style={{ left, top }}
          title={`${c.kind.replace("-", " ")}; Delete takes it out`}
          onClick={(e) => pick(c.id, e.shiftKey)}
        >
          <Mark kind={c.kind} />
        </button>
      );
    });
  });
}

/** Where a constraint's marks stand: on each curve it holds, or at its point. */
function anchors(model: Model, c: Constraint): [string, Vec2, Vec2][] {
  const out: [string, Vec2, Vec2][] = [];
  for (const id of c.on) {
    const e = model.get(id);
    if (!e || id === "origin" || id.endsWith("-axis")) continue;
    if (e.kind === "point") {
      if (c.kind === "coincident" || c.kind === "on-curve" || c.kind === "midpoint") {
        return [[id, model.at(id), [0.7, 0.7]]];
      }
      if (c.kind === "horizontal" || c.kind === "vertical") out.push([id, model.at(id), [0.7, 0.7]]);
    } else if (e.kind === "line") {
      const [a, b] = model.ends(e);
      const at: Vec2 = [a[0] + 0.35 * (b[0] - a[0]), a[1] + 0.35 * (b[1] - a[1])];
      out.push([id, at, [-(b[1] - a[1]), b[0] - a[0]]]);
    } else {
      const at = model.middle(e);
      const m = e.kind === "spline" || e.kind === "text" ? [at[0], at[1] - 1] : model.at(e.centre);
      out.push([id, at, [m[0] - at[0], m[1] - at[1]]]);
    }
  }
  return out;
}

function screenNormal(plane: SeenPlane, at: Vec2, n: Vec2): Vec2 {
  const p = plane.toPx(at);
  const q = plane.toPx([at[0] + n[0], at[1] + n[1]]);
  const l = Math.hypot(q[0] - p[0], q[1] - p[1]) || 1;
  return [(q[0] - p[0]) / l, (q[1] - p[1]) / l];
}
