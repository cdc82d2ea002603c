import type { Command, FaceLine, PartView, Plane, SplitStep, Step } from "../api/types";
import { keepStep } from "./forming";
import { usePart } from "./store";
import { faceRef } from "./referring";

export const isSplit = (s: Step): s is Extract<Step, SplitStep> => s.kind === "split";

export const splitCommand = (step: string | null, plane: Plane): Command => ({
  do: step ? "change-step" : "add-step",
  step: { kind: "split", id: step ?? "", name: "", plane },
});

/** Begins a split along the face that is picked, or along one still to be clicked. */
export function beginSplit(): void {
  const { view, picks, start } = usePart.getState();
  const face = view && picks.length === 1 ? faceOf(view, picks[0].body, picks[0].key) : undefined;
  start({ kind: "splitting", form: { step: null, plane: null } });
  if (face) splitBy(face);
}

const faceOf = (view: PartView, body: string, key: string) =>
  view.bodies.find((b) => b.id === body)?.faces.find((f) => f.key === key);

export function editSplit(step: SplitStep): void {
  usePart.getState().start({ kind: "splitting", form: { step: step.id, plane: step.plane } });
}

export function changeSplit(plane: Plane): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "splitting") return;
  set({ doing: { kind: "splitting", form: { ...doing.form, plane } } });
  tryOut(splitCommand(doing.form.step, plane));
}

/** A face was clicked: it is the one to split along. */
export function splitBy(face: FaceLine): boolean {
  if (usePart.getState().doing.kind !== "splitting") return false;
  changeSplit(faceRef(face));
  return true;
}

export async function applySplit(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "splitting") return;
  const { step, plane } = doing.form;
  const command = plane && splitCommand(step, plane);
  await keepStep(command, "Choose a plane, or click a face, to split along.", step);
}
