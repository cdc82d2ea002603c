import { usePart } from "../part/store";
import type { Model } from "./model";
import type { SeenPlane } from "./plane";
import { useSketchOf } from "./store";

/** What a click here would draw. */
export function DraftLayer({ model, plane }: { model: Model; plane: SeenPlane }) {
  const { tool, snap } = useSketchOf("tool", "turn", "snap");
  const unit = usePart((s) => s.view!.unit);
  if (!tool || !snap) return null;
  const [x, y] = plane.toPx(snap.at);
  const from = tool.from({ model, unit });
  const anchor = from && plane.toPx(from);
  return (
    <>
      <g transform={plane.matrix}>
        <path className="sk-curve draft" d={tool.preview(snap, { model, unit })} />
      </g>
      {anchor && snap.level && <path className="sk-guide" d={`M${anchor[0]} ${anchor[1]}H${x}`} />}
      {anchor && snap.plumb && <path className="sk-guide" d={`M${anchor[0]} ${anchor[1]}V${y}`} />}
      {snap.offer ? (
        <path className="sk-guide" style={{ strokeDasharray: "none", strokeWidth: 2 }} d={ring(x, y, 6)} />
      ) : (
        <path
          className="sk-guide"
          style={{ strokeDasharray: "none" }}
          d={`M${x - 6} ${y}H${x + 6}M${x} ${y - 6}V${y + 6}`}
        />
      )}
    </>
  );
}

const ring = (x: number, y: number, r: number) =>
  `M${x + r} ${y}a${r} ${r} 0 1 1 ${-2 * r} 0a${r} ${r} 0 1 1 ${2 * r} 0`;
