import { ToggleGroup } from "radix-ui";
import { useState } from "react";
import type { PartView, Step } from "../api/types";
import { lengthText, MM, spaced } from "../api/numbers";
import { change as enterIn, SheetSentence } from "../sentence/SheetSentence";
import { Fold } from "../frame/Fold";
import { isSketch } from "../sketch/drawn";
import { SketchSheet } from "../sketch/SketchSheet";
import { DeleteDialog } from "./DeleteDialog";
import { usePart, type Panel, usePartOf } from "./store";
import { BodyList } from "./BodyList";
import { numbered } from "./numbered";
import { edit, StepMenu } from "./StepMenu";
import { WorkLine } from "./WorkLine";
import { ValuesTable } from "./ValuesTable";
import { VariantsTable } from "./VariantsTable";
import { VersionList } from "./VersionList";

/** The part's history as sentences, with the work line in it. */
export function BuildSheet() {
  const { view, preview, doing, panel, set } = usePartOf("view", "preview", "doing", "panel", "set");
  const deleting = usePart((s) => s.deleting);
  if (!view)
    return (
      <aside className="sheet">
        <p className="opening" role="status">
          Opening the part and building its solids…
        </p>
      </aside>
    );
  const failed = view.steps.filter((s) => s.status === "failed").length;
  const off = view.steps.filter((s) => s.off).length;
  const row = (s: Step, i: number) => (
    <StepRow key={s.id} step={s} n={i + 1} onDelete={() => set({ deleting: s.id })} />
  );
  const part = preview ?? view;
  const asking = view.steps.find((s) => s.id === deleting);
  return (
    <aside className="sheet" aria-label="Build sheet">
      <header>
        <h1>
          Build sheet <Fold side="sheet" />
        </h1>
        <p className="sum">
          {view.steps.length === 0
            ? "No steps yet"
            : view.steps.length === 1
              ? "1 step"
              : `${view.steps.length} steps`}
          {failed > 0 && <b className="plum"> · {failed === 1 ? "1 needs" : `${failed} need`} attention</b>}
          {off > 0 && ` · ${off} switched off`}
        </p>
        <ToggleGroup.Root
          className="panels"
          type="single"
          aria-label="Beside the steps"
          value={panel ?? ""}
          onValueChange={(p) => set({ panel: (p || null) as Panel | null })}
        >
          {PANELS.map(([p, name]) => (
            <ToggleGroup.Item key={p} value={p} aria-expanded={panel === p}>
              {name}
              {counts(p, view) > 0 && <span className="count">{counts(p, view)}</span>}
            </ToggleGroup.Item>
          ))}
        </ToggleGroup.Root>
      </header>
      {panel === "values" && <ValuesTable />}
      {panel === "variants" && <VariantsTable />}
      {panel === "bodies" && <BodyList />}
      {panel === "versions" && <VersionList />}
      <div className="steps" data-testid="steps">
        <Grouped steps={view.steps.slice(0, view.workLine)} row={row} />
        <WorkLine />
        <div className="below">
          <Grouped steps={view.steps.slice(view.workLine)} row={(s, i) => row(s, view.workLine + i)} />
        </div>
      </div>
      <footer data-testid="foot">
        {doing.kind === "sketching" ? (
          <span>{regionsText(view.sketches[doing.step]?.regions.length ?? 0)}</span>
        ) : part.volume !== undefined && part.min && part.max ? (
          <>
            <span data-volume={part.volume}>
              {spaced(part.volume / MM[view.unit] ** 3)} {view.unit}³
            </span>
            <span>
              {part.min
                .map((m, i) => lengthText(Math.round((part.max![i] - m) * 1000) / 1000, view.unit))
                .join(" × ")}
            </span>
          </>
        ) : (
          <span>No body yet</span>
        )}
      </footer>
      {asking && <DeleteDialog step={asking} onClose={() => set({ deleting: null })} />}
    </aside>
  );
}

const PANELS: [Panel, string][] = [
  ["values", "Values"],
  ["variants", "Variants"],
  ["bodies", "Bodies"],
  ["versions", "Versions"],
];

const counts = (p: Panel, view: PartView) =>
  p === "values"
    ? view.values.length
    : p === "variants"
      ? (view.variants ?? []).length
      : p === "bodies"
        ? view.bodies.length
        : 0;

/** Steps in order; neighbours of one group under its name, which folds them. */
function Grouped({ steps, row }: { steps: Step[]; row: (s: Step, i: number) => React.ReactNode }) {
  const groups = usePart((s) => s.view!.groups) ?? {};
  const [folded, setFolded] = useState<string[]>([]);
  const out: React.ReactNode[] = [];
  for (let i = 0; i < steps.length;) {
    const name = groups[steps[i].id];
    let end = i + 1;
    while (name && end < steps.length && groups[steps[end].id] === name) end++;
    const rows = steps.slice(i, end).map((s, k) => row(s, i + k));
    if (name) {
      const shut = folded.includes(name);
      const failed = steps.slice(i, end).some((s) => s.status === "failed");
      out.push(
        <section key={`${name}/${steps[i].id}`} className="group" data-group={name}>
          <button
            className="group-head"
            aria-expanded={!shut}
            onClick={() => setFolded(shut ? folded.filter((f) => f !== name) : [...folded, name])}
          >
            <span aria-hidden="true">{shut ? "+" : "–"}</span> {name}
            <span className="cap"> {end - i} steps</span>
            {failed && <b className="plum"> needs attention</b>}
          </button>
          {!shut && rows}
        </section>,
      );
    } else out.push(...rows);
    i = end;
  }
  return out;
}

const regionsText = (n: number) =>
  n === 0 ? "No closed region yet" : n === 1 ? "1 closed region" : `${n} closed regions`;

function StepRow({ step, n, onDelete }: { step: Step; n: number; onDelete: () => void }) {
  const { view, doing, send, set, linked, compared } = usePartOf(
    "view",
    "doing",
    "send",
    "set",
    "linked",
    "compared",
  );
  const lit = usePart((s) => s.litStep === step.id || s.linked === step.id);
  const [naming, setNaming] = useState(false);
  const [groupNaming, setGroupNaming] = useState(false);
  const link = linked === null ? undefined : view!.steps.find((s) => s.id === linked);
  const change = compared?.answer.steps.find((s) => s.id === step.id);
  const now =
    (doing.kind === "sketching" && doing.step === step.id) ||
    (doing.kind === "writing" && doing.answer.filled.step === step.id);
  const state = [
    "step",
    step.off ? "off" : "",
    step.status === "failed" ? "fail" : "",
    now ? "now" : "",
    lit ? "lit" : "",
    change ? "changed" : "",
  ].join(" ");
  const placed = view!.sketches[step.id];
  return (
    <>
      <div
        className={state}
        data-step={step.id}
        data-status={step.status}
        onMouseEnter={() => set({ litStep: step.id })}
        onMouseLeave={() => set({ litStep: null })}
        onDoubleClick={() => edit(step)}
        onDragOver={(e) => e.dataTransfer.types.includes("text/step") && e.preventDefault()}
        onDrop={(e) => {
          const id = e.dataTransfer.getData("text/step");
          if (id && id !== step.id) void send({ do: "move-step", id, to: n - 1 });
        }}
      >
        <span
          className="n"
          draggable={doing.kind === "looking"}
          title="Drag to move the step; click to see what it uses and what uses it"
          onClick={(e) =>
            set({
              linked: linked === step.id ? null : step.id,
              picks: [],
              pickedAt: [
                9999,
                e.clientY - (document.querySelector(".view")?.getBoundingClientRect().top ?? 0),
              ],
            })
          }
          onDragStart={(e) => e.dataTransfer.setData("text/step", step.id)}
        >
          {step.off ? `(${n})` : n}
        </span>
        {naming ? (
          <input
            className="slot"
            aria-label="Step name"
            autoFocus
            defaultValue={step.name}
            onFocus={(e) => e.target.select()}
            onBlur={() => setNaming(false)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter") {
                const name = e.currentTarget.value;
                void send({ do: "rename-step", id: step.id, name }).then((ok) => ok && setNaming(false));
              }
              if (e.key === "Escape") setNaming(false);
            }}
          />
        ) : (
          <SheetSentence
            step={step}
            onOpen={(at) => edit(step, at)}
            onPickPlane={
              isSketch(step)
                ? () => usePart.getState().start({ kind: "choosing-face", sketch: step.id })
                : undefined
            }
          />
        )}
        {link?.uses.includes(step.id) && <p className="link">{numbered(link.id, view!.steps)} uses this</p>}
        {link?.dependants.includes(step.id) && (
          <p className="link">
            {step.uses.includes(link.id)
              ? `uses ${numbered(link.id, view!.steps)}`
              : `builds on ${numbered(link.id, view!.steps)} through others`}
          </p>
        )}
        {change && (
          <p className="was">{change.kind === "added" ? "new since then" : change.words.join("; ")}</p>
        )}
        {step.notes.map((t) => (
          <p key={t} className="note">
            {t}
          </p>
        ))}
        {step.status === "failed" && (
          <>
            <p className="why">{step.message}</p>
            <div className="fix">
              {step.remedies?.map((r) => (
                <button key={r.label} className="btn mend" onClick={() => void enterIn(step, r.at, r.entry)}>
                  {r.label}
                </button>
              ))}
              <button className={`btn ${step.lost ? "mend" : "plain"}`} onClick={() => edit(step)}>
                {step.lost ? "Pick again" : "Change it"}
              </button>
            </div>
          </>
        )}
        {groupNaming && (
          <input
            className="slot"
            aria-label="Group name"
            autoFocus
            defaultValue={view!.groups?.[step.id]}
            onFocus={(e) => e.target.select()}
            onBlur={() => setGroupNaming(false)}
            onKeyDown={(e) => {
              e.stopPropagation();
              if (e.key === "Enter") {
                const old = view!.groups![step.id];
                const all = Object.keys(view!.groups!).filter((id) => view!.groups![id] === old);
                void send({ do: "group", steps: all, name: e.currentTarget.value }).then(
                  (ok) => ok && setGroupNaming(false),
                );
              }
              if (e.key === "Escape") setGroupNaming(false);
            }}
          />
        )}
        <StepMenu
          step={step}
          n={n}
          onRename={() => setNaming(true)}
          onGroupName={() => setGroupNaming(true)}
          onDelete={onDelete}
        />
      </div>
      {now && isSketch(step) && placed && <SketchSheet step={step} placed={placed} />}
    </>
  );
}
