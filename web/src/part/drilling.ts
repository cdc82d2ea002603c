import { create } from "zustand";
import { api } from "../api/client";
import { Vector3 } from "three";
import type { Command, EdgeRef, HolePlace, HoleStep, PartView, Screw, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { placeIn, standing } from "./placing";
import { currentScene } from "../scene/current";
import { usePart, type DrillDraft, type Pick as Picked } from "./store";
import { faceOf, faceRef } from "./referring";

const edgeEnds = (shape: string) => currentScene()?.ends(shape) ?? null;

export const isHole = (s: Step): s is Extract<Step, HoleStep> => s.kind === "hole";

export const MOUTHS = {
  plain: "plain",
  counterbore: "counterbored",
  countersink: "countersunk",
  spotface: "spotfaced",
} as const;
export const FITS = {
  close: "with close clearance",
  normal: "with normal clearance",
  loose: "with loose clearance",
  tapped: "tapped",
  fine: "tapped with a fine thread",
} as const;
export const DEPTHS = {
  through: "through all",
  next: "out of its wall",
  line: "out of its wall, only in line",
  face: "up to",
  blind: "deep",
} as const;
export const ENDS = { point: "with a drill\u2019s point", flat: "with a flat end" } as const;

/** The screw sizes, once they have come. */
export const useScrews = create<{ all: Screw[] }>(() => ({ all: [] }));

async function loadScrews(): Promise<void> {
  if (useScrews.getState().all.length === 0) useScrews.setState({ all: await api.screws() });
}

/** The command that the form stands for, or null while something is missing. */
export function drillCommand(form: DrillDraft): Command | null {
  const texts = [form.diameter, form.depth, form.head, form.headDepth, form.sink, form.point];
  if (form.places.length === 0 || texts.some((t) => t.trim() === "")) return null;
  if (form.extent === "face" && !form.target) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "hole",
      id: form.step ?? "",
      name: "",
      mouth: form.mouth,
      diameter: form.diameter,
      extent: form.extent,
      depth: form.depth,
      ...(form.target ? { target: form.target } : {}),
      pointed: form.pointed,
      point: form.point,
      head: form.head,
      headDepth: form.headDepth,
      sink: form.sink,
      use: purposeOf(form),
      places: form.places,
    },
  };
}

/** What a hole is for, as a hole table tells it: a clearance, or the thread by its name. */
function purposeOf(form: DrillDraft): string {
  const screw = useScrews.getState().all.find((s) => s.size === form.size);
  if (form.size === "own") return "";
  if (form.fit === "tapped") return `${screw?.coarseName ?? form.size} tapped`;
  if (form.fit === "fine") return `${screw?.fineName || form.size} tapped`;
  return `${form.size} ${form.fit}`;
}

/** The size and fit that a hole's use stands for. */
function readUse(use: string): Pick<DrillDraft, "size" | "fit"> {
  const all = useScrews.getState().all;
  for (const s of all) {
    if (use === `${s.coarseName} tapped`) return { size: s.size, fit: "tapped" };
    if (s.fineName && use === `${s.fineName} tapped`) return { size: s.size, fit: "fine" };
  }
  const [size, fit] = use.split(" ");
  return { size: size || "own", fit: (fit as DrillDraft["fit"]) || "normal" };
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
    extent: "through",
    target: null,
    aiming: false,
    beside: null,
    depth: text(12),
    pointed: true,
    point: "118",
    head: text(11),
    headDepth: text(6),
    sink: "90",
    places: face?.normal ? [{ id: "", on: faceRef(face), at: placeIn(face) }] : [],
  };
  start({ kind: "drilling", form });
  void loadScrews();
  changeDrill({});
}

/** A step of the sheet as the form that would make it. */
export function drillOf(step: HoleStep, view: PartView): DrillDraft {
  const written = (place: "diameter" | "depth" | "head" | "headDepth") =>
    view.formulas[`${step.id}/${place}`] ?? lengthText(step[place] as number, view.unit);
  return {
    step: step.id,
    mouth: step.mouth,
    ...readUse(step.use),
    diameter: written("diameter"),
    extent: step.extent,
    target: step.target ?? null,
    aiming: false,
    beside: null,
    point: view.formulas[`${step.id}/point`] ?? degrees(step.point as number).replace("°", ""),
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
      const bored = { tapped: screw.drill, fine: screw.fineDrill || screw.drill };
      next.diameter = text(
        next.fit in bored ? bored[next.fit as keyof typeof bored] : screw[next.fit as "close"],
      );
      if (next.mouth === "counterbore" || next.mouth === "spotface") {
        next.head = text(screw.bore);
        next.headDepth = text(next.mouth === "spotface" ? 1 : screw.boreDepth);
      } else if (next.mouth === "countersink" && screw.sink > 0) {
        next.head = text(screw.sink);
        next.sink = String(screw.sinkAngle);
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

/** A point of a sketch was clicked: the last place follows it, or a new one on the face under it. */
export function drillOnPoint(sketch: string, point: string, under: Picked | null): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "drilling" || !view) return;
  const face = under ? faceOf(view, under) : undefined;
  const on = face?.normal ? faceRef(face) : doing.form.places[doing.form.places.length - 1]?.on;
  if (!on) return say("There is no flat face under this point for the hole to start on.", true);
  const spot = { sketch, point };
  changeDrill({ places: [...doing.form.places, { id: "", on, at: [0, 0], spot }] });
}

/** An edge was clicked: a round one gives a hole at its centre, straight ones are measured from. */
function drillByEdge(view: PartView, found: Picked): void {
  const { doing, say } = usePart.getState();
  if (doing.kind !== "drilling") return;
  const { form } = doing;
  const body = view.bodies.find((b) => b.id === found.body);
  const line = body?.edges.find((e) => e.key === found.key);
  if (!body || !line) return;
  const edge = { edge: line.key, point: line.point };
  const last = form.places[form.places.length - 1];
  if (line.form === "line" && last) {
    if (!form.beside || form.beside.edge === line.key) {
      changeDrill({ beside: edge });
      say("Click a second edge; the last hole is then measured from both.");
      return;
    }
    const a = distanceTo(view, form.beside, last);
    const b = distanceTo(view, edge, last);
    if (a === null || b === null) return say("A hole is measured from straight edges beside its face.", true);
    const text = (mm: number) => lengthText(Math.round(mm * 1000) / 1000, view.unit);
    const spot = { first: form.beside, a: text(a), second: edge, b: text(b) };
    changeDrill({ places: [...form.places.slice(0, -1), { ...last, spot }], beside: null });
    return;
  }
  const sides = line.key.split("|");
  const face = body.faces.find((f) => f.normal && sides.includes(f.key));
  const on = face ? faceRef(face) : last?.on;
  if (!on) return say("This edge bounds no flat face for the hole to start on.", true);
  changeDrill({ places: [...form.places, { id: "", on, at: [0, 0], spot: { edge } }] });
}

/** How far a place of a hole is from a straight edge, in mm. */
function distanceTo(view: PartView, edge: EdgeRef, place: HolePlace): number | null {
  const line = view.bodies.flatMap((b) => b.edges).find((e) => e.key === edge.edge);
  const ends = line ? edgeEnds(line.shape) : null;
  if (!ends) return null;
  const at = standing(place.on);
  const p = new Vector3(...at.origin)
    .addScaledVector(new Vector3(...at.x), place.at[0])
    .addScaledVector(new Vector3(...at.y), place.at[1]);
  const way = ends[1].clone().sub(ends[0]).normalize();
  const off = p.sub(ends[0]);
  return off.addScaledVector(way, -off.dot(way)).length();
}

/** A click in the view: a hole there, on whole millimetres or a corner. */
export function drillAt(found: Picked | null, x: number, y: number): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "drilling" || !view || !found) return;
  if (found.kind === "edge") return drillByEdge(view, found);
  const face = faceOf(view, found);
  if (doing.form.aiming && face) {
    changeDrill({ target: faceRef(face), aiming: false });
    return;
  }
  const last = doing.form.places[doing.form.places.length - 1];
  const on = face ? (face.normal ? faceRef(face) : null) : (last?.on ?? null);
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
    form.places.length === 0
      ? "Click a flat face where the hole starts."
      : form.extent === "face" && !form.target
        ? "Click the face up to which the hole goes."
        : "Every size needs a number.";
  await keepStep(drillCommand(form), missing, form.step);
}
