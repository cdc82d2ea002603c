import { DropdownMenu } from "radix-ui";
import type { Step } from "../api/types";
import { isSketch } from "../sketch/drawn";
import { openStep } from "./actions";
import { usePart, usePartOf } from "./store";

/** Opens a step where it is changed; a sketch that lost its face is laid on another. */
export function edit(step: Step, at?: string): void {
  const { view, say, doing, start } = usePart.getState();
  if (doing.kind === "sketching") return;
  const n = view!.steps.findIndex((s) => s.id === step.id);
  if (n >= view!.workLine)
    say("This step is below the work line. Move the line below it to change it.", true);
  else if (isSketch(step) && step.lost) start({ kind: "choosing-face", sketch: step.id });
  else openStep(step, at);
}

/** What else can be done with a step. */
export function StepMenu({
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
  const { send, doing, view, set } = usePartOf("send", "doing", "view", "set");
  const all = view!.steps;
  const steps = all.length;
  const groups = view!.groups ?? {};
  const above = n > 1 ? all[n - 2] : null;
  const look = view!.looks?.[step.id];
  const shown = step.stage === 1;
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
          {step.opens && (
            <DropdownMenu.Item onSelect={() => void send({ do: "open-step", id: step.id })}>
              Open into its steps
            </DropdownMenu.Item>
          )}
          {step.profile && (
            <DropdownMenu.Item
              onSelect={() =>
                void send({
                  do: "copy-steps",
                  steps: [step.id],
                  blends: true,
                  x: view!.unit === "in" ? "1 in" : "20 mm",
                  y: "0",
                })
              }
            >
              Copy with its own dimensions
            </DropdownMenu.Item>
          )}
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

/** A name for a group that no group has. */
function freeName(taken: string[]): string {
  for (let i = 1; ; i++) if (!taken.includes(`Group ${i}`)) return `Group ${i}`;
}
