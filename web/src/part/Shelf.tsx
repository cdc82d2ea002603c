import { SketchShelf } from "../sketch/SketchShelf";
import { STAGES, shelfActions } from "./actions";
import { FEATURES } from "./moulding";
import { usePart } from "./store";
import { OPS } from "./walling";

/** The operations of the stage, and what is picked. */
export function Shelf() {
  const { doing, stage, view, picks } = usePart();
  if (doing.kind === "sketching") return <SketchShelf />;
  const shown =
    doing.kind === "forming"
      ? 2
      : doing.kind === "blending"
        ? 4
        : doing.kind === "walling" || doing.kind === "ribbing" || doing.kind === "moulding"
          ? 3
          : stage;
  const s = STAGES.find((x) => x.n === shown)!;
  const running = (name: string) =>
    (doing.kind === "forming" && name.toLowerCase() === doing.form.op) ||
    (doing.kind === "blending" && name === (doing.form.bevel ? "Bevel" : "Round")) ||
    (doing.kind === "walling" && name.startsWith(OPS[doing.form.op])) ||
    (doing.kind === "ribbing" && name === "Rib") ||
    (doing.kind === "moulding" && name === FEATURES[doing.form.feature]) ||
    (doing.kind === "choosing-face" && name === "On a flat face");
  const surface = (p: (typeof picks)[number]) =>
    view?.bodies.find((b) => b.id === p.body)?.faces.find((f) => f.key === p.key)?.surface;
  return (
    <nav className="shelf" aria-label={s.name}>
      <h2>{s.name}</h2>
      <p className="sub">{s.hint}</p>
      <div className="ops">
        {shelfActions(shown).map((a) => (
          <button
            key={a.name}
            className={running(a.name) ? "now" : ""}
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
