import type {
  Command,
  ExtrudeStep,
  FaceLine,
  PartView,
  Region,
  RegionRef,
  RevolveStep,
  SketchStep,
  Step,
} from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { rememberLast, usePart, type FormDraft, type Lean } from "./store";
import { faceRef } from "./referring";

export const isSketch = (s: Step): s is Extract<Step, SketchStep> => s.kind === "sketch";
export const isExtrude = (s: Step): s is Extract<Step, ExtrudeStep> => s.kind === "extrude";
export const isRevolve = (s: Step): s is Extract<Step, RevolveStep> => s.kind === "revolve";
/** Steps that give a sketch its depth. */
export const isForm = (s: Step): s is Extract<Step, ExtrudeStep | RevolveStep> =>
  isExtrude(s) || isRevolve(s);

/** The command that the form stands for, or null while something is missing. */
export function formCommand(form: FormDraft): Command | null {
  if (!form.sketch || form.regions.length === 0) return null;
  const common = {
    id: form.step ?? "",
    name: "",
    sketch: form.sketch,
    regions: form.regions,
    bothWays: form.bothWays,
    flipped: form.flipped,
    mode: form.mode,
  };
  const kept = form.step ? "change-step" : "add-step";
  if (form.op === "revolve") {
    if (!form.full && form.angle.trim() === "") return null;
    const angle = form.full && form.angle.trim() === "" ? "360" : form.angle;
    return { do: kept, step: { ...common, kind: "revolve", axis: form.axis, full: form.full, angle } };
  }
  if (form.distance.trim() === "" || missingFace(form)) return null;
  const two = form.back !== null && form.extent === "distance";
  if (two && form.back!.trim() === "") return null;
  const wall = form.made !== "solid";
  if (wall && form.thickness.trim() === "") return null;
  const leans = form.lean !== "upright" && form.extent === "distance";
  if (leans && form.taper.trim() === "") return null;
  return {
    do: kept,
    step: {
      ...common,
      kind: "extrude",
      extent: form.extent,
      distance: form.distance,
      taper: leans ? (form.lean === "in" ? form.taper : negated(form.taper)) : 0,
      ...(form.target ? { target: form.target } : {}),
      ...(form.extent === "face" && form.gap.trim() !== "" ? { gap: form.gap } : {}),
      ...(two ? { back: form.back, bothWays: false } : {}),
      ...(form.starts === "face" ? { from: form.from } : {}),
      ...(wall ? { side: form.made, thickness: form.thickness } : {}),
    },
  };
}

/** Which face is still to be clicked. */
export function missingFace(form: FormDraft): "from" | "target" | null {
  if (form.op !== "extrude") return null;
  if (form.starts === "face" && !form.from) return "from";
  return form.extent === "face" && !form.target ? "target" : null;
}

const negated = (text: string) => (/^[\d.,\s°]+$/.test(text) ? `-${text.trim()}` : `-(${text})`);

export const sameRegion = (a: RegionRef, b: Region | RegionRef) =>
  a.boundary.length === b.boundary.length && a.boundary.every((x, i) => x === b.boundary[i]);

/** Begins an extrusion or a revolution of the sketch that no step uses yet, with its outermost region. */
export function beginForm(op: FormDraft["op"], sketch?: string): void {
  const { view, start } = usePart.getState();
  if (!view) return;
  const used = new Set(view.steps.filter(isForm).map((s) => s.sketch));
  const free = view.steps.filter((s) => isSketch(s) && s.status === "built" && !used.has(s.id));
  const chosen = sketch ?? free[free.length - 1]?.id ?? null;
  const regions = chosen ? (view.sketches[chosen]?.regions ?? []) : [];
  const lines = chosen && op === "extrude" ? (view.sketches[chosen]?.lines ?? []) : [];
  const onlyLines = regions.length === 0 && lines.length > 0;
  const step = view.steps.find((s) => s.id === chosen);
  const onFace = step && isSketch(step) && typeof step.plane !== "string";
  const form: FormDraft = {
    op,
    step: null,
    sketch: chosen,
    regions: onlyLines ? lines.map(toRef) : likely(regions),
    extent: "distance",
    distance: lengthText(10 * (view.unit === "in" ? 1.27 : 1), view.unit),
    lean: "upright",
    taper: "2",
    target: null,
    gap: "0",
    back: null,
    starts: "plane",
    from: null,
    aim: "target",
    made: onlyLines ? "middle" : "solid",
    thickness: lengthText(view.unit === "in" ? 1.5875 : 2, view.unit),
    axis: likelyAxis(chosen),
    full: true,
    angle: "90",
    bothWays: false,
    flipped: false,
    mode: view.bodies.length === 0 ? "body" : "add",
  };
  start({ kind: "forming", form: onFace && view.bodies.length > 0 ? { ...form, mode: "add" } : form });
  changeForm({});
}

/** One region: that one. Several: the outermost, its holes left out. */
function likely(regions: Region[]): RegionRef[] {
  if (regions.length === 0) return [];
  const largest = regions.reduce((a, b) => (b.area > a.area ? b : a));
  return [toRef(largest)];
}

/** The lines that a revolution of the sketch may turn about, with their names. */
export function axesOf(sketch: string | null): Record<string, string> {
  const step = usePart.getState().view?.steps.find((s) => s.id === sketch);
  const lines = step && isSketch(step) ? step.entities.filter((e) => e.kind === "line") : [];
  return {
    "x-axis": "its x axis",
    "y-axis": "its y axis",
    ...Object.fromEntries(lines.map((l) => [l.id, `line ${l.id}`])),
  };
}

/** A construction line when there is one. */
function likelyAxis(sketch: string | null): string {
  const step = usePart.getState().view?.steps.find((s) => s.id === sketch);
  const line =
    step &&
    isSketch(step) &&
    step.entities.find((e) => e.kind === "line" && "construction" in e && e.construction);
  return line ? line.id : "y-axis";
}

export const toRef = (r: Region): RegionRef => ({ id: "", boundary: r.boundary, inside: r.inside });

/** What a repeat in the sketch has like the one that was picked last, and isn't picked. */
export function alike(view: PartView | null, sketch: string | null, picked: RegionRef[]): RegionRef[] {
  const placed = sketch ? view?.sketches[sketch] : undefined;
  const last = picked[picked.length - 1];
  if (!placed || !last) return [];
  const all = [...placed.regions, ...placed.lines];
  const kin = all.find((r) => sameRegion(last, r))?.kin;
  return all.filter((r) => kin && r.kin === kin && !picked.some((p) => sameRegion(p, r))).map(toRef);
}

/** A step of the sheet as the form that would make it. */
export function formOf(step: ExtrudeStep | RevolveStep, view: PartView): FormDraft {
  const written = (place: string, plain: string) => view.formulas[`${step.id}/${place}`] ?? plain;
  const turned = step.kind === "revolve";
  const lean = turned ? 0 : ((step.taper ?? 0) as number);
  const angleText = (v: number) => degrees(v).replace("°", "");
  return {
    op: step.kind,
    step: step.id,
    sketch: step.sketch,
    regions: step.regions,
    bothWays: step.bothWays,
    flipped: step.flipped,
    mode: step.mode,
    extent: turned ? "distance" : (step.extent ?? "distance"),
    distance: turned ? "10" : written("distance", lengthText(step.distance as number, view.unit)),
    lean: lean === 0 ? "upright" : lean > 0 ? "in" : "out",
    taper: lean === 0 ? "2" : angleText(Math.abs(lean)),
    target: turned ? null : (step.target ?? null),
    gap: turned ? "0" : written("gap", lengthText((step.gap ?? 0) as number, view.unit)),
    back: turned || !step.back ? null : written("back", lengthText(step.back as number, view.unit)),
    starts: !turned && step.from ? "face" : "plane",
    from: turned ? null : (step.from ?? null),
    aim: "target",
    made: turned ? "solid" : (step.side ?? "solid"),
    thickness: written("thickness", lengthText(turned ? 2 : ((step.thickness ?? 2) as number), view.unit)),
    axis: turned ? step.axis : "y-axis",
    full: turned ? step.full : true,
    angle: turned ? written("angle", angleText(step.angle as number)) : "90",
  };
}

/** Opens a step of the sheet in the work bar. */
export function editForm(step: ExtrudeStep | RevolveStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "forming", form: formOf(step, view!) });
}

/** What follows from a change: only what is removed can go through all, only by a distance can sides lean. */
export function followed(form: FormDraft, change: Partial<FormDraft>): FormDraft {
  const next = { ...form, ...change };
  if (change.extent === "through") next.mode = "remove";
  else if (next.mode !== "remove" && next.extent === "through") next.extent = "distance";
  if (next.starts === "face" && next.extent === "next") next.extent = "distance";
  if (next.extent !== "distance") next.back = null;
  if (next.extent !== "distance" || next.starts === "face" || next.made !== "solid") next.lean = "upright";
  if (change.starts === "face") next.aim = "from";
  else if (change.extent === "face") next.aim = "target";
  return next;
}

/** Changes the form and shows what it would give. */
export function changeForm(change: Partial<FormDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "forming") return;
  const form = followed(doing.form, change);
  set({ doing: { kind: "forming", form } });
  const command = formCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

export function toggleRegion(sketch: string, region: Region): void {
  const { doing } = usePart.getState();
  if (doing.kind !== "forming") return;
  const { form } = doing;
  if (form.sketch !== sketch) {
    changeForm({ sketch, regions: [toRef(region)], axis: likelyAxis(sketch) });
    return;
  }
  const has = form.regions.some((r) => sameRegion(r, region));
  const regions = has ? form.regions.filter((r) => !sameRegion(r, region)) : [...form.regions, toRef(region)];
  changeForm({ regions });
}

/** Whether drawn lines can be picked: only walls stand on them. */
export const takesLines = (form: FormDraft | null) => form?.op === "extrude" && form.made !== "solid";

/** What is picked, in words. */
export function pickedText(regions: RegionRef[]): string {
  const lines = regions.filter((r) => r.boundary[0]?.startsWith("~")).length;
  const closed = regions.length - lines;
  return [
    closed > 0 ? (closed === 1 ? "1 region" : `${closed} regions`) : "",
    lines > 0 ? (lines === 1 ? "1 drawn line" : `${lines} drawn lines`) : "",
  ]
    .filter((t) => t)
    .join(", ");
}

/** Whether a click on a face means something to the form. */
export const aiming = (form: FormDraft) =>
  form.op === "extrude" && (form.extent === "face" || form.starts === "face");

/** A face was clicked while the form waits for the one up to which it goes. */
export function aimAt(face: FaceLine): boolean {
  const { doing } = usePart.getState();
  if (doing.kind !== "forming" || !aiming(doing.form)) return false;
  const ref = faceRef(face);
  const { form } = doing;
  const slot = missingFace(form) ?? (form.extent === "face" && form.starts === "face" ? form.aim : null);
  changeForm(
    (slot ?? (form.extent === "face" ? "target" : "from")) === "from" ? { from: ref } : { target: ref },
  );
  return true;
}

export async function applyForm(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "forming") return;
  const { form } = doing;
  const missing =
    !form.sketch || form.regions.length === 0
      ? takesLines(form)
        ? "Pick at least one closed region or drawn line in the view first."
        : "Pick at least one closed region in the view first."
      : missingFace(form)
        ? missingFace(form) === "from"
          ? "Click the face from which it should start."
          : "Click the face up to which it should go."
        : form.op === "revolve"
          ? "Type an angle first."
          : "Type a number first.";
  await keepStep(formCommand(form), missing, form.step);
}

/** Keeps what is being made, or says what is missing; says too what is wrong with it once it is kept. */
export async function keepStep(command: Command | null, missing: string, step: string | null): Promise<void> {
  const { send, say, set, doing } = usePart.getState();
  if (!command) return say(missing, true);
  // the next thing can be begun while this one is being kept; what was previewed stays in sight until then
  set({ doing: { kind: "looking" }, picks: [], hover: null });
  if (await send(command)) {
    rememberLast(doing);
    reportFailure(step);
  } else if (usePart.getState().doing.kind === "looking") set({ doing });
}

/** Says what is wrong with the step just kept: the one changed, or the newest. */
function reportFailure(id: string | null): void {
  const { view, say } = usePart.getState();
  const failed = failedStep(view, id);
  if (failed) say(`${failed.name} was kept but can’t be built: ${failed.message}`, true);
}

function failedStep(view: PartView | null, id: string | null): Step | undefined {
  const step = id ? view?.steps.find((s) => s.id === id) : view?.steps[view.workLine - 1];
  return step?.status === "failed" ? step : undefined;
}

/** The other way round, both ways by half, or by two distances: the directions as one choice. */
export type Way = "out" | "in" | "both" | "two";
export const wayOf = (s: { bothWays: boolean; flipped: boolean; back?: unknown }): Way =>
  s.back ? "two" : s.bothWays ? "both" : s.flipped ? "in" : "out";
export const fromWay = (w: Way): Partial<FormDraft> =>
  w === "two" ? { bothWays: false, back: "5" } : { bothWays: w === "both", flipped: w === "in", back: null };
export const WAYS: Record<"out" | "in" | "both", string> = {
  out: "forward",
  in: "backward",
  both: "both ways",
};
export const ALL_WAYS: Record<Way, string> = { ...WAYS, two: "and the other way by" };
export const EXTENTS = {
  distance: "by",
  through: "through all",
  next: "to the next face",
  face: "up to",
} as const;
export const STARTS = { plane: "from its plane", face: "from a face" } as const;
export const MADE: Record<FormDraft["made"], string> = {
  solid: "as a solid",
  inside: "as a wall inside its lines",
  outside: "as a wall outside its lines",
  middle: "as a wall astride its lines",
};
export const MODES = {
  body: "as a new body",
  add: "added",
  remove: "removed",
  common: "keeping only what both have",
} as const;
export const LEANS: Record<Lean, string> = {
  upright: "upright sides",
  in: "sides leaning in by",
  out: "sides leaning out by",
};
export const TURNS = { full: "all round", angle: "by" } as const;
