import { AlertDialog } from "radix-ui";
import { useState } from "react";
import type { Step } from "../api/types";
import { isSketch } from "../sketch/drawn";
import { numbered } from "./numbered";
import { usePartOf } from "./store";

/** Asks before a step goes: what goes with it, and whether its sketches go too. */
export function DeleteDialog({ step, onClose }: { step: Step; onClose: () => void }) {
  const { view, send, say, shift } = usePartOf("view", "send", "say", "shift");
  const [along, setAlong] = useState(false);
  const named = (id: string) => numbered(id, view!.steps);
  const users = step.dependants.map(named);
  // sketches that nothing else would use any more
  const going = [step.id, ...step.dependants];
  const own = view!.steps.filter(
    (s) =>
      isSketch(s) &&
      !going.includes(s.id) &&
      s.dependants.length > 0 &&
      s.dependants.every((d) => going.includes(d)),
  );
  return (
    <AlertDialog.Root open onOpenChange={(o) => !o && onClose()}>
      <AlertDialog.Portal>
        <AlertDialog.Overlay className="veil" />
        <AlertDialog.Content className="dialog" onKeyDown={(e) => e.stopPropagation()}>
          <AlertDialog.Title asChild>
            <h2>Delete {named(step.id)}?</h2>
          </AlertDialog.Title>
          <AlertDialog.Description asChild>
            <p className="pt-2">
              {users.length === 0
                ? "No other step builds on it."
                : `${users.length === 1 ? "This step builds" : "These steps build"} on it and would go too: ${users.join(", ")}.`}{" "}
              Undo brings everything back.
            </p>
          </AlertDialog.Description>
          {own.length > 0 && (
            <label className="flex items-center gap-2 pt-2">
              <input
                type="checkbox"
                className="mr-2"
                checked={along}
                onChange={(e) => setAlong(e.target.checked)}
              />
              Delete {own.map((s) => named(s.id)).join(" and ")} too, which nothing else uses
            </label>
          )}
          <div className="acts">
            <AlertDialog.Cancel className="btn">Keep</AlertDialog.Cancel>
            <AlertDialog.Action
              className="btn main"
              onClick={() =>
                void send({ do: "delete-step", id: step.id, sketches: along }).then(
                  (ok) =>
                    ok &&
                    say(`${step.name} deleted.`, false, { label: "Undo", run: () => void shift("undo") }),
                )
              }
            >
              Delete
            </AlertDialog.Action>
          </div>
        </AlertDialog.Content>
      </AlertDialog.Portal>
    </AlertDialog.Root>
  );
}
