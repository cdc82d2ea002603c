import { usePart } from "../part/store";
import { useMap, useMapping } from "./maps";

/** Beside the view: what the colours of a map stand for. */
export function MapLegend() {
  useMapping();
  const { by, bands, why } = useMap();
  const looking = usePart((s) => s.stage === 7 && s.doing.kind === "looking");
  const unit = usePart((s) => s.view?.unit ?? "mm");
  if (!by || !looking) return null;
  return (
    <div className="map-legend" data-testid="legend">
      <b>{by === "wall" ? `Wall thickness, ${unit}` : "Lean against the pull"}</b>
      {(why || !bands) && <p>{why || "Measuring…"}</p>}
      <ul>
        {bands?.map((b) => (
          <li key={b.said}>
            <span className={`patch ${b.mark}`} style={{ background: `var(${b.colour})` }} />
            {b.said}
          </li>
        ))}
      </ul>
    </div>
  );
}
