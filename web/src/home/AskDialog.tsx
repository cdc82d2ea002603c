import { Dialog } from "radix-ui";
import { useState } from "react";
import type { PartLine } from "../api/types";

export type Ask = { kind: "new-part" } | { kind: "new-drawer" } | { kind: "rename"; part: PartLine };

/** Asks for the name, and for a new part its unit. */
export function AskDialog(props: {
  ask: Ask;
  onClose: () => void;
  onDone: (name: string, unit: string) => void;
}) {
  const { ask } = props;
  const [unit, setUnit] = useState("mm");
  const [name, setName] = useState(
    ask.kind === "rename" ? ask.part.name : ask.kind === "new-part" ? "New part" : "",
  );
  const title = { "new-part": "New part", "new-drawer": "New drawer", rename: "Rename the part" }[ask.kind];
  return (
    <Dialog.Root open onOpenChange={(o) => !o && props.onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content className="dialog" aria-describedby={undefined}>
          <Dialog.Title asChild>
            <h2>{title}</h2>
          </Dialog.Title>
          <form
            onSubmit={(e) => {
              e.preventDefault();
              props.onDone(name, unit);
            }}
          >
            <label>
              Name
              <input
                type="text"
                autoFocus
                value={name}
                onFocus={(e) => e.target.select()}
                onChange={(e) => setName(e.target.value)}
              />
            </label>
            {ask.kind === "new-part" && (
              <fieldset className="flex gap-5 pt-3">
                <legend className="sr-only">Unit</legend>
                {[
                  ["mm", "millimetres"],
                  ["cm", "centimetres"],
                  ["in", "inches"],
                ].map(([u, long]) => (
                  <span key={u} className="flex items-center gap-2">
                    <input
                      id={`unit-${u}`}
                      type="radio"
                      name="unit"
                      checked={unit === u}
                      onChange={() => setUnit(u)}
                    />
                    <label htmlFor={`unit-${u}`} style={{ padding: 0 }}>
                      {long}
                    </label>
                  </span>
                ))}
              </fieldset>
            )}
            <div className="acts">
              <button type="button" className="btn big" onClick={props.onClose}>
                Drop <span className="k">Esc</span>
              </button>
              <button type="submit" className="btn main big">
                {ask.kind === "rename" ? "Rename" : "Make it"} <span className="k">Enter</span>
              </button>
            </div>
          </form>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
