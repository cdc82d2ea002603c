import type { Axis, Command, FaceLine, PartView, RepeatStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { isPlane } from "./planing";
import { isSketch, keepStep } from "./forming";
import { isSplit } from "./splitting";
import { usePart, type Pick, type RepeatDraft } from "./store";
import { faceRef } from "./referring";

export const isRepeat = (s: Step): s is Extract<Step, RepeatStep> => s.kind === "repeat";
/** Steps whose doing can be done again elsewhere. */
const repeats = (s: Step) =>
  !isSketch(s) &&
  !isSplit(s) &&
  !isPlane(s) &&
  !["mirror", "combine", "move", "shell", "axis", "point"].includes(s.kind);

export const LAYOUTS = {
  row: "in a row",
  round: "round an axis",
  path: "along a line",
  mirror: "mirrored",
} as const;
export const AXES = {
  x: "the x axis",
  y: "the y axis",
  z: "the z axis",
  face: "a face",
  edge: "an edge",
  made: "a made axis",
} as const;
export const ROUNDS = { full: "evenly", angle: "every", overall: "spread over" } as const;
export const SPACINGS = { each: "every", overall: "over" } as const;
export const DIRECTIONS = { on: "forward", back: "backward" } as const;

/** How an axis is called in a choice. */
export const axisWord = (a: Axis): keyof typeof AXES =>
  typeof a === "string" ? a : "edge" in a ? "edge" : "step" in a ? "made" : "face";

const whole = (text: string) => {
  const n = Number(text);
  return text.trim() !== "" && Number.isInteger(n) ? n : null;
};

/** The fields of a layout, or null while something is missing. */
function laidOut(form: RepeatDraft): Record<string, unknown> | null {
  if (form.layout === "mirror") return { plane: form.plane };
  const count = whole(form.count);
  if (count === null) return null;
  if (form.layout === "round") {
    if (form.angle.trim() === "") return null;
    return { axis: form.axis, count, full: form.full, angle: form.angle, overall: form.overall };
  }
  if (form.layout === "path") {
    if (!form.path || (!form.even && form.spacing.trim() === "")) return null;
    return { ...form.path, count, spacing: form.even ? "0" : form.spacing, turning: form.turning };
  }
  if (form.spacing.trim() === "") return null;
  const row = { axis: form.axis, count, spacing: form.spacing, overall: form.overall };
  if (!form.second) return row;
  const count2 = whole(form.second.count);
  if (count2 === null || form.second.spacing.trim() === "") return null;
  return {
    ...row,
    axis2: form.second.axis,
    count2,
    spacing2: form.second.spacing,
    flipped2: form.second.flipped,
  };
}

/** The command that the form stands for, or null while something is missing. */
export function repeatCommand(form: RepeatDraft): Command | null {
  const layout = laidOut(form);
  if (!layout || form.steps.length + form.bodies.length + form.faces.length === 0) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "repeat",
      id: form.step ?? "",
      name: "",
      steps: form.steps,
      bodies: form.bodies,
      faces: form.faces,
      layout: form.layout,
      ...layout,
      flipped: form.flipped,
      skip: form.skip
        .split(/[^0-9]+/)
        .filter(Boolean)
        .map(Number),
    },
  };
}

/** A step with the blends on what it made. */
export function withBlends(view: PartView, step: Step): string[] {
  const blends = view.steps.filter((s) => s.kind === "blend" && s.uses.includes(step.id));
  const alone = blends.filter((b) =>
    b.uses.every((u) => u === step.id || view.steps.findIndex((s) => s.id === u) < indexOf(view, step.id)),
  );
  return [step.id, ...alone.map((b) => b.id)];
}

const indexOf = (view: PartView, id: string) => view.steps.findIndex((s) => s.id === id);

/** Begins a repeat of the steps that made the picked faces, or of the last that made something. */
export function beginRepeat(layout: RepeatDraft["layout"]): void {
  const { view, start, picks } = usePart.getState();
  if (!view) return;
  const picked = picks.flatMap((p) => {
    const face = view.bodies.find((b) => b.id === p.body)?.faces.find((f) => f.key === p.key);
    const step = view.steps.find((s) => s.id === face?.steps[0]);
    return step && repeats(step) ? withBlends(view, step) : [];
  });
  const able = view.steps.slice(0, view.workLine).filter((s) => repeats(s) && s.status === "built");
  const last = able[able.length - 1];
  const form: RepeatDraft = {
    step: null,
    steps: picked.length > 0 ? [...new Set(picked)] : last ? [last.id] : [],
    bodies: [],
    faces: [],
    byFaces: false,
    layout,
    axis: layout === "round" ? "z" : "x",
    aim: "what",
    count: layout === "round" ? "6" : "3",
    spacing: lengthText(view.unit === "in" ? 12.7 : 15, view.unit),
    overall: false,
    second: null,
    full: true,
    angle: "30",
    path: paths(view)[0]?.path ?? null,
    even: true,
    turning: true,
    plane: "side",
    flipped: false,
    skip: "",
  };
  start({ kind: "repeating", form });
  changeRepeat({});
}

/** The lines that copies can follow: drawn lines of sketches, and the outlines of their regions. */
export function paths(view: PartView): { name: string; path: NonNullable<RepeatDraft["path"]> }[] {
  return view.steps.filter(isSketch).flatMap((s) => {
    const placed = view.sketches[s.id];
    const take = (list: { boundary: string[]; inside: [number, number] }[], what: string) =>
      list.map((l, i) => ({
        name: `${what}${list.length > 1 ? ` ${i + 1}` : ""} of ${s.name}`,
        path: { sketch: s.id, line: { boundary: l.boundary, inside: l.inside } },
      }));
    return placed ? [...take(placed.lines, "the drawn line"), ...take(placed.regions, "the outline")] : [];
  });
}

/** A step of the sheet as the form that would make it. */
export function repeatOf(step: RepeatStep, view: PartView): RepeatDraft {
  const written = (place: string, plain: string) => view.formulas[`${step.id}/${place}`] ?? plain;
  const length = (place: "spacing" | "spacing2") =>
    written(place, lengthText((step[place] as number | undefined) ?? 15, view.unit));
  return {
    step: step.id,
    steps: step.steps,
    bodies: step.bodies,
    faces: step.faces,
    byFaces: step.faces.length > 0,
    layout: step.layout,
    axis: step.axis ?? "x",
    aim: "what",
    count: String(step.count ?? 3),
    spacing: length("spacing"),
    overall: step.overall ?? false,
    second: step.axis2
      ? {
          axis: step.axis2,
          count: String(step.count2),
          spacing: length("spacing2"),
          flipped: step.flipped2 ?? false,
        }
      : null,
    full: step.full ?? true,
    angle: written("angle", degrees((step.angle as number | undefined) ?? 0.5).replace("°", "")),
    path: step.line ? { sketch: step.sketch!, line: step.line } : null,
    even: !step.spacing,
    turning: step.turning ?? true,
    plane: step.plane ?? "side",
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

/** Something was clicked: an axis or a plane where one is waited for, else what made it goes in or out. */
export function repeatClick(found: Pick | null, face: FaceLine | undefined): boolean {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "repeating" || !view) return false;
  const { form } = doing;
  if (!found) return true;
  if (form.aim === "axis" || form.aim === "axis2") {
    const axis = axisFrom(view, found, face);
    if (!axis) say("Click a round or flat face, or a straight or round edge.", true);
    else if (form.aim === "axis") changeRepeat({ axis, aim: "what" });
    else changeRepeat({ second: { ...form.second!, axis }, aim: "what" });
    return true;
  }
  if (!face) return true;
  if (form.aim === "plane") {
    if (face.normal) changeRepeat({ plane: faceRef(face), aim: "what" });
    else say("Copies are mirrored in a flat face; this isn’t one.", true);
    return true;
  }
  if (form.byFaces) {
    const ref = faceRef(face);
    const rest = form.faces.filter((f) => f.face !== ref.face);
    changeRepeat({ faces: rest.length < form.faces.length ? rest : [...rest, ref] });
    return true;
  }
  const step = view.steps.find((s) => s.id === face.steps[0]);
  if (!step || !repeats(step)) {
    say("What made this face can’t be repeated by itself; click another.", true);
    return true;
  }
  const has = form.steps.includes(step.id);
  changeRepeat({
    steps: has
      ? form.steps.filter((s) => s !== step.id)
      : [...new Set([...form.steps, ...withBlends(view, step)])],
  });
  return true;
}

/** What was clicked as an axis: a face, or an edge that is straight or round. */
export function axisFrom(view: PartView, found: Pick, face: FaceLine | undefined): Axis | null {
  if (face) return faceRef(face);
  const edge = view.bodies.find((b) => b.id === found.body)?.edges.find((e) => e.key === found.key);
  return found.kind === "edge" && edge && edge.form !== "other"
    ? { edge: edge.key, point: edge.point }
    : null;
}

export async function applyRepeat(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "repeating") return;
  const { form } = doing;
  const missing =
    form.steps.length + form.bodies.length + form.faces.length === 0
      ? "Click a face of what should be repeated."
      : form.layout === "path" && !form.path
        ? "Draw the line to follow in a sketch first."
        : "How many needs a whole number, and every size a number.";
  await keepStep(repeatCommand(form), missing, form.step);
}
