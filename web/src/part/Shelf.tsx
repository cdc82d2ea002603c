import { useCallback, useState } from "react";
import { MakingSlip } from "../check/MakingSlip";
import { MassSlip } from "../check/MassSlip";
import { MeasureSlip } from "../check/MeasureSlip";
import { ReleaseSlip } from "../drawing/ReleaseSlip";
import { Fold } from "../frame/Fold";
import { SketchShelf } from "../sketch/SketchShelf";
import { STAGES, shelfActions, type Action } from "./actions";
import { PickedList } from "./PickedList";
import { ShowMe } from "./ShowMe";
import { useShows } from "./shows";
import { usePartOf } from "./store";

/** The operations of the stage, and what is picked. */
export function Shelf() {
  // what is picked is an offer or none of some rows
  const { doing, stage } = usePartOf("doing", "stage", "view", "picks");
  const shows = useShows();
  const [show, setShown] = useState<{ offer: string; title: string } | null>(null);
  const closeShow = useCallback(() => setShown(null), []);
  if (doing.kind === "sketching") return <SketchShelf />;
  const shown = doing.kind === "writing" ? doing.answer.stage : stage;
  const s = STAGES.find((x) => x.n === shown)!;
  const running = (a: Action) =>
    (doing.kind === "writing" && a.offer === doing.answer.offer) ||
    (doing.kind === "choosing-face" && a.name === "On a flat face");
  return (
    <nav className="shelf" aria-label={s.name}>
      <h2>
        {s.name} <Fold side="shelf" />
      </h2>
      <p className="sub">{s.hint}</p>
      <div className="ops">
        {shelfActions(shown).map((a) => (
          <div key={a.name} className="op">
            <button className={running(a) ? "now" : ""} disabled={!!a.why} title={a.why} onClick={a.run}>
              <span className="nm">
                {a.name} <span className="key">{a.key?.toUpperCase()}</span>
              </span>
              <span className="hint">{a.why ?? a.hint}</span>
            </button>
            {a.offer && shows.includes(a.offer) && (
              <button
                className="show-it"
                aria-label={`Show me ${a.name}`}
                title="See its sentence being filled on a sample"
                onClick={() => setShown({ offer: a.offer!, title: a.name })}
              >
                show me
              </button>
            )}
          </div>
        ))}
      </div>
      {shown === 7 && (
        <>
          <p className="sub">Pick one or two corners, edges or faces (Shift adds): they are measured.</p>
          <MeasureSlip />
          <MassSlip />
          <MakingSlip />
        </>
      )}
      {shown === 8 && <ReleaseSlip />}
      <PickedList />
      {show && <ShowMe offer={show.offer} title={show.title} onClose={closeShow} />}
    </nav>
  );
}
