import type { Command, PartView, Region, RibStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { isForm, isSketch, keepStep, sameRegion, toRef } from "./forming";
import { usePart, type RibDraft } from "./store";

export const isRib = (s: Step): s is Extract<Step, RibStep> => s.kind === "rib";

export const SEEN = { upright: "seen from above", side: "seen from the side" } as const;
export const SIDES = {
  middle: "astride its line",
  inside: "to the left of its line",
  outside: "to the right of its line",
} as const;
export const AT = { line: "at the line", base: "at the base" } as const;
export const ENDS = { on: "carried on to the part", drawn: "as drawn" } as const;
export const DEPTHS = { next: "to the next face", depth: "by" } as const;
export const GROWS = { on: "forward", back: "backward" } as const;

/** The command that the form stands for, or null while something is missing. */
export function ribCommand(form: RibDraft): Command | null {
  if (!form.sketch || form.regions.length === 0 || !form.thickness.trim() || !form.draft.trim()) return null;
  if (form.depth !== null && !form.depth.trim()) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "rib",
      id: form.step ?? "",
      name: "",
      sketch: form.sketch,
      regions: form.regions,
      upright: form.upright,
      thickness: form.thickness,
      side: form.side,
      atBase: form.atBase,
      draft: form.draft,
      carriedOn: form.carriedOn,
      depth: form.depth ?? 0,
      flipped: form.flipped,
    },
  };
}

/** Begins ribs along the drawn lines of the newest sketch that has some and no step uses. */
export function beginRib(): void {
  const { view, start } = usePart.getState();
  if (!view) return;
  const used = new Set(view.steps.filter((s) => isForm(s) || isRib(s)).map((s) => s.sketch));
  const free = view.steps.filter(
    (s) =>
      isSketch(s) && s.status === "built" && !used.has(s.id) && (view.sketches[s.id]?.lines.length ?? 0) > 0,
  );
  const sketch = free[free.length - 1]?.id ?? null;
  const lines = sketch ? view.sketches[sketch].lines : [];
  const step = view.steps.find((s) => s.id === sketch);
  // on a face, or high over the floor, lines are mostly seen from above
  const upright = !!step && isSketch(step) && (typeof step.plane !== "string" || step.plane === "top");
  start({
    kind: "ribbing",
    form: {
      step: null,
      sketch,
      regions: lines.map(toRef),
      upright,
      thickness: lengthText(view.unit === "in" ? 1.5875 : 2, view.unit),
      side: "middle",
      atBase: false,
      draft: "0",
      carriedOn: true,
      depth: null,
      flipped: false,
    },
  });
  changeRib({});
}

/** A step of the sheet as the form that would make it. */
export function ribOf(step: RibStep, view: PartView): RibDraft {
  const written = (place: string, plain: string) => view.formulas[`${step.id}/${place}`] ?? plain;
  return {
    step: step.id,
    sketch: step.sketch,
    regions: step.regions,
    upright: step.upright,
    thickness: written("thickness", lengthText(step.thickness as number, view.unit)),
    side: step.side,
    atBase: step.atBase,
    draft: written("draft", degrees(step.draft as number).replace("°", "")),
    carriedOn: step.carriedOn,
    depth: step.depth ? written("depth", lengthText(step.depth as number, view.unit)) : null,
    flipped: step.flipped,
  };
}

export function editRib(step: RibStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "ribbing", form: ribOf(step, view!) });
}

/** Changes the form and shows what it would give. */
export function changeRib(change: Partial<RibDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "ribbing") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "ribbing", form } });
  const command = ribCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** A line or region was clicked: in or out. */
export function toggleLine(sketch: string, region: Region): void {
  const { doing } = usePart.getState();
  if (doing.kind !== "ribbing") return;
  const { form } = doing;
  if (form.sketch !== sketch) {
    if (!form.step) changeRib({ sketch, regions: [toRef(region)] });
    return;
  }
  const has = form.regions.some((r) => sameRegion(r, region));
  changeRib({
    regions: has ? form.regions.filter((r) => !sameRegion(r, region)) : [...form.regions, toRef(region)],
  });
}

export async function applyRib(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "ribbing") return;
  const { form } = doing;
  const missing =
    form.regions.length === 0 ? "Click at least one drawn line of a sketch first." : "Type a number first.";
  await keepStep(ribCommand(form), missing, form.step);
}
