import { useState } from "react";
import { SheetNumber } from "../sketch/SheetNumber";
import { lengthText } from "../api/numbers";
import { download } from "./actions";
import { usePart, usePartOf } from "./store";

/** The part's named numbers: each a name, a formula, and what it comes to. */
export function ValuesTable() {
  const { view, send } = usePartOf("view", "send");
  const [name, setName] = useState("");
  const [formula, setFormula] = useState("");
  if (!view) return null;
  const add = async () => {
    if (await send({ do: "set-value", name, formula })) {
      setName("");
      setFormula("");
    }
  };
  return (
    <div className="inside values" data-testid="values">
      <h4>Values</h4>
      <ul>
        {view.values.map((v) => (
          <li key={v.name}>
            <span title={v.used.length === 0 ? "Nothing uses it yet" : `Used in ${v.used.length} places`}>
              {v.name}
              {v.used.length === 0 && <span className="cap"> · unused</span>}
            </span>
            <span className="flex items-center gap-1">
              <SheetNumber
                key={v.formula}
                label={`Value ${v.name}`}
                width="w-24 text-right"
                text={v.formula}
                done={(t) => send({ do: "set-value", name: v.name, formula: t })}
              />
              <span className="cap">= {lengthText(v.number, "mm")}</span>
              <button
                className="btn plain"
                aria-label={`Delete value ${v.name}`}
                onClick={() => void send({ do: "delete-value", name: v.name })}
              >
                ✕
              </button>
            </span>
          </li>
        ))}
        <li>
          <input
            className="slot w-24"
            aria-label="New value's name"
            placeholder="name"
            value={name}
            onChange={(e) => setName(e.target.value)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter") void add();
            }}
          />
          <input
            className="slot w-28"
            aria-label="New value's formula"
            placeholder="12 or 2*wall"
            value={formula}
            onChange={(e) => setFormula(e.target.value)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter") void add();
            }}
          />
          <button className="btn" onClick={() => void add()}>
            Add
          </button>
        </li>
      </ul>
      <p className="flex gap-2 pb-1">
        {view.values.length > 0 && (
          <button className="btn plain" onClick={() => download("values")}>
            Save as a table (CSV)
          </button>
        )}
        <button className="btn plain" onClick={takeTable}>
          Take a table
        </button>
      </p>
      <p className="cap pb-1">Use a name in any dimension or distance, such as 2*wall + 0.5 mm.</p>
    </div>
  );
}

/** Lets a table of values be chosen, and takes it over. */
function takeTable(): void {
  const input = document.createElement("input");
  input.type = "file";
  input.accept = ".csv,text/csv,text/plain";
  input.dataset.testid = "values-file";
  input.style.display = "none";
  input.onchange = async () => {
    const file = input.files?.[0];
    input.remove();
    if (file) await usePart.getState().send({ do: "take-values", csv: await file.text() });
  };
  document.body.append(input);
  input.click();
}
