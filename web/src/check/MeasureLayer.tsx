import { Vector3 } from "three";
import { usePart } from "../part/store";
import { useLook } from "../scene/useLook";
import { useMeasured, useMeasuring } from "./measure";
import { valueText } from "./MeasureSlip";

/** Over the view: the two places that are nearest to each other, and how far apart they are. */
export function MeasureLayer() {
  useMeasuring();
  const look = useLook();
  const measured = useMeasured((s) => s.measured);
  const unit = usePart((s) => s.view?.unit ?? "mm");
  if (!measured?.from || !measured.to) return null;
  const [a, b] = [measured.from, measured.to].map((p) => look.toScreen(new Vector3(...p)));
  return (
    <g className="gauge" data-testid="gauge">
      <line x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      <circle cx={a[0]} cy={a[1]} r="4" />
      <circle cx={b[0]} cy={b[1]} r="4" />
      <text x={(a[0] + b[0]) / 2 + 8} y={(a[1] + b[1]) / 2 - 8}>
        {valueText(measured.rows[0], unit)}
      </text>
    </g>
  );
}
