import type { Command, ExtrudeStep, PartView, Region, RegionRef, SketchStep, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { usePart, type ExtrudeForm } from "./store";

export const isSketch = (s: Step): s is Extract<Step, SketchStep> => s.kind === "sketch";
export const isExtrude = (s: Step): s is Extract<Step, ExtrudeStep> => s.kind === "extrude";

/** The command that the form stands for, or null while something is missing. */
export function extrudeCommand(form: ExtrudeForm): Command | null {
  if (!form.sketch || form.regions.length === 0 || form.distance.trim() === "") return null;
  const step = {
    kind: "extrude",
    id: form.step ?? "",
    name: "",
    sketch: form.sketch,
    regions: form.regions,
    extent: form.extent,
    distance: form.distance,
    bothWays: form.bothWays,
    flipped: form.flipped,
    mode: form.mode,
  };
  return { do: form.step ? "change-step" : "add-step", step };
}

export const sameRegion = (a: RegionRef, b: Region | RegionRef) =>
  a.boundary.length === b.boundary.length && a.boundary.every((x, i) => x === b.boundary[i]);

/** Begins an extrusion of the sketch that no step uses yet, and of all it encloses when that is one region. */
export function beginExtrude(sketch?: string): void {
  const { view, start } = usePart.getState();
  if (!view) return;
  const used = new Set(view.steps.filter(isExtrude).map((s) => s.sketch));
  const free = view.steps.filter((s) => isSketch(s) && s.status === "built" && !used.has(s.id));
  const chosen = sketch ?? free[free.length - 1]?.id ?? null;
  const regions = chosen ? (view.sketches[chosen]?.regions ?? []) : [];
  const step = view.steps.find((s) => s.id === chosen);
  const onFace = step && isSketch(step) && typeof step.plane !== "string";
  const form: ExtrudeForm = {
    step: null,
    sketch: chosen,
    regions: likely(regions),
    extent: "distance",
    distance: lengthText(10 * (view.unit === "in" ? 1.27 : 1), view.unit),
    bothWays: false,
    flipped: false,
    mode: view.bodies.length === 0 ? "body" : "add",
  };
  start({ kind: "extruding", form: onFace && view.bodies.length > 0 ? { ...form, mode: "add" } : form });
  changeForm({});
}

/** One region: that one. Several: the outermost, its holes left out. */
function likely(regions: Region[]): RegionRef[] {
  if (regions.length === 0) return [];
  const largest = regions.reduce((a, b) => (b.area > a.area ? b : a));
  return [toRef(largest)];
}

export const toRef = (r: Region): RegionRef => ({ id: "", boundary: r.boundary, inside: r.inside });

/** Opens a step of the sheet in the work bar. */
export function editExtrude(step: ExtrudeStep): void {
  const { view, start } = usePart.getState();
  start({
    kind: "extruding",
    form: {
      step: step.id,
      sketch: step.sketch,
      regions: step.regions,
      extent: step.extent ?? "distance",
      distance: view!.formulas[`${step.id}/distance`] ?? lengthText(step.distance as number, view!.unit),
      bothWays: step.bothWays,
      flipped: step.flipped,
      mode: step.mode,
    },
  });
}

/** Changes the form and shows what it would give. */
export function changeForm(change: Partial<ExtrudeForm>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "extruding") return;
  const form = { ...doing.form, ...change };
  // only what is removed can go through all
  if (change.extent === "through") form.mode = "remove";
  else if (form.mode !== "remove") form.extent = "distance";
  set({ doing: { kind: "extruding", form } });
  const command = extrudeCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

export function toggleRegion(sketch: string, region: Region): void {
  const { doing } = usePart.getState();
  if (doing.kind !== "extruding") return;
  const { form } = doing;
  if (form.sketch !== sketch) {
    if (!form.step) changeForm({ sketch, regions: [toRef(region)] });
    return;
  }
  const has = form.regions.some((r) => sameRegion(r, region));
  const regions = has ? form.regions.filter((r) => !sameRegion(r, region)) : [...form.regions, toRef(region)];
  changeForm({ regions });
}

export async function applyExtrude(): Promise<void> {
  const { doing, send, start, say } = usePart.getState();
  if (doing.kind !== "extruding") return;
  const command = extrudeCommand(doing.form);
  if (!command) {
    say(
      !doing.form.sketch || doing.form.regions.length === 0
        ? "Pick at least one closed region in the view first."
        : "Type a distance first.",
      true,
    );
    return;
  }
  if (await send(command)) {
    start({ kind: "looking" });
    const failed = failedStep(usePart.getState().view, doing.form.step);
    if (failed) say(`${failed.name} was kept but can’t be built: ${failed.message}`, true);
  }
}

function failedStep(view: PartView | null, id: string | null): Step | undefined {
  const step = id ? view?.steps.find((s) => s.id === id) : view?.steps[view.workLine - 1];
  return step?.status === "failed" ? step : undefined;
}

/** The other way round, or both ways: the three directions as one choice. */
export type Way = "out" | "in" | "both";
export const wayOf = (s: { bothWays: boolean; flipped: boolean }): Way =>
  s.bothWays ? "both" : s.flipped ? "in" : "out";
export const fromWay = (w: Way) => ({ bothWays: w === "both", flipped: w === "in" });
export const WAYS: Record<Way, string> = { out: "forward", in: "backward", both: "both ways" };
export const EXTENTS = { distance: "by", through: "through all" } as const;
export const MODES = { body: "as a new body", add: "added", remove: "removed" } as const;
