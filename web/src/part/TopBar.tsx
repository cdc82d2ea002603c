import { DropdownMenu } from "radix-ui";
import { useState } from "react";
import type { Unit } from "../api/types";
import { goHome } from "./actions";
import { usePart, usePartOf } from "./store";

/** Name, saved state, unit, undo and redo, and the way to everything. */
export function TopBar({ onFind }: { onFind: () => void }) {
  const { view, saving, send, shift } = usePartOf("view", "saving", "send", "shift");
  // while a sentence is open, what can be taken back is in it
  const writing = usePart((s) => s.doing.kind === "writing");
  const [naming, setNaming] = useState(false);
  return (
    <header className="top">
      <button className="cell brand" title="All parts" onClick={goHome}>
        <img src="/mark.svg" alt="" />
        <b>Tall Ember</b>
      </button>
      <div className="cell name">
        <span className="cap">Part</span>
        {naming ? (
          <input
            className="name-edit"
            aria-label="Part name"
            autoFocus
            defaultValue={view?.name}
            onFocus={(e) => e.target.select()}
            onBlur={() => setNaming(false)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter") {
                void send({ do: "rename-part", name: e.currentTarget.value }).then(
                  (ok) => ok && setNaming(false),
                );
              }
              if (e.key === "Escape") setNaming(false);
            }}
          />
        ) : (
          <button
            className="val text-left"
            title={`${view?.name ?? ""}: rename it`}
            onClick={() => setNaming(true)}
          >
            {view?.name ?? "…"}
          </button>
        )}
      </div>
      <div className="cell saved" aria-live="polite" data-testid="saved">
        <span className="cap">Saved</span>
        <span className="val font-normal">{saving ? "saving…" : "up to now"}</span>
      </div>
      <DropdownMenu.Root>
        <DropdownMenu.Trigger className="cell pick">
          <span className="cap">Unit</span>
          <span className="val">{view?.unit ?? ""} ▾</span>
        </DropdownMenu.Trigger>
        <DropdownMenu.Portal>
          <DropdownMenu.Content className="menu" align="start">
            <DropdownMenu.RadioGroup
              value={view?.unit}
              onValueChange={(unit) => void send({ do: "set-unit", unit: unit as Unit })}
            >
              {["mm", "cm", "in"].map((u) => (
                <DropdownMenu.RadioItem key={u} value={u}>
                  {u}
                </DropdownMenu.RadioItem>
              ))}
            </DropdownMenu.RadioGroup>
          </DropdownMenu.Content>
        </DropdownMenu.Portal>
      </DropdownMenu.Root>
      {view && (view.variants ?? []).length > 0 && (
        <DropdownMenu.Root>
          <DropdownMenu.Trigger className="cell pick">
            <span className="cap">Variant</span>
            <span className="val">{view.variant || "part itself"} ▾</span>
          </DropdownMenu.Trigger>
          <DropdownMenu.Portal>
            <DropdownMenu.Content className="menu" align="start">
              <DropdownMenu.RadioGroup
                value={view.variant ?? ""}
                onValueChange={(name) => void send({ do: "choose-variant", name })}
              >
                <DropdownMenu.RadioItem value="">Part itself</DropdownMenu.RadioItem>
                {view.variants!.map((v) => (
                  <DropdownMenu.RadioItem key={v.name} value={v.name}>
                    {v.name}
                  </DropdownMenu.RadioItem>
                ))}
              </DropdownMenu.RadioGroup>
            </DropdownMenu.Content>
          </DropdownMenu.Portal>
        </DropdownMenu.Root>
      )}
      <div className="cell undo">
        <button
          disabled={!view?.undo || writing}
          title={writing ? "Apply or drop the sentence first" : view?.undo && `Take back: ${view.undo}`}
          onClick={() => void shift("undo")}
        >
          ↶ Undo
        </button>
        <button
          disabled={!view?.redo || writing}
          title={writing ? "Apply or drop the sentence first" : view?.redo && `Do again: ${view.redo}`}
          onClick={() => void shift("redo")}
        >
          ↷ Redo
        </button>
      </div>
      <div className="find">
        <button onClick={onFind}>
          Do anything…
          <span>
            press <span className="key">.</span>
          </span>
        </button>
      </div>
    </header>
  );
}
