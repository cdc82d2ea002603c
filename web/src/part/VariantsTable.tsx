import { useState } from "react";
import type { PartView, Step } from "../api/types";
import { SheetNumber } from "../sketch/SheetNumber";
import { usePartOf } from "./store";

/** The variants beside the part itself: which one is shown, and what each has differently. */
export function VariantsTable() {
  const { view, send, compare } = usePartOf("view", "send", "compare");
  const [name, setName] = useState("");
  if (!view) return null;
  const variants = view.variants ?? [];
  const values = view.values.filter((v) => variants.some((x) => v.name in x.values));
  const steps = view.steps.filter((s) => variants.some((x) => s.id in x.off));
  const add = async () => {
    if (await send({ do: "add-variant", name, like: view.variant ?? "" })) setName("");
  };
  return (
    <div className="inside" data-testid="variants">
      <h4>Variants</h4>
      {variants.length > 0 && (
        <div className="overflow-x-auto">
          <table className="variants">
            <thead>
              <tr>
                <th />
                {[{ name: "" }, ...variants].map((v) => (
                  <th key={v.name} className={(view.variant ?? "") === v.name ? "now" : ""}>
                    <button
                      aria-pressed={(view.variant ?? "") === v.name}
                      title={`Show ${v.name || "the part itself"}`}
                      onClick={() => void send({ do: "choose-variant", name: v.name })}
                    >
                      {v.name || "Part itself"}
                    </button>
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {values.map((v) => (
                <tr key={v.name}>
                  <th>{v.name}</th>
                  <td>{v.formula}</td>
                  {variants.map((x) => (
                    <td key={x.name} className={v.name in x.values ? "own" : ""}>
                      {x.values[v.name] ?? v.formula}
                    </td>
                  ))}
                </tr>
              ))}
              {steps.map((s) => (
                <tr key={s.id}>
                  <th>{s.name}</th>
                  <td>{onOff(offInPart(view, s))}</td>
                  {variants.map((x) => (
                    <td key={x.name} className={s.id in x.off ? "own" : ""}>
                      {onOff(x.off[s.id] ?? offInPart(view, s))}
                    </td>
                  ))}
                </tr>
              ))}
            </tbody>
          </table>
          {values.length + steps.length === 0 && <p className="cap">Nothing differs yet.</p>}
        </div>
      )}
      {view.variant && <Own view={view} />}
      <p className="flex items-center gap-2 pt-1 pb-1">
        <input
          className="slot w-36"
          aria-label="New variant's name"
          placeholder="such as Casting"
          value={name}
          onChange={(e) => setName(e.target.value)}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "Enter") void add();
          }}
        />
        <button className="btn" onClick={() => void add()}>
          Add
        </button>
        {view.variant && (
          <button className="btn plain" onClick={() => void compare("variant:")}>
            Compare with part
          </button>
        )}
      </p>
      {!view.variant && (
        <p className="cap pb-1">A variant has its own values and switched steps; all else is common.</p>
      )}
    </div>
  );
}

const onOff = (off: boolean) => (off ? "off" : "on");

/** Whether the part itself has a step off, whatever the shown variant has. */
function offInPart(view: PartView, step: Step): boolean {
  const own = view.variants?.find((v) => v.name === view.variant)?.off[step.id];
  return own === undefined ? !!step.off : (view.baseOff ?? []).includes(step.id);
}

/** What the shown variant has of its own. */
function Own({ view }: { view: PartView }) {
  const { send } = usePartOf("send");
  const v = view.variants!.find((x) => x.name === view.variant)!;
  return (
    <>
      <h4>
        Only in {v.name}
        <button className="btn plain" onClick={() => void send({ do: "delete-variant", name: v.name })}>
          Delete variant
        </button>
      </h4>
      <ul>
        {view.values.map((x) => (
          <li key={x.name}>
            <span>{x.name}</span>
            <SheetNumber
              key={v.values[x.name] ?? ""}
              label={`${x.name} in ${v.name}`}
              width="w-28 text-right"
              placeholder={x.formula}
              text={v.values[x.name] ?? ""}
              done={(formula) => send({ do: "set-in-variant", variant: v.name, value: x.name, formula })}
            />
          </li>
        ))}
        {view.steps
          .filter((s) => s.id in v.off)
          .map((s) => (
            <li key={s.id}>
              <span>
                {s.name} is {onOff(v.off[s.id])}
              </span>
              <button
                className="btn plain"
                onClick={() => void send({ do: "switch-in-variant", variant: v.name, step: s.id })}
              >
                As in the part
              </button>
            </li>
          ))}
      </ul>
      <p className="cap pb-1">Steps that are switched off or on now are switched in {v.name} alone.</p>
    </>
  );
}
