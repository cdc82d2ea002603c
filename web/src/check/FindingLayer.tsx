import { Vector3 } from "three";
import { useLook } from "../scene/useLook";
import { goInto, letter, useFindings, useJudging } from "./findings";

/** How far a letter stands from its place, in pixels. */
const OFF = [26, -30];

/** Over the view: the letter of each finding at its worst place; of the one gone into all its places. */
export function FindingLayer() {
  const look = useLook();
  const judging = useJudging();
  const { checkup, at } = useFindings();
  if (!judging || !checkup) return null;
  return (
    <g className="finding-marks" data-testid="finding-marks">
      {checkup.findings.map((f, i) => {
        const places = f.places.map((p) => look.toScreen(new Vector3(...p)));
        if (places.length === 0) return null;
        const [x, y] = places[0];
        const [tx, ty] = [x + OFF[0], y + OFF[1]];
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
