import { Vector3 } from "three";
import { useLook } from "../scene/useLook";
import { usePart } from "./store";

/** Where steps failed: of the step that is pointed at in the sheet, and of the one being written. */
export function Troubles() {
  const look = useLook();
  const view = usePart((s) => s.view);
  const preview = usePart((s) => s.preview);
  const lit = usePart((s) => s.litStep ?? s.linked);
  const steps = preview
    ? preview.steps.filter((s) => !view?.steps.some((x) => x.id === s.id && x.status === "failed"))
    : (view?.steps ?? []).filter((s) => s.id === lit);
  const places = steps.filter((s) => s.status === "failed").flatMap((s) => s.places);
  return (
    <g data-testid="troubles">
      {places.map((p, i) => {
        const [x, y] = look.toScreen(new Vector3(...p));
        return <circle key={i} className="trouble" cx={x} cy={y} r="9" />;
      })}
    </g>
  );
}
