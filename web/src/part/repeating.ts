import type { Axis, Command, FaceLine, PartView, RepeatStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { isBlend } from "./blending";
import { isSketch, keepStep } from "./forming";
import { isSplit } from "./splitting";
import { usePart, type RepeatDraft } from "./store";

export const isRepeat = (s: Step): s is Extract<Step, RepeatStep> => s.kind === "repeat";
/** Steps that make material, which can be repeated. */
const makes = (s: Step) => !isSketch(s) && !isBlend(s) && !isSplit(s) && !isRepeat(s);

export const SHAPES = { row: "in a row", round: "round an axis" } as const;
export const AXES = { x: "the x axis", y: "the y axis", z: "the z axis", face: "a face" } as const;
export const ROUNDS = { full: "evenly", angle: "every" } as const;
export const DIRECTIONS = { on: "forward", back: "backward" } as const;

/** The command that the form stands for, or null while something is missing. */
export function repeatCommand(form: RepeatDraft): Command | null {
  const count = Number(form.count);
  if (
    form.steps.length === 0 ||
    !Number.isInteger(count) ||
    form.spacing.trim() === "" ||
    form.angle.trim() === ""
  )
    return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "repeat",
      id: form.step ?? "",
      name: "",
      steps: form.steps,
      round: form.round,
      axis: form.axis,
      count,
      spacing: form.spacing,
      full: form.full,
      angle: form.angle,
      flipped: form.flipped,
      skip: form.skip
        .split(/[^0-9]+/)
        .filter(Boolean)
        .map(Number),
    },
  };
}

/** Begins a repeat of the steps that made the picked faces, or of the last that made something. */
export function beginRepeat(round: boolean): void {
  const { view, start, picks } = usePart.getState();
  if (!view) return;
  const picked = picks.flatMap((p) => {
    const face = view.bodies.find((b) => b.id === p.body)?.faces.find((f) => f.key === p.key);
    const step = view.steps.find((s) => s.id === face?.steps[0]);
    return step && makes(step) ? [step.id] : [];
  });
  const able = view.steps.slice(0, view.workLine).filter((s) => makes(s) && s.status === "built");
  const last = able[able.length - 1];
  const form: RepeatDraft = {
    step: null,
    steps: picked.length > 0 ? [...new Set(picked)] : last ? [last.id] : [],
    round,
    axis: round ? "z" : "x",
    aiming: false,
    count: round ? "6" : "3",
    spacing: lengthText(view.unit === "in" ? 12.7 : 15, view.unit),
    full: true,
    angle: "30",
    flipped: false,
    skip: "",
  };
  start({ kind: "repeating", form });
  changeRepeat({});
}

/** A step of the sheet as the form that would make it. */
export function repeatOf(step: RepeatStep, view: PartView): RepeatDraft {
  const written = (place: string, plain: string) => view.formulas[`${step.id}/${place}`] ?? plain;
  return {
    step: step.id,
    steps: step.steps,
    round: step.round,
    axis: step.axis,
    aiming: false,
    count: String(step.count),
    spacing: written("spacing", lengthText(step.spacing as number, view.unit)),
    full: step.full,
    angle: written("angle", degrees(step.angle as number).replace("\u00b0", "")),
    flipped: step.flipped,
    skip: step.skip.join(", "),
  };
}

export function editRepeat(step: RepeatStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "repeating", form: repeatOf(step, view!) });
}

/** Changes the form and shows what it would give. */
export function changeRepeat(change: Partial<RepeatDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "repeating") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "repeating", form } });
  const command = repeatCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** A face was clicked: it is the axis, or the step that made it goes in or out. */
export function repeatFace(face: FaceLine): boolean {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "repeating" || !view) return false;
  const { form } = doing;
  if (form.aiming) {
    const axis: Axis = { face: face.key, point: face.point, normal: face.out };
    changeRepeat({ axis, aiming: false });
    return true;
  }
  const step = view.steps.find((s) => s.id === face.steps[0]);
  if (!step || !makes(step)) {
    say("What made this face can\u2019t be repeated by itself; click another.", true);
    return true;
  }
  const has = form.steps.includes(step.id);
  changeRepeat({ steps: has ? form.steps.filter((s) => s !== step.id) : [...form.steps, step.id] });
  return true;
}

export async function applyRepeat(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "repeating") return;
  const { form } = doing;
  const missing =
    form.steps.length === 0
      ? "Click a face of what should be repeated."
      : "How many needs a whole number, and every size a number.";
  await keepStep(repeatCommand(form), missing, form.step);
}
