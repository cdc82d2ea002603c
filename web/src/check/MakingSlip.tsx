import { useState } from "react";
import { lengthText } from "../api/numbers";
import type { Vec3, Way } from "../api/types";
import { usePart } from "../part/store";
import { useFindings } from "./findings";
import { LengthField } from "./LengthField";

const WAYS: Way[] = ["moulded", "cast", "machined", "printed", "bent"];

const PULLS: [string, Vec3][] = [
  ["z", [0, 0, 1]],
  ["−z", [0, 0, -1]],
  ["y", [0, 1, 0]],
  ["−y", [0, -1, 0]],
  ["x", [1, 0, 0]],
  ["−x", [-1, 0, 0]],
];

const LIMITS: Record<string, string> = {
  least_wall_mm: "Least wall",
  most_wall_mm: "Most wall",
  rib_to_wall: "Rib to wall",
  draft_deg: "Draft, °",
  least_gap_mm: "Least gap",
  cutter_diameter_mm: "Cutter Ø",
  hole_depth_to_diameter: "Hole, depth to Ø",
  overhang_deg: "Overhang, °",
  bend_radius_to_diameter: "Bend, radius to Ø",
  straight_to_diameter: "Straight to Ø",
};

/** On the shelf, in the stage of checks: the way of making, and the limits that it is judged by. */
export function MakingSlip() {
  const view = usePart((s) => s.view);
  const send = usePart((s) => s.send);
  const checkup = useFindings((s) => (s.open ? s.checkup : null));
  if (!view) return null;
  const making = view.making ?? { way: "moulded" as Way, pull: [0, 0, 1] as Vec3, limits: {} };
  const change = (part: Partial<typeof making>) => {
    const m = { ...making, ...part };
    void send({ do: "make", way: m.way, pull: m.pull, limits: m.limits });
  };
  const pull = PULLS.find(([, d]) => d.every((v, i) => Math.abs(v - making.pull[i]) < 1e-9))?.[0] ?? "";
  return (
    <div className="making" data-testid="making">
      <label>
        made by
        <select value={making.way} onChange={(e) => change({ way: e.target.value as Way })}>
          {WAYS.map((w) => (
            <option key={w} value={w}>
              {w === "moulded"
                ? "moulding"
                : w === "cast"
                  ? "casting"
                  : w === "machined"
                    ? "machining"
                    : w === "printed"
                      ? "printing"
                      : "bending"}
            </option>
          ))}
        </select>
      </label>
      <label>
        along
        <select
          aria-label="The way a mould opens, a cutter comes from, a print grows"
          value={pull}
          onChange={(e) => change({ pull: PULLS.find(([n]) => n === e.target.value)![1] })}
        >
          {pull === "" && <option value="">as told</option>}
          {PULLS.map(([n]) => (
            <option key={n}>{n}</option>
          ))}
        </select>
      </label>
      {checkup?.way === making.way &&
        Object.entries(checkup.limits).map(([word, v]) => (
          <label key={word}>
            {LIMITS[word] ?? word}
            {word.endsWith("_mm") ? (
              <LengthField
                label={LIMITS[word]}
                text={lengthText(v, view.unit)}
                onDone={(mm) => change({ limits: { ...making.limits, [word]: mm } })}
              />
            ) : (
              <Plain
                label={LIMITS[word] ?? word}
                value={v}
                onDone={(x) => change({ limits: { ...making.limits, [word]: x } })}
              />
            )}
          </label>
        ))}
    </div>
  );
}

/** A number without a unit; what isn't one is left as it was. */
function Plain({ label, value, onDone }: { label: string; value: number; onDone: (v: number) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  const done = () => {
    const v = Number((typed ?? "").trim().replace(",", "."));
    if (typed?.trim() && Number.isFinite(v)) onDone(v);
    setTyped(null);
  };
  return (
    <input
      className="slot"
      size={4}
      aria-label={label}
      value={typed ?? String(value)}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === "Enter") done();
        if (e.key === "Escape") setTyped(null);
        e.stopPropagation();
      }}
    />
  );
}
