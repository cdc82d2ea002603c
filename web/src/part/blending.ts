import type { BlendStep, Command, PartView, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { edgesLeft } from "./lost";
import { usePart, type BlendDraft, type Pick } from "./store";

export const isBlend = (s: Step): s is Extract<Step, BlendStep> => s.kind === "blend";

/** The command that the form stands for, or null while something is missing. */
export function blendCommand(form: BlendDraft): Command | null {
  if (form.edges.length === 0 || form.size.trim() === "" || form.second?.trim() === "") return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "blend",
      id: form.step ?? "",
      name: "",
      bevel: form.bevel,
      size: form.size,
      ...(form.bevel && form.second !== null ? { second: form.second, flipped: form.flipped } : {}),
      chain: form.chain,
      edges: form.edges,
    },
  };
}

/** Begins a round or bevel of the edges that are picked in the view. */
export function beginBlend(bevel: boolean): void {
  const { view, picks, start, set } = usePart.getState();
  if (!view) return;
  const edges = picks.flatMap((p) => {
    const e = p.kind === "edge" && edgeOf(view, p);
    return e ? [{ edge: e.key, point: e.point }] : [];
  });
  const size = lengthText(view.unit === "in" ? 1.5875 : 2, view.unit);
  start({
    kind: "blending",
    form: { step: null, bevel, size, second: null, flipped: false, chain: true, edges },
  });
  set({ picks: [] });
  changeBlend({});
}

const edgeOf = (view: PartView, p: { body: string; key: string }) =>
  view.bodies.find((b) => b.id === p.body)?.edges.find((e) => e.key === p.key);

/** A step of the sheet as the form that would make it. */
export function blendOf(step: BlendStep, view: PartView): BlendDraft {
  return {
    step: step.id,
    bevel: step.bevel,
    size: view.formulas[`${step.id}/size`] ?? lengthText(step.size as number, view.unit),
    second: step.second
      ? (view.formulas[`${step.id}/second`] ?? lengthText(step.second as number, view.unit))
      : null,
    flipped: step.flipped ?? false,
    chain: step.chain,
    edges: step.edges,
  };
}

export function editBlend(step: BlendStep & Step): void {
  const { view, start } = usePart.getState();
  const form = blendOf(step, view!);
  start({ kind: "blending", form: { ...form, edges: edgesLeft(step, form.edges, view!) } });
}

/** Changes the form and shows what it would give. */
export function changeBlend(change: Partial<BlendDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "blending") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "blending", form } });
  const command = blendCommand(form);
  // with nothing picked, what was changed before is shown as it was before
  tryOut(command ?? (form.step ? { do: "switch-step", id: form.step, off: true } : null));
  if (!command) set({ previewWhy: "" });
}

/** An edge was clicked: in or out. */
export function toggleEdge(found: Pick): void {
  const { doing, view, preview, say } = usePart.getState();
  if (doing.kind !== "blending" || !view) return;
  const edge = found.kind === "edge" ? edgeOf(preview ?? view, found) : undefined;
  if (!edge) {
    say(
      found.kind === "edge"
        ? "This edge belongs to the blend itself; pick one of the part."
        : "Click an edge, not a face.",
      true,
    );
    return;
  }
  const { edges } = doing.form;
  const has = edges.some((e) => e.edge === edge.key);
  changeBlend({
    edges: has ? edges.filter((e) => e.edge !== edge.key) : [...edges, { edge: edge.key, point: edge.point }],
  });
}

export async function applyBlend(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "blending") return;
  const { form } = doing;
  const missing = form.edges.length === 0 ? "Click at least one edge first." : "Type a size first.";
  await keepStep(blendCommand(form), missing, form.step);
}

export const REACHES = { same: "along both faces", two: "along one face and" } as const;
export const KINDS = { round: "Round", bevel: "Bevel" } as const;
export const CHAINS = { chain: "with edges that smoothly go on", alone: "and no others" } as const;
