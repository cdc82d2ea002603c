import { useEffect, useState } from "react";
import { api, wentOn } from "../api/client";
import { lengthText, MM, spaced } from "../api/numbers";
import type { Mass } from "../api/types";
import { usePart } from "../part/store";

/** Four digits that count. */
const short = (v: number) => String(Number(v.toPrecision(4)));

/** On the shelf, in the stage of checks: what the part weighs. */
export function MassSlip() {
  const view = usePart((s) => s.view);
  const set = usePart((s) => s.set);
  const [mass, setMass] = useState<Mass | null>(null);
  useEffect(() => {
    let late = false;
    if (view && view.bodies.length > 0)
      api.mass(view.id, view.revision).then((m) => !late && setMass(m), wentOn);
    return () => {
      late = true;
    };
  }, [view]);
  if (!view || !mass || view.bodies.length === 0) return null;
  const without = mass.bodies.filter((b) => b.mass === undefined);
  const at = mass.centre.map((v) => lengthText(Math.round(v * 1000) / 1000, view.unit)).join(" · ");
  const rows: [string, string][] = [
    ...(mass.mass === undefined ? [] : [["mass", `${short(mass.mass * 1000)} g`] as [string, string]]),
    ["volume", `${spaced(mass.volume / MM[view.unit] ** 3)} ${view.unit}³`],
    ["area", `${spaced(mass.area / MM[view.unit] ** 2)} ${view.unit}²`],
    [mass.mass === undefined ? "centroid" : "centre of mass", at],
    ...(mass.principal ?? []).map(
      (m, i) => [`moment ${i + 1}`, `${short(m * 1000)} g mm²`] as [string, string],
    ),
  ];
  return (
    <>
      <table className="measured" data-testid="mass">
        <tbody>
          {rows.map(([what, text]) => (
            <tr key={what}>
              <td>{what}</td>
              <td>{text}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {without.length > 0 && (
        <p className="sub">
          No material yet: {without.map((b) => b.called).join(", ")}.{" "}
          <button className="underline" onClick={() => set({ panel: "bodies" })}>
            Choose one
          </button>
        </p>
      )}
    </>
  );
}
