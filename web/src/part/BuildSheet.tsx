import { AlertDialog, DropdownMenu } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { PartView, SketchStep, Step } from "../api/types";
import { lengthText, MM, spaced } from "../api/numbers";
import { SketchSheet } from "../sketch/SketchSheet";
import { BlendSentence } from "./BlendSentence";
import { openStep } from "./actions";
import { isBlend } from "./blending";
import { DrillSentence } from "./DrillBar";
import { isHole } from "./drilling";
import { isForm, isSketch } from "./forming";
import { changeStep, FormSentence } from "./FormSentence";
import { PlaceSentence } from "./PlaceBar";
import { isReady } from "./placing";
import { RepeatSentence } from "./RepeatBar";
import { isRepeat } from "./repeating";
import { SplitSentence } from "./SplitBar";
import { isSplit } from "./splitting";
import { isCombine, isMirror, isMove } from "./bodies";
import { BodiesSentence } from "./BodiesBar";
import { MarkSentence } from "./MarkBar";
import { isMark } from "./marking";
import { PlaneSentence } from "./PlaneBar";
import { isPlane } from "./planing";
import { RibSentence } from "./RibBar";
import { isRib } from "./ribbing";
import { usePart, type Panel } from "./store";
import { isWall } from "./walling";
import { WallSentence } from "./WallSentence";
import { BodyList } from "./BodyList";
import { lostSomething } from "./lost";
import { PlaneSlot } from "./PlaceBar";
import { moveSketch } from "./sketching";
import { ValuesTable } from "./ValuesTable";
import { VariantsTable } from "./VariantsTable";
import { VersionList } from "./VersionList";

/** The part's history as sentences, with the work line in it. */
export function BuildSheet() {
  const { view, preview, doing, panel, set } = usePart();
  const [asking, setAsking] = useState<Step | null>(null);
  if (!view) return <aside className="sheet" />;
  const failed = view.steps.filter((s) => s.status === "failed").length;
  const off = view.steps.filter((s) => s.off).length;
  const row = (s: Step, i: number) => <StepRow key={s.id} step={s} n={i + 1} onDelete={() => setAsking(s)} />;
  const part = preview ?? view;
  return (
    <aside className="sheet" aria-label="Build sheet">
      <header>
        <h1>Build sheet</h1>
        <p className="sum">
          {view.steps.length === 0
            ? "No steps yet"
            : view.steps.length === 1
              ? "1 step"
              : `${view.steps.length} steps`}
          {failed > 0 && <b className="plum"> · {failed === 1 ? "1 needs" : `${failed} need`} attention</b>}
          {off > 0 && ` · ${off} switched off`}
        </p>
        <nav className="panels" aria-label="Beside the steps">
          {PANELS.map(([p, name]) => (
            <button
              key={p}
              aria-expanded={panel === p}
              onClick={() => set({ panel: panel === p ? null : p })}
            >
              {name}
              {counts(p, view) > 0 && <span className="count">{counts(p, view)}</span>}
            </button>
          ))}
        </nav>
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
      {asking && <DeleteDialog step={asking} onClose={() => setAsking(null)} />}
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
  const { view, doing, litStep, send, set, linked, compared } = usePart();
  const [naming, setNaming] = useState(false);
  const [groupNaming, setGroupNaming] = useState(false);
  const link = linked === null ? undefined : view!.steps.find((s) => s.id === linked);
  const change = compared?.answer.steps.find((s) => s.id === step.id);
  const now =
    (doing.kind === "sketching" && doing.step === step.id) ||
    ("form" in doing && doing.form.step === step.id);
  const state = [
    "step",
    step.off ? "off" : "",
    step.status === "failed" ? "fail" : "",
    now ? "now" : "",
    litStep === step.id || linked === step.id ? "lit" : "",
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
          onClick={() => set({ linked: linked === step.id ? null : step.id })}
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
        ) : isSketch(step) ? (
          <SketchSentence step={step} />
        ) : isBlend(step) ? (
          <BlendSentence step={step} onOpen={() => edit(step)} />
        ) : isReady(step) ? (
          <PlaceSentence step={step} onOpen={() => edit(step)} />
        ) : isHole(step) ? (
          <DrillSentence step={step} onOpen={() => edit(step)} />
        ) : isRepeat(step) ? (
          <RepeatSentence step={step} onOpen={() => edit(step)} />
        ) : isMark(step) ? (
          <MarkSentence step={step} onOpen={() => edit(step)} />
        ) : isPlane(step) ? (
          <PlaneSentence step={step} onOpen={() => edit(step)} />
        ) : isMirror(step) || isCombine(step) || isMove(step) ? (
          <BodiesSentence step={step} onOpen={() => edit(step)} />
        ) : isWall(step) ? (
          <WallSentence step={step} onOpen={() => edit(step)} />
        ) : isRib(step) ? (
          <RibSentence step={step} onOpen={() => edit(step)} />
        ) : isSplit(step) ? (
          <SplitSentence step={step} onOpen={() => edit(step)} />
        ) : (
          <FormSentence step={step} onOpen={() => edit(step)} />
        )}
        {link?.uses.includes(step.id) && <p className="link">{link.name} uses this</p>}
        {link?.dependants.includes(step.id) && (
          <p className="link">
            {step.uses.includes(link.id) ? `uses ${link.name}` : `builds on ${link.name} through others`}
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
              {isForm(step) && !step.bothWays && step.message.includes("turn its direction") && (
                <button
                  className="btn mend"
                  onClick={() => void changeStep(step, { flipped: !step.flipped })}
                >
                  Turn direction
                </button>
              )}
              <button className={`btn ${lostSomething(step) ? "mend" : "plain"}`} onClick={() => edit(step)}>
                {lostSomething(step) ? "Pick again" : "Change it"}
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

function edit(step: Step): void {
  const { view, say, doing, start } = usePart.getState();
  if (doing.kind === "sketching") return;
  const n = view!.steps.findIndex((s) => s.id === step.id);
  if (n >= view!.workLine)
    say("This step is below the work line. Move the line below it to change it.", true);
  else if (isSketch(step) && lostSomething(step)) start({ kind: "choosing-face", sketch: step.id });
  else openStep(step);
}

function SketchSentence({ step }: { step: SketchStep }) {
  const view = usePart((s) => s.view!);
  const placed = view.sketches[step.id];
  const state = !placed
    ? ""
    : placed.fighting.length > 0
      ? " · fighting"
      : step.entities.length === 0
        ? " · empty"
        : placed.freedoms === 0
          ? ""
          : ` · ${placed.freedoms} loose`;
  return (
    <>
      Draw{" "}
      <button className="slot" title="Open the sketch" onClick={() => edit(step as Step)}>
        {step.name}
      </button>{" "}
      on{" "}
      <PlaneSlot
        plane={step.plane}
        onChoose={(plane) => void moveSketch(step, plane)}
        onAim={() => usePart.getState().start({ kind: "choosing-face", sketch: step.id })}
      />
      {state && <span className={state.includes("fight") ? "plum" : "text-[var(--ink-3)]"}>{state}</span>}
    </>
  );
}

function StepMenu({
  step,
  n,
  onRename,
  onGroupName,
  onDelete,
}: {
  step: Step;
  n: number;
  onRename: () => void;
  onGroupName: () => void;
  onDelete: () => void;
}) {
  const { send, doing, view, set } = usePart();
  const all = view!.steps;
  const steps = all.length;
  const groups = view!.groups ?? {};
  const above = n > 1 ? all[n - 2] : null;
  const look = view!.looks?.[step.id];
  const shown = isSketch(step) || isPlane(step) || isMark(step);
  const group = (ids: string[], name: string) => void send({ do: "group", steps: ids, name });
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className="more"
        aria-label={`More about step ${n}`}
        disabled={doing.kind === "sketching"}
      >
        ⋯
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="end">
          <DropdownMenu.Item onSelect={() => edit(step)}>
            {isSketch(step) ? "Open sketch" : "Change"}
          </DropdownMenu.Item>
          <DropdownMenu.Item onSelect={() => setTimeout(onRename)}>Rename</DropdownMenu.Item>
          <DropdownMenu.Item
            onSelect={() =>
              void send(
                view!.variant
                  ? { do: "switch-in-variant", variant: view!.variant, step: step.id, off: !step.off }
                  : { do: "switch-step", id: step.id, off: !step.off },
              )
            }
          >
            {step.off ? "Switch on" : "Switch off"}
            {view!.variant && ` in ${view!.variant}`}
          </DropdownMenu.Item>
          <DropdownMenu.Item onSelect={() => set({ linked: step.id })}>
            What it uses, what uses it
          </DropdownMenu.Item>
          {shown && (
            <DropdownMenu.Item
              onSelect={() =>
                void send({
                  do: "set-look",
                  id: step.id,
                  name: "",
                  material: "",
                  colour: "",
                  hidden: !look?.hidden,
                })
              }
            >
              {look?.hidden ? "Show in the view" : "Hide in the view"}
            </DropdownMenu.Item>
          )}
          {above && groups[above.id] !== groups[step.id] && groups[above.id] && (
            <DropdownMenu.Item onSelect={() => group([step.id], groups[above.id])}>
              Into group {groups[above.id]}
            </DropdownMenu.Item>
          )}
          {above && !groups[above.id] && !groups[step.id] && (
            <DropdownMenu.Item onSelect={() => group([above.id, step.id], freeName(Object.values(groups)))}>
              Group with the step above
            </DropdownMenu.Item>
          )}
          {groups[step.id] && (
            <>
              <DropdownMenu.Item onSelect={() => setTimeout(onGroupName)}>Rename its group</DropdownMenu.Item>
              <DropdownMenu.Item onSelect={() => group([step.id], "")}>
                Take out of the group
              </DropdownMenu.Item>
            </>
          )}
          {n > 1 && (
            <DropdownMenu.Item onSelect={() => void send({ do: "move-step", id: step.id, to: n - 2 })}>
              Move up
            </DropdownMenu.Item>
          )}
          {n < steps && (
            <DropdownMenu.Item onSelect={() => void send({ do: "move-step", id: step.id, to: n })}>
              Move down
            </DropdownMenu.Item>
          )}
          <DropdownMenu.Item onSelect={() => void send({ do: "move-work-line", to: n })}>
            Build up to here
          </DropdownMenu.Item>
          <DropdownMenu.Item onSelect={() => setTimeout(onDelete)}>Delete…</DropdownMenu.Item>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

function DeleteDialog({ step, onClose }: { step: Step; onClose: () => void }) {
  const { view, send, say, shift } = usePart();
  const [along, setAlong] = useState(false);
  const users = step.dependants.map((id) => view!.steps.find((s) => s.id === id)?.name ?? id);
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
            <h2>Delete {step.name}?</h2>
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
              <input type="checkbox" checked={along} onChange={(e) => setAlong(e.target.checked)} />
              Delete {own.map((s) => s.name).join(" and ")} too, which nothing else uses
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

/** A name for a group that no group has. */
function freeName(taken: string[]): string {
  for (let i = 1; ; i++) if (!taken.includes(`Group ${i}`)) return `Group ${i}`;
}

/** How far down the part is built; dragged, or moved with the arrow keys. */
function WorkLine() {
  const { view, send } = usePart();
  const ref = useRef<HTMLDivElement>(null);
  const at = view!.workLine;
  // where it has been asked to go while the answer is under way
  const wanted = useRef(at);
  useEffect(() => {
    wanted.current = at;
  }, [at]);
  const move = (to: number) => {
    if (to === wanted.current || to < 0 || to > view!.steps.length) return;
    wanted.current = to;
    void send({ do: "move-work-line", to });
  };
  const drop = (y: number) => {
    const rows = [...(ref.current?.closest(".steps")?.querySelectorAll(".step") ?? [])];
    move(rows.filter((r) => r.getBoundingClientRect().top + r.clientHeight / 2 < y).length);
  };
  return (
    <div
      ref={ref}
      className="workline"
      role="slider"
      tabIndex={0}
      aria-label="Work line"
      aria-valuemin={0}
      aria-valuemax={view!.steps.length}
      aria-valuenow={at}
      aria-valuetext={`building up to step ${at}`}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerUp={(e) => drop(e.clientY)}
      onKeyDown={(e) => {
        if (e.key === "ArrowUp") move(wanted.current - 1);
        else if (e.key === "ArrowDown") move(wanted.current + 1);
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      <span className="grip" />
      <span className="lab">{at === 0 ? "nothing built" : "building up to here"}</span>
    </div>
  );
}
