import { Fold } from "../frame/Fold";
import { SketchShelf } from "../sketch/SketchShelf";
import { STAGES, shelfActions, type Action } from "./actions";
import { usePartOf } from "./store";

/** The operations of the stage, and what is picked. */
export function Shelf() {
  const { doing, stage, view, picks } = usePartOf("doing", "stage", "view", "picks");
  if (doing.kind === "sketching") return <SketchShelf />;
  const shown = doing.kind === "writing" ? doing.answer.stage : stage;
  const s = STAGES.find((x) => x.n === shown)!;
  const running = (a: Action) =>
    (doing.kind === "writing" && a.offer === doing.answer.offer) ||
    (doing.kind === "choosing-face" && a.name === "On a flat face");
  const surface = (p: (typeof picks)[number]) =>
    view?.bodies.find((b) => b.id === p.body)?.faces.find((f) => f.key === p.key)?.surface;
  return (
    <nav className="shelf" aria-label={s.name}>
      <h2>
        {s.name} <Fold side="shelf" />
      </h2>
      <p className="sub">{s.hint}</p>
      <div className="ops">
        {shelfActions(shown).map((a) => (
          <button
            key={a.name}
            className={running(a) ? "now" : ""}
            disabled={!!a.why}
            title={a.why}
            onClick={a.run}
          >
            <span className="nm">
              {a.name} <span className="key">{a.key?.toUpperCase()}</span>
            </span>
            <span className="hint">{a.why ?? a.hint}</span>
          </button>
        ))}
      </div>
      {picks.length > 0 && (
        <div className="picks">
          <h3>
            Picked <span>{picks.length}</span>
          </h3>
          <ul>
            {picks.slice(0, 8).map((p) => (
              <li key={p.kind + p.body + p.key}>
                <span>{p.kind === "vertex" ? "corner" : p.kind}</span>
                <span>{surface(p) ?? ""}</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </nav>
  );
}
