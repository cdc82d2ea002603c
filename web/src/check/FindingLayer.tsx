import { Vector3 } from "three";
import { useLook } from "../scene/useLook";
import { goInto, letter, useFindings, useJudging } from "./findings";

/** Where a letter stands beside its place, in pixels: the first that no other letter has taken. */
const OFF: [number, number][] = [
  [26, -30],
  [-26, -30],
  [30, 22],
  [-30, 22],
  [0, -44],
  [52, -12],
  [-52, -12],
  [0, 44],
];

function beside(at: [number, number], taken: [number, number][]): [number, number] {
  const all = OFF.map(([dx, dy]): [number, number] => [at[0] + dx, at[1] + dy]);
  const free = all.find((p) => taken.every((t) => Math.abs(t[0] - p[0]) > 20 || Math.abs(t[1] - p[1]) > 24));
  return free ?? all[0];
}

/** Over the view: the letter of each finding at its worst place; of the one gone into all its places. */
export function FindingLayer() {
  const look = useLook();
  const judging = useJudging();
  const { checkup, at } = useFindings();
  if (!judging || !checkup) return null;
  const taken: [number, number][] = [];
  return (
    <g className="finding-marks" data-testid="finding-marks">
      {checkup.findings.map((f, i) => {
        const places = f.places.map((p) => look.toScreen(new Vector3(...p)));
        if (places.length === 0) return null;
        const [x, y] = places[0];
        const [tx, ty] = beside([x, y], taken);
        taken.push([tx, ty]);
        return (
          <g key={f.id} className={at === f.id ? "at" : ""} onClick={() => goInto(f)}>
            {at === f.id &&
              places.map(([px, py], k) => <circle key={k} className="ring" cx={px} cy={py} r="7" />)}
            <line x1={x} y1={y} x2={tx} y2={ty} />
            <circle cx={x} cy={y} r="3" />
            <rect x={tx - 9} y={ty - 11} width="18" height="22" rx="2" />
            <text x={tx} y={ty + 5}>
              {letter(i)}
            </text>
          </g>
        );
      })}
    </g>
  );
}
