import { Fold } from "../frame/Fold";
import { usePart } from "../part/store";
import { fitting, HOLDS } from "./holds";
import { Mark } from "./icons";
import { Model } from "./model";
import { currentSketch, useSketchOf } from "./store";
import { GROUPS, TOOLS } from "./toolbox";

/** The shelf while sketching: tools, and the constraints that fit what is picked. */
export function SketchShelf() {
  const { toolId, picks, choose, hold, group, set } = useSketchOf(
    "toolId",
    "picks",
    "choose",
    "hold",
    "group",
    "set",
  );
  usePart((s) => s.view);
  const step = currentSketch();
  if (!step) return null;
  const model = new Model(step);
  return (
    <nav className="shelf" aria-label="Sketch tools">
      <h2>
        Sketch <Fold side="shelf" />
      </h2>
      <p className="sub">Draw flat, then tie it down</p>
      <div className="groups" role="tablist" aria-label="Kinds of tools">
        {GROUPS.map((g) => (
          <button key={g} role="tab" aria-selected={group === g} onClick={() => set({ group: g })}>
            {g}
          </button>
        ))}
      </div>
      <div className="ops tight">
        {TOOLS.filter((t) => t.group === group).map((t) => (
          <button
            key={t.id}
            className={toolId === t.id ? "now" : ""}
            aria-pressed={toolId === t.id}
            title={t.hint}
            onClick={() => choose(toolId === t.id ? "select" : t.id)}
          >
            <span className="nm">
              {t.name} {t.key && <span className="key">{t.key.toUpperCase()}</span>}
            </span>
            {toolId === t.id && <span className="hint">{t.hint}</span>}
          </button>
        ))}
      </div>
      <div className="holds">
        <h3>Constraints</h3>
        <div>
          {HOLDS.map((h) => {
            const fits = fitting(model, h.kind, picks) !== null;
            return (
              <button
                key={h.kind}
                disabled={!fits}
                title={`${h.word}: pick ${h.needs} (Shift + ${h.key})`}
                onClick={() => hold(h.kind)}
              >
                <Mark kind={h.kind} /> {h.word}
              </button>
            );
          })}
        </div>
      </div>
    </nav>
  );
}
