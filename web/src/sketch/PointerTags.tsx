import { degrees, lengthText } from "../api/numbers";
import type { PlacedSketch, SketchStep } from "../api/types";
import { usePart } from "../part/store";
import { useLook } from "../scene/useLook";
import { Model } from "./model";
import { seenPlane } from "./plane";
import { useSketchOf } from "./store";

/** Beside the pointer: the relation on offer, and the numbers being typed. */
export function PointerTags({ step, placed }: { step: SketchStep; placed: PlacedSketch }) {
  const look = useLook();
  const { tool, snap, field } = useSketchOf("tool", "turn", "snap", "field");
  const unit = usePart((s) => s.view!.unit);
  if (!tool || !snap) return null;
  const [x, y] = seenPlane(look, placed).toPx(snap.at);
  const drawing = { model: new Model(step), unit };
  const left = x > look.width - 230;
  const style = { top: y + 14, ...(left ? { right: look.width - x + 14 } : { left: x + 14 }) };
  return (
    <>
      {snap.offer && (
        <div className="sk-offer" style={{ ...style, top: y - 30 }} data-testid="offer">
          {snap.offer}
        </div>
      )}
      {tool.fields.length > 0 && (
        <div className="sk-fields" style={style} data-testid="pointer-fields">
          {tool.fields.map((f, i) => {
            const v = tool.measure(i, snap, drawing);
            const now =
              f.kind === "angle"
                ? degrees(v)
                : f.kind === "count"
                  ? String(v)
                  : lengthText(Math.round(v * 100) / 100, unit);
            return (
              <span key={f.label} className={i === field ? "on" : ""}>
                {f.label} {f.text || now}
                {f.text && i === field ? "\u2502" : ""}
              </span>
            );
          })}
        </div>
      )}
    </>
  );
}
