import type { CombineStep, Command, FaceLine, MirrorStep, MoveStep, PartView, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { axisFrom } from "./repeating";
import { usePart, type BodiesDraft, type Pick } from "./store";
import { faceRef } from "./referring";

export const isMirror = (s: Step): s is Extract<Step, MirrorStep> => s.kind === "mirror";
export const isCombine = (s: Step): s is Extract<Step, CombineStep> => s.kind === "combine";
export const isMove = (s: Step): s is Extract<Step, MoveStep> => s.kind === "move";

export const JOINS = { join: "joined with their images", own: "their images bodies of their own" } as const;
export const COMBINES = {
  join: "Join into one",
  subtract: "Take the others out of the first of",
  common: "Keep only what is common to",
} as const;
export const MOVES = { move: "Move", copy: "Copy" } as const;

/** What a body is called: its own name, or the name of the step that made it. */
export function bodyName(view: PartView, id: string): string {
  const own = view.looks?.[id]?.name;
  if (own) return own;
  const [maker, number] = id.split(".");
  const step = view.steps.find((s) => s.id === maker);
  return `${step?.name ?? id}${number ? ` (${number})` : ""}`;
}

/** Several bodies in words. */
export const bodyNames = (view: PartView, ids: string[]) =>
  ids.length === 0 ? "all bodies" : ids.map((id) => bodyName(view, id)).join(", ");

/** The command of moved, mirrored or combined bodies, or null while something is missing. */
export function bodiesCommand(form: BodiesDraft): Command | null {
  const common = { id: form.step ?? "", name: "", bodies: form.bodies };
  const kept = form.step ? "change-step" : "add-step";
  if (form.op === "combine") {
    return form.bodies.length === 1
      ? null
      : { do: kept, step: { ...common, kind: "combine", way: form.way } };
  }
  if (form.op === "move") {
    const [x, y, z] = form.by;
    const numbers = [x, y, z, form.angle];
    if (form.bodies.length === 0 || numbers.some((n) => n.trim() === "")) return null;
    return {
      do: kept,
      step: { ...common, kind: "move", x, y, z, axis: form.axis, angle: form.angle, copy: form.copy },
    };
  }
  return { do: kept, step: { ...common, kind: "mirror", plane: form.plane, join: form.join } };
}

export function beginBodies(op: BodiesDraft["op"]): void {
  const { view, picks, start } = usePart.getState();
  if (!view) return;
  const face =
    picks.length === 1
      ? view.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key)
      : undefined;
  const picked = [...new Set(picks.map((p) => p.body))];
  start({
    kind: "bodies",
    form: {
      step: null,
      op,
      bodies: op === "mirror" ? [] : op === "move" && view.bodies.length === 1 ? [view.bodies[0].id] : picked,
      aim: op === "mirror" ? "plane" : "bodies",
      plane: op === "mirror" && face?.normal ? faceRef(face) : "side",
      join: true,
      way: "join",
      by: [lengthText(view.unit === "in" ? 25.4 : 20, view.unit), "0", "0"],
      axis: "z",
      angle: "0",
      copy: false,
    },
  });
  changeBodies({});
}

export function bodiesOf(step: MirrorStep | CombineStep | MoveStep, view: PartView): BodiesDraft {
  const text = (place: "x" | "y" | "z") =>
    view.formulas[`${step.id}/${place}`] ??
    lengthText(step.kind === "move" ? (step[place] as number) : 0, view.unit);
  return {
    step: step.id,
    op: step.kind,
    bodies: step.bodies ?? [],
    aim: step.kind === "mirror" ? "plane" : "bodies",
    plane: step.kind === "mirror" ? step.plane : "side",
    join: step.kind === "mirror" ? step.join : true,
    way: step.kind === "combine" ? step.way : "join",
    by: [text("x"), text("y"), text("z")],
    axis: step.kind === "move" ? step.axis : "z",
    angle:
      view.formulas[`${step.id}/angle`] ??
      degrees(step.kind === "move" ? (step.angle as number) : 0).replace("°", ""),
    copy: step.kind === "move" && step.copy,
  };
}

export function editBodies(step: MirrorStep | CombineStep | MoveStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "bodies", form: bodiesOf(step, view!) });
}

export function changeBodies(change: Partial<BodiesDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "bodies") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "bodies", form } });
  const command = bodiesCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** Something was clicked: a body goes in or out, or it is the plane or axis that is waited for. */
export function bodiesClick(found: Pick, face: FaceLine | undefined): void {
  const { doing, say, view } = usePart.getState();
  if (doing.kind !== "bodies" || !view) return;
  const { form } = doing;
  if (form.aim === "plane") {
    if (face?.normal) changeBodies({ plane: faceRef(face) });
    else say("Bodies are mirrored in a flat face; this isn’t one.", true);
  } else if (form.aim === "axis") {
    const axis = axisFrom(view, found, face);
    if (axis) changeBodies({ axis, aim: "bodies" });
    else say("Click a round or flat face, or a straight or round edge.", true);
  } else {
    const has = form.bodies.includes(found.body);
    changeBodies({
      bodies: has ? form.bodies.filter((b) => b !== found.body) : [...form.bodies, found.body],
    });
  }
}

export async function applyBodies(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "bodies") return;
  const { form } = doing;
  const missing =
    form.op === "combine"
      ? "Click two bodies or more."
      : form.bodies.length === 0
        ? "Click the body to move."
        : "Every size needs a number.";
  await keepStep(bodiesCommand(form), missing, form.step);
}
