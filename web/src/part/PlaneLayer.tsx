import { Vector3 } from "three";
import type { PartView, Vec2 } from "../api/types";
import { useLook } from "../scene/useLook";
import { seenPlane } from "../sketch/plane";
import { enter } from "../sentence/machine";
import { newSketch } from "./sketching";
import { usePartOf } from "./store";

/** The planes that steps made, as frames about the part; their names can be clicked to sketch on them. */
export function PlaneLayer() {
  const look = useLook();
  const { view, preview, doing, litStep } = usePartOf("view", "preview", "doing", "litStep");
  const shown = preview ?? view;
  if (!view || !shown) return null;
  const free = doing.kind === "looking" || doing.kind === "choosing-face";
  return (
    <>
      {Object.entries(shown.planes).map(([id, plane]) => {
        if (view.looks?.[id]?.hidden) return null;
        const seen = seenPlane(look, plane);
        const [u, v, half] = spread(plane, shown);
        const corners: Vec2[] = [
          [u - half, v - half],
          [u + half, v - half],
          [u + half, v + half],
          [u - half, v + half],
        ];
        const at = corners.map(seen.toPx);
        const name = view.steps.find((s) => s.id === id)?.name ?? "New plane";
        const [x, y] = at.reduce((a, b) => (b[1] < a[1] ? b : a));
        return (
          <g key={id} className={`made-plane ${litStep === id ? "lit" : ""}`} data-plane={id}>
            <path d={`M${at.map((p) => p.join(" ")).join("L")}Z`} />
            <text
              x={x + 6}
              y={y - 6}
              className={free ? "free" : ""}
              onClick={() => free && void newSketch({ step: id })}
            >
              {free && <title>Sketch on this plane</title>}
              {name}
            </text>
          </g>
        );
      })}
      {Object.entries(shown.ways ?? {}).map(([id, points]) => {
        if (view.looks?.[id]?.hidden) return null;
        const at = points.map((p) => look.toScreen(new Vector3(...p)));
        const [x, y] = at[at.length - 1];
        // what something goes along already is only its centre line
        const used = view.steps.some((s) => s.uses.includes(id) && s.status === "built");
        return (
          <g key={id} className={`made-way ${litStep === id ? "lit" : used ? "used" : ""}`} data-way={id}>
            <path className="under" d={`M${at.map((p) => p.join(" ")).join("L")}`} />
            <path d={`M${at.map((p) => p.join(" ")).join("L")}`} />
            <circle cx={at[0][0]} cy={at[0][1]} r="3.5" />
            <text x={x + 7} y={y - 6}>
              {used ? "" : (view.steps.find((s) => s.id === id)?.name ?? "New path")}
            </text>
          </g>
        );
      })}
      {Object.entries(shown.marks).map(([id, m]) => {
        if (view.looks?.[id]?.hidden) return null;
        const name = view.steps.find((s) => s.id === id)?.name ?? "";
        const size =
          shown.min && shown.max ? new Vector3(...shown.max).distanceTo(new Vector3(...shown.min)) : 50;
        const p = new Vector3(...m.point);
        const mid =
          m.way && shown.min && shown.max
            ? p.clone().addScaledVector(
                new Vector3(...m.way),
                new Vector3(...shown.min)
                  .add(new Vector3(...shown.max))
                  .multiplyScalar(0.5)
                  .sub(p)
                  .dot(new Vector3(...m.way)),
              )
            : p;
        const [x, y] = look.toScreen(mid);
        const ends = m.way
          ? [-0.45, 0.45].map((k) =>
              look.toScreen(mid.clone().addScaledVector(new Vector3(...m.way!), k * size)),
            )
          : null;
        const pick = () =>
          doing.kind === "writing" &&
          doing.answer.takes.includes("mark") &&
          enter("", { hit: { what: "mark", of: "", key: id, point: m.point } });
        return (
          <g key={id} className={`made-mark ${litStep === id ? "lit" : ""}`} data-mark={id}>
            {ends ? (
              <path d={`M${ends[0].join(" ")}L${ends[1].join(" ")}`} />
            ) : (
              <circle cx={x} cy={y} r="4.5" className={free ? "" : "free"} onClick={() => void pick()} />
            )}
            <text x={(ends ? ends[1][0] : x) + 7} y={(ends ? ends[1][1] : y) - 6}>
              {name}
            </text>
          </g>
        );
      })}
    </>
  );
}

/** Where on a plane the part lies, and how far it reaches there. */
function spread(plane: PartView["planes"][string], view: PartView): [number, number, number] {
  if (!view.min || !view.max) return [0, 0, 25];
  const mid = new Vector3(...view.min).add(new Vector3(...view.max)).multiplyScalar(0.5);
  const from = mid.sub(new Vector3(...plane.origin));
  const size = new Vector3(...view.max).sub(new Vector3(...view.min)).length();
  return [from.dot(new Vector3(...plane.x)), from.dot(new Vector3(...plane.y)), 0.42 * size];
}
