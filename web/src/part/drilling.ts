import { create } from "zustand";
import { api } from "../api/client";
import type { Command, HoleStep, PartView, Screw, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { faceOf, onto, placeIn, standing } from "./placing";
import { usePart, type DrillDraft, type Pick } from "./store";

export const isHole = (s: Step): s is Extract<Step, HoleStep> => s.kind === "hole";

export const MOUTHS = {
  plain: "plain",
  counterbore: "counterbored",
  countersink: "countersunk",
} as const;
export const FITS = {
  close: "with close clearance",
  normal: "with normal clearance",
  loose: "with loose clearance",
  tapped: "tapped",
} as const;
export const DEPTHS = { through: "through all", blind: "deep" } as const;
export const ENDS = { point: "with a drill\u2019s point", flat: "with a flat end" } as const;

/** The screw sizes, once they have come. */
export const useScrews = create<{ all: Screw[] }>(() => ({ all: [] }));

async function loadScrews(): Promise<void> {
  if (useScrews.getState().all.length === 0) useScrews.setState({ all: await api.screws() });
}

/** The command that the form stands for, or null while something is missing. */
export function drillCommand(form: DrillDraft): Command | null {
  const texts = [form.diameter, form.depth, form.head, form.headDepth, form.sink];
  if (form.places.length === 0 || texts.some((t) => t.trim() === "")) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "hole",
      id: form.step ?? "",
      name: "",
      mouth: form.mouth,
      diameter: form.diameter,
      through: form.through,
      depth: form.depth,
      pointed: form.pointed,
      head: form.head,
      headDepth: form.headDepth,
      sink: form.sink,
      use: form.size === "own" ? "" : `${form.size} ${form.fit}`,
      places: form.places,
    },
  };
}

/** Begins holes; a flat face that is picked gets the first in its middle. */
export function beginDrill(): void {
  const { view, start, picks } = usePart.getState();
  if (!view) return;
  const text = (mm: number) => lengthText(view.unit === "in" ? mm * 1.27 : mm, view.unit);
  const face = faceOf(view, picks.length === 1 ? picks[0] : null);
  const form: DrillDraft = {
    step: null,
    mouth: "plain",
    size: "own",
    fit: "normal",
    diameter: text(6),
    through: true,
    depth: text(12),
    pointed: true,
    head: text(11),
    headDepth: text(6),
    sink: "90",
    places: face?.normal ? [{ id: "", on: refOf(face), at: placeIn(face) }] : [],
  };
  start({ kind: "drilling", form });
  void loadScrews();
  changeDrill({});
}

const refOf = (f: Parameters<typeof onto>[0]) => onto(f) as HoleStep["places"][0]["on"];

/** A step of the sheet as the form that would make it. */
export function drillOf(step: HoleStep, view: PartView): DrillDraft {
  const written = (place: "diameter" | "depth" | "head" | "headDepth") =>
    view.formulas[`${step.id}/${place}`] ?? lengthText(step[place] as number, view.unit);
  const [size, fit] = step.use.split(" ");
  return {
    step: step.id,
    mouth: step.mouth,
    size: size || "own",
    fit: (fit as DrillDraft["fit"]) ?? "normal",
    diameter: written("diameter"),
    through: step.through,
    depth: written("depth"),
    pointed: step.pointed,
    head: written("head"),
    headDepth: written("headDepth"),
    sink: view.formulas[`${step.id}/sink`] ?? degrees(step.sink as number).replace("\u00b0", ""),
    places: step.places,
  };
}

export function editDrill(step: HoleStep): void {
  const { view, start } = usePart.getState();
  void loadScrews();
  start({ kind: "drilling", form: drillOf(step, view!) });
}

/** What follows from a change: a screw size brings its own numbers, a typed one takes it away. */
export function drilled(form: DrillDraft, change: Partial<DrillDraft>): DrillDraft {
  const next = { ...form, ...change };
  const screw = useScrews.getState().all.find((s) => s.size === next.size);
  if (change.size !== undefined || change.fit !== undefined || change.mouth !== undefined) {
    const { view } = usePart.getState();
    const text = (mm: number) => lengthText(mm, view!.unit);
    if (screw) {
      next.diameter = text(next.fit === "tapped" ? screw.drill : screw[next.fit]);
      if (next.mouth === "counterbore") {
        next.head = text(screw.bore);
        next.headDepth = text(screw.boreDepth);
      } else if (next.mouth === "countersink" && screw.sink > 0) {
        next.head = text(screw.sink);
        next.sink = "90";
      }
    }
  } else if (change.diameter !== undefined) next.size = "own";
  return next;
}

/** Changes the form and shows what it would give. */
export function changeDrill(change: Partial<DrillDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "drilling") return;
  const form = drilled(doing.form, change);
  set({ doing: { kind: "drilling", form } });
  const command = drillCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** A click in the view: a hole there, on whole millimetres or a corner. */
export function drillAt(found: Pick | null, x: number, y: number): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "drilling" || !view || !found) return;
  const face = faceOf(view, found);
  const last = doing.form.places[doing.form.places.length - 1];
  const on = face ? (face.normal ? refOf(face) : null) : (last?.on ?? null);
  if (!on) {
    say("A hole starts on a flat face; click one.", true);
    return;
  }
  const at = standing(on).clicked(found, x, y);
  changeDrill({ places: [...doing.form.places, { id: "", on, at }] });
}

export async function applyDrill(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "drilling") return;
  const { form } = doing;
  const missing =
    form.places.length === 0 ? "Click a flat face where the hole starts." : "Every size needs a number.";
  await keepStep(drillCommand(form), missing, form.step);
}
