import { lengthText } from "../api/numbers";
import type { Answer } from "../api/talk";
import { Vector3 } from "three";
import { useLook } from "../scene/useLook";
import { usePart } from "./store";
import { measured, useSnap } from "./spots";

const short = (mm: number, unit: "mm" | "cm" | "in") => lengthText(Math.round(mm * 1000) / 1000, unit);

/** Where the next click on a face would be: its mark, what that place is, and how far it is from the sides. */
export function SpotLayer() {
  const look = useLook();
  const unit = usePart((s) => s.view!.unit);
  const snap = useSnap((s) => s.snap);
  if (!snap) return null;
  const [x, y] = look.toScreen(snap.at);
  return (
    <g className="spots" data-testid="spot" data-word={snap.word}>
      {snap.lines.map((l, i) => (
        <Dash key={i} from={look.toScreen(l)} to={[x, y]} />
      ))}
      {measured(snap).map(({ foot, mm }, i) => {
        const f = look.toScreen(foot);
        return (
          mm > 1e-6 && (
            <g key={i}>
              <line className="measure" x1={f[0]} y1={f[1]} x2={x} y2={y} />
              <text className="measure-text" x={(f[0] + x) / 2} y={(f[1] + y) / 2 - 4}>
                {short(mm, unit)}
              </text>
            </g>
          )
        );
      })}
      <path className="spot" d={`M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`} />
      {snap.spot && <circle className="spot" cx={x} cy={y} r="8" />}
      {snap.word && (
        <text className="measure-text" x={x + 13} y={y + 20}>
          {snap.word}
        </text>
      )}
    </g>
  );
}

function Dash({ from, to }: { from: [number, number]; to: [number, number] }) {
  return <line className="measure dash" x1={from[0]} y1={from[1]} x2={to[0]} y2={to[1]} />;
}

/** From where the lengths of the open sentence are measured. */
export function Measures({ answer }: { answer: Answer }) {
  const look = useLook();
  return (
    <>
      {answer.measures?.map(({ from, to }, i) => {
        const [a, b] = [from, to].map((p) => look.toScreen(new Vector3(...p)));
        return <line key={i} className="measure set" x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />;
      })}
    </>
  );
}
