import { useState } from "react";
import type { SheetPlan } from "../api/types";
import { Fold } from "../frame/Fold";
import { download } from "../part/actions";
import { usePart } from "../part/store";
import { addNote, called, hideOnSheet, lay, numberOf, useDrawing } from "./drawing";
import { changeSize } from "./sizes";

const SCALES = [10, 5, 2, 1, 0.5, 0.2, 0.1, 0.05];
const scaleText = (s: number) => (s >= 1 ? `${s} : 1` : `1 : ${Math.round(1 / s)}`);

/** How often each sentence stands in a list. */
const times = (all: string[]) =>
  all.reduce<Record<string, number>>((by, n) => ({ ...by, [n]: (by[n] ?? 0) + 1 }), {});

/** In the build sheet's place: how the drawing is laid out, and its files. */
export function DrawingSide() {
  const { sheet, picked } = useDrawing();
  return (
    <aside className="sheet findings" aria-label="Drawing">
      <header>
        <h1>
          Drawing <Fold side="sheet" />
        </h1>
        <p className="sum" role="status">
          {sheet ? `${sheet.paper}, ${scaleText(sheet.scale)}` : "…"}
        </p>
        <button className="underline" onClick={() => useDrawing.setState({ open: false })}>
          Back to the part
        </button>
      </header>
      {sheet && (
        <div className="steps drawn" data-testid="drawing-side">
          <Plan plan={sheet.plan} />
          {picked && <Picked name={picked} />}
          <Note />
          {sheet.plan.hidden.length > 0 && (
            <p className="note">
              {sheet.plan.hidden.length === 1 ? "1 thing is" : `${sheet.plan.hidden.length} things are`} taken
              off.{" "}
              <button className="underline" onClick={() => lay({ hidden: [] })}>
                Show all again
              </button>
            </p>
          )}
          {Object.keys(sheet.plan.moved).length > 0 && (
            <p className="note">
              <button className="underline" onClick={() => lay({ moved: {} })}>
                Put everything back in its place
              </button>
            </p>
          )}
          {sheet.notShown.length > 0 && (
            <>
              <h4>Not on the sheet</h4>
              {Object.entries(times(sheet.notShown)).map(([n, k]) => (
                <p key={n} className="note">
                  {k > 1 ? `${n} (${k} times)` : n}
                </p>
              ))}
            </>
          )}
          <p className="acts">
            <button className="btn main" onClick={() => download("pdf")}>
              Save as PDF
            </button>
            <button className="btn" onClick={() => download("svg")}>
              Save as SVG
            </button>
          </p>
        </div>
      )}
    </aside>
  );
}

function Plan({ plan }: { plan: SheetPlan }) {
  const rows: [string, string, [string, string][], (v: string) => void][] = [
    [
      "Paper",
      plan.paper,
      [["", "the smallest that does"], ...["A4", "A3", "A2", "A1"].map((p) => [p, p] as [string, string])],
      (v) => lay({ paper: v }),
    ],
    [
      "Scale",
      String(plan.scale),
      [["0", "the largest that fits"], ...SCALES.map((s) => [String(s), scaleText(s)] as [string, string])],
      (v) => lay({ scale: Number(v) }),
    ],
    [
      "Views",
      plan.firstAngle ? "first" : "third",
      [
        ["first", "first angle"],
        ["third", "third angle"],
      ],
      (v) => lay({ firstAngle: v === "first" }),
    ],
    [
      "Cut open",
      plan.section ? "yes" : "no",
      [
        ["yes", "shown too"],
        ["no", "not shown"],
      ],
      (v) => lay({ section: v === "yes" }),
    ],
  ];
  return (
    <div className="plan">
      {rows.map(([label, value, options, done]) => (
        <label key={label}>
          <span>{label}</span>
          <select className="slot" aria-label={label} value={value} onChange={(e) => done(e.target.value)}>
            {options.map(([k, text]) => (
              <option key={k} value={k}>
                {text}
              </option>
            ))}
          </select>
        </label>
      ))}
    </div>
  );
}

/** What is picked on the sheet: it is taken off, or its number changed, which changes the part. */
function Picked({ name }: { name: string }) {
  const number = numberOf(name);
  const step = usePart((s) => s.view?.steps.find((x) => x.id === number?.step));
  return (
    <div className="picked">
      <h4>{called(name)}</h4>
      {step && number && (
        <p>
          of {step.name}:{" "}
          <input
            key={name}
            className="slot w-24"
            aria-label="Change the size"
            placeholder="new size"
            onKeyDown={(e) => {
              e.stopPropagation();
              const field = e.currentTarget;
              if (e.key === "Enter")
                void changeSize(step, number.place, field.value).then((ok) => ok && (field.value = ""));
            }}
          />
        </p>
      )}
      <button className="underline" onClick={() => hideOnSheet(name)}>
        Take {called(name)} off the sheet
      </button>
    </div>
  );
}

function Note() {
  const [text, setText] = useState("");
  return (
    <input
      className="slot"
      aria-label="New note"
      placeholder="a note, then Enter"
      value={text}
      onChange={(e) => setText(e.target.value)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter" && text.trim()) {
          addNote(text.trim());
          setText("");
        }
      }}
    />
  );
}
