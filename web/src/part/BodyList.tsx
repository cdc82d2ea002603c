import { useEffect, useState } from "react";
import type { LookOf } from "../api/types";
import { api } from "../api/client";
import { lengthText, MM, spaced } from "../api/numbers";
import { ChoiceSlot } from "../sentence/Slots";
import { type Pick, usePartOf } from "./store";

const USUAL: LookOf = { name: "", material: "", colour: "", hidden: false };
const CLAY = "#cdc4b7";

/** The part's bodies: names, materials, colours, and which are shown. */
export function BodyList() {
  const { view, send, set, picks } = usePartOf("view", "send", "set", "picks");
  const [materials, setMaterials] = useState<Record<string, number>>({});
  useEffect(() => {
    void api.materials().then(setMaterials, () => {});
  }, []);
  if (!view) return null;
  const ids = view.bodies.map((b) => b.id);
  const look = (id: string) => view.looks?.[id] ?? USUAL;
  const change = (id: string, what: Partial<LookOf>) => send({ do: "set-look", id, ...look(id), ...what });
  const choices: Record<string, string> = { "": "no material" };
  Object.keys(materials).forEach((m) => (choices[m] = m));
  const hidden = ids.filter((id) => look(id).hidden).length;
  return (
    <div className="inside" data-testid="bodies">
      <h4>
        Bodies
        {hidden > 0 && (
          <button className="btn plain" onClick={() => void send({ do: "isolate", bodies: ids, only: "" })}>
            Show all
          </button>
        )}
      </h4>
      <ul className="bodies">
        {view.bodies.length === 0 && <li>No body yet</li>}
        {view.unshown?.map((what) => (
          <li key={what} className="cap">
            {what}
          </li>
        ))}
        {view.bodies.map((b) => (
          <li
            key={b.id}
            className={look(b.id).hidden ? "hidden-body" : ""}
            onMouseEnter={() =>
              set({ hover: b.faces[0] ? { kind: "face", key: b.faces[0].key, body: b.id } : null })
            }
          >
            <input
              type="color"
              aria-label={`Colour of ${b.called}`}
              value={look(b.id).colour || CLAY}
              onChange={(e) => void change(b.id, { colour: e.target.value })}
            />
            <span className="grow">
              <input
                key={b.called}
                className="slot w-40"
                aria-label={`Name of body ${b.id}`}
                defaultValue={b.called}
                onBlur={(e) => {
                  const input = e.currentTarget;
                  const back = (ok: boolean) => ok || (input.value = b.called);
                  if (input.value !== b.called) void change(b.id, { name: input.value }).then(back);
                }}
                onKeyDown={(e) => {
                  e.stopPropagation();
                  if (e.key === "Escape") e.currentTarget.value = b.called;
                  if (e.key === "Enter" || e.key === "Escape") e.currentTarget.blur();
                }}
              />
              <span className="cap block">
                {spaced(b.volume / MM[view.unit] ** 3)} {view.unit}³
                {b.mass !== undefined && ` · ${lengthText(Math.round(b.mass * 1e4) / 10, "mm")} g`}
              </span>
              {b.unshown !== undefined && (
                <span className="cap block">
                  The view can't draw {b.unshown} of its faces; their edges stand for them.
                </span>
              )}
              <ChoiceSlot
                label={`Material of ${b.called}`}
                value={choices[look(b.id).material] ? look(b.id).material : ""}
                choices={choices}
                onChoose={(material) => void change(b.id, { material })}
              />
            </span>
            <span className="flex flex-col items-end">
              <button
                className="btn plain"
                aria-label={`Pick ${b.called}`}
                title="Pick the body; Shift adds it"
                onClick={(e) => {
                  const pick: Pick = { kind: "body", key: b.id, body: b.id };
                  const others = e.shiftKey ? picks.filter((p) => p.kind === "body" && p.key !== b.id) : [];
                  const top = document.querySelector(".view")?.getBoundingClientRect().top ?? 0;
                  set({ picks: [...others, pick], linked: null, pickedAt: [9999, e.clientY - top] });
                }}
              >
                Pick
              </button>
              <button className="btn plain" onClick={() => void change(b.id, { hidden: !look(b.id).hidden })}>
                {look(b.id).hidden ? "Show" : "Hide"}
              </button>
              {view.bodies.length > 1 && (
                <button
                  className="btn plain"
                  onClick={() => void send({ do: "isolate", bodies: ids, only: b.id })}
                >
                  Only this
                </button>
              )}
            </span>
          </li>
        ))}
      </ul>
    </div>
  );
}
