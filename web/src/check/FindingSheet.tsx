import { useState } from "react";
import type { Finding } from "../api/types";
import { Fold } from "../frame/Fold";
import { edit } from "../part/StepMenu";
import { usePart } from "../part/store";
import { goInto, letter, useChecking, useFindings } from "./findings";

const WORDS: Record<string, string> = {
  "wall-thin": "thin walls",
  "wall-thick": "thick places",
  "rib-thick": "ribs too thick",
  "gap-narrow": "narrow gaps",
  draft: "too little draft",
  undercut: "undercuts",
  overhang: "overhangs",
  "corner-sharp": "sharp inside corners",
  "corner-tight": "tight inside corners",
  "edge-sharp": "sharp edges",
  "bores-meet": "bores that meet",
  "hole-deep": "deep holes",
  hollow: "closed hollows",
  "bend-tight": "tight bends",
  "straight-short": "short straights",
  clash: "clashes",
  loose: "loose bodies",
};

/** In the build sheet's place: what speaks against making the part as it stands. */
export function FindingSheet() {
  useChecking();
  const { checkup, why } = useFindings();
  const stops = checkup?.findings.filter((f) => f.stops && !f.accepted).length ?? 0;
  return (
    <aside className="sheet findings" aria-label="Findings">
      <header>
        <h1>
          Findings <Fold side="sheet" />
        </h1>
        <p className="sum" role="status">
          {!checkup ? (
            why || "Looking at every wall, corner and edge…"
          ) : (
            <Sum n={checkup.findings.length} stops={stops} />
          )}
        </p>
        <button className="underline" onClick={() => useFindings.setState({ open: false })}>
          Back to the build sheet
        </button>
      </header>
      <div className="steps" data-testid="findings">
        {checkup?.notes.map((n) => (
          <p key={n} className="note">
            {n}
          </p>
        ))}
        {checkup?.findings.map((f, i) => (
          <Row key={f.id} finding={f} name={letter(i)} />
        ))}
        {checkup && checkup.clear.length > 0 && (
          <p className="note">Nothing found: {checkup.clear.map((r) => WORDS[r] ?? r).join(", ")}.</p>
        )}
      </div>
    </aside>
  );
}

function Sum({ n, stops }: { n: number; stops: number }) {
  if (n === 0) return <>Nothing speaks against it.</>;
  return (
    <>
      {n === 1 ? "1 finding" : `${n} findings`}
      {stops > 0 && <b className="plum"> · {stops === 1 ? "1 stops" : `${stops} stop`} release</b>}
    </>
  );
}

function Row({ finding: f, name }: { finding: Finding; name: string }) {
  const at = useFindings((s) => s.at === f.id);
  const remedy = useFindings((s) => s.remedies[f.id]);
  const step = usePart((s) => s.view?.steps.find((x) => x.id === f.step));
  const send = usePart((s) => s.send);
  const [why, setWhy] = useState<string | null>(null);
  const accept = (reason: string) =>
    void send({ do: "accept", found: f.id, why: reason }).then((ok) => ok && setWhy(null));
  return (
    <div className={`finding ${at ? "at" : ""}`} data-rule={f.rule}>
      <button className="letter" aria-pressed={at} aria-label={`Show ${name}`} onClick={() => goInto(f)}>
        {name}
      </button>
      <div>
        <p>
          {f.sentence} {f.stops && !f.accepted && <b className="plum">Stops release.</b>}
        </p>
        {f.accepted && <p className="cap">Accepted: {f.accepted}</p>}
        <p className="acts">
          {step && (
            <button className="underline" onClick={() => edit(step)}>
              Go to {step.name}
            </button>
          )}
          {remedy && (
            <button className="underline" onClick={() => void send(remedy.command)}>
              {remedy.said}
            </button>
          )}
          {f.accepted ? (
            <button className="underline" onClick={() => accept("")}>
              Accept no longer
            </button>
          ) : (
            why === null && (
              <button className="underline" onClick={() => setWhy("")}>
                Accept, with a reason
              </button>
            )
          )}
        </p>
        {remedy?.but && (
          <p className="cap">
            {remedy.said.replace("Make", "With")}: {remedy.but}
          </p>
        )}
        {why !== null && (
          <input
            className="slot"
            autoFocus
            aria-label={`Why ${name} may stay`}
            placeholder="why it may stay, then Enter"
            value={why}
            onChange={(e) => setWhy(e.target.value)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter" && why.trim()) accept(why.trim());
              if (e.key === "Escape") setWhy(null);
            }}
          />
        )}
      </div>
    </div>
  );
}
