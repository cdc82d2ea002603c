import { useState } from "react";
import type { Constraint, SketchStep } from "../api/types";
import { api, Refused } from "../api/client";
import { usePartOf } from "../part/store";
import { useSketch } from "./store";

/** What would settle the open sketch: asked for, then taken one by one or all at once. */
export function Proposals({ step }: { step: SketchStep }) {
  const { send, view, say } = usePartOf("send", "view", "say");
  const set = useSketch((s) => s.set);
  const [all, setAll] = useState<{ constraint: Constraint; words: string }[] | null>(null);
  const [busy, setBusy] = useState(false);
  const ask = async () => {
    setBusy(true);
    try {
      setAll(await api.settle(view!.id, step.id));
    } catch (e) {
      say(e instanceof Refused ? e.message : "No proposals could be made.", true);
    } finally {
      setBusy(false);
    }
  };
  const take = async (some: Constraint[]) => {
    const done = await send({ do: "draw", id: step.id, entities: [], constraints: some });
    if (done && all) setAll(all.filter((p) => !some.includes(p.constraint)));
  };
  if (all === null) {
    return (
      <p className="pt-1 pb-2">
        <button className="btn plain" disabled={busy} onClick={() => void ask()} data-testid="settle">
          {busy ? "Looking…" : "Settle it for me"}
        </button>
      </p>
    );
  }
  return (
    <div data-testid="proposals">
      <h4>This would settle it</h4>
      <ul>
        {all.length === 0 && <li>Nothing more to propose.</li>}
        {all.map((p, i) => (
          <li key={p.constraint.id}>
            <button
              className="row"
              onClick={() => set({ picks: p.constraint.on, toolId: "select", tool: null })}
            >
              {p.words}
            </button>
            {i === 0 && (
              <button className="btn mend" onClick={() => void take([p.constraint])}>
                Take
              </button>
            )}
          </li>
        ))}
      </ul>
      {all.length > 1 && (
        <button className="btn plain" onClick={() => void take(all.map((p) => p.constraint))}>
          Take all {all.length}
        </button>
      )}
    </div>
  );
}
