import { AlertDialog, DropdownMenu } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import type { SketchStep, Step } from "../api/types";
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
import { BodiesSentence, PlaneSentence } from "./PlaneBar";
import { isCombine, isMirror, isPlane, planeWords } from "./planing";
import { RibSentence } from "./RibBar";
import { isRib } from "./ribbing";
import { usePart } from "./store";
import { isWall } from "./walling";
import { WallSentence } from "./WallSentence";
import { ValuesTable } from "./ValuesTable";

/** The part's history as sentences, with the work line in it. */
export function BuildSheet() {
  const { view, preview, doing } = usePart();
  const [asking, setAsking] = useState<Step | null>(null);
  const [open, setOpen] = useState(false);
  if (!view) return <aside className="sheet" />;
  const failed = view.steps.filter((s) => s.status === "failed").length;
  const off = view.steps.filter((s) => s.off).length;
  const row = (s: Step, i: number) => <StepRow key={s.id} step={s} n={i + 1} onDelete={() => setAsking(s)} />;
  const part = preview ?? view;
  return (
    <aside className="sheet" aria-label="Build sheet">
      <header>
        <div className="flex items-baseline justify-between">
          <h1>Build sheet</h1>
          <button
            className="text-[13px] underline underline-offset-3"
            aria-expanded={open}
            onClick={() => setOpen(!open)}
          >
            Values {view.values.length || ""}
          </button>
        </div>
        <p className="sum">
          {view.steps.length === 0
            ? "No steps yet"
            : view.steps.length === 1
              ? "1 step"
              : `${view.steps.length} steps`}
          {failed > 0 && <b className="plum"> · {failed === 1 ? "1 needs" : `${failed} need`} attention</b>}
          {off > 0 && ` · ${off} switched off`}
        </p>
      </header>
      {open && <ValuesTable />}
      <div className="steps" data-testid="steps">
        {view.steps.slice(0, view.workLine).map(row)}
        <WorkLine />
        <div className="below">
          {view.steps.slice(view.workLine).map((s, i) => row(s, view.workLine + i))}
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

const regionsText = (n: number) =>
  n === 0 ? "No closed region yet" : n === 1 ? "1 closed region" : `${n} closed regions`;

function StepRow({ step, n, onDelete }: { step: Step; n: number; onDelete: () => void }) {
  const { view, doing, litStep, send, set } = usePart();
  const [naming, setNaming] = useState(false);
  const now =
    (doing.kind === "sketching" && doing.step === step.id) ||
    ("form" in doing && doing.form.step === step.id);
  const state = [
    "step",
    step.off ? "off" : "",
    step.status === "failed" ? "fail" : "",
    now ? "now" : "",
    litStep === step.id ? "lit" : "",
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
          title="Drag to move the step"
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
        ) : isPlane(step) ? (
          <PlaneSentence step={step} onOpen={() => edit(step)} />
        ) : isMirror(step) || isCombine(step) ? (
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
              <button className="btn plain" onClick={() => edit(step)}>
                Change it
              </button>
            </div>
          </>
        )}
        <StepMenu step={step} n={n} onRename={() => setNaming(true)} onDelete={onDelete} />
      </div>
      {now && isSketch(step) && placed && <SketchSheet step={step} placed={placed} />}
    </>
  );
}

function edit(step: Step): void {
  const { view, say, doing } = usePart.getState();
  if (doing.kind === "sketching") return;
  const n = view!.steps.findIndex((s) => s.id === step.id);
  if (n >= view!.workLine)
    say("This step is below the work line. Move the line below it to change it.", true);
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
      {typeof step.plane === "string" ? (
        `${step.plane} plane`
      ) : (
        <span className="slot geo">{planeWords(step.plane, view)}</span>
      )}
      {state && <span className={state.includes("fight") ? "plum" : "text-[var(--ink-3)]"}>{state}</span>}
    </>
  );
}

function StepMenu({
  step,
  n,
  onRename,
  onDelete,
}: {
  step: Step;
  n: number;
  onRename: () => void;
  onDelete: () => void;
}) {
  const { send, doing } = usePart();
  const steps = usePart((s) => s.view!.steps.length);
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
          <DropdownMenu.Item onSelect={() => void send({ do: "switch-step", id: step.id, off: !step.off })}>
            {step.off ? "Switch on" : "Switch off"}
          </DropdownMenu.Item>
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
  const users = step.dependants.map((id) => view!.steps.find((s) => s.id === id)?.name ?? id);
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
          <div className="acts">
            <AlertDialog.Cancel className="btn">Keep</AlertDialog.Cancel>
            <AlertDialog.Action
              className="btn main"
              onClick={() =>
                void send({ do: "delete-step", id: step.id }).then(
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
