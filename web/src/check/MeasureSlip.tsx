import { degrees, lengthText, MM, spaced } from "../api/numbers";
import type { Measured, Unit } from "../api/types";
import { usePart } from "../part/store";
import { useMeasured } from "./measure";

/** A measured value in the part's unit, to a thousandth where that is enough to tell it. */
export function valueText({ is, value }: Measured["rows"][number], unit: Unit): string {
  if (is === "angle") return degrees(value);
  if (is === "area") return `${spaced(value / MM[unit] ** 2)} ${unit}²`;
  return `${lengthText(Math.round(value * 1e4) / 1e4, unit)} ${unit}`;
}

/** On the shelf, in the stage of checks: what the picked things measure. */
export function MeasureSlip() {
  const measured = useMeasured((s) => s.measured);
  const unit = usePart((s) => s.view?.unit ?? "mm");
  if (!measured) return null;
  return (
    <table className="measured" data-testid="measured">
      <tbody>
        {measured.rows.map((r) => (
          <tr key={r.what}>
            <td>{r.what}</td>
            <td data-what={r.what} data-value={r.value}>
              {valueText(r, unit)}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
