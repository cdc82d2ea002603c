import type { Command, PartView, Plane, PlaneStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { PLANES } from "./placing";
import { usePart, type Pick, type PlaneDraft } from "./store";
import { edgeRef, faceOf, faceRef } from "./referring";

export const isPlane = (s: Step): s is Extract<Step, PlaneStep> => s.kind === "plane";

export const WAYS = {
  beside: "beside",
  midway: "half way between",
  turned: "turned from",
  meeting: "through the line of",
  tangent: "touching a cylinder, facing as",
  corners: "through three corners",
  square: "square to an edge",
} as const;

/** Whether a way starts from another plane. */
export const goesFrom = (way: PlaneStep["way"]) => way !== "corners" && way !== "square";
/** A plane in words: by its name, or as a face. */
export function planeWords(plane: Plane, view: PartView): string {
  if (typeof plane === "string") return PLANES[plane];
  if ("step" in plane) return view.steps.find((s) => s.id === plane.step)?.name ?? "a plane";
  if ("through" in plane) return `a plane through an edge, beside ${planeWords(plane.on, view)}`;
  return "on" in plane ? `a plane upright on ${planeWords(plane.on, view)}` : "1 face";
}

/** What has still to be picked, or nothing. */
function lacks(form: PlaneDraft): string {
  switch (form.way) {
    case "midway":
    case "meeting":
      return form.second ? "" : "Click the second flat face, or choose a plane.";
    case "turned":
      return form.edge ? "" : "Click the straight edge it turns about first.";
    case "square":
      return form.edge ? "" : "Click the edge it stands square to first.";
    case "tangent":
      return form.round ? "" : "Click the cylinder that it touches first.";
    case "corners":
      return form.corners.length === 3 ? "" : "Click three corners first.";
    default:
      return "";
  }
}

export function planeCommand(form: PlaneDraft): Command | null {
  if (!form.distance.trim() || !form.angle.trim()) return null;
  if (lacks(form)) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "plane",
      id: form.step ?? "",
      name: "",
      way: form.way,
      plane: form.from,
      ...(form.second ? { second: form.second } : {}),
      ...(form.edge ? { edge: form.edge } : {}),
      ...(form.round ? { round: form.round } : {}),
      ...(form.corners.length > 0 ? { corners: form.corners } : {}),
      distance: form.distance,
      angle: form.angle,
    },
  };
}

/** Begins a plane beside the flat face that is picked, or the top plane. */
export function beginPlane(): void {
  const { view, picks, start } = usePart.getState();
  if (!view) return;
  const faces = picks.filter((p) => p.kind === "face").map((p) => faceOf(view, p));
  const flat = faces.filter((f) => f?.normal).map((f) => faceRef(f!));
  const edge = picks.filter((p) => p.kind === "edge").map((p) => edgeRef(view, p))[0] ?? null;
  start({
    kind: "planing",
    form: {
      step: null,
      way: flat.length > 1 ? "midway" : flat.length === 1 && edge ? "turned" : "beside",
      from: flat[0] ?? "top",
      second: flat[1] ?? null,
      edge,
      round: null,
      corners: [],
      distance: lengthText(view.unit === "in" ? 12.7 : 10, view.unit),
      angle: "45",
      slot: flat.length > 0 ? "second" : "from",
    },
  });
  changePlane({});
}

export function planeOf(step: PlaneStep, view: PartView): PlaneDraft {
  const written = (place: string, plain: string) => view.formulas[`${step.id}/${place}`] ?? plain;
  return {
    step: step.id,
    way: step.way,
    from: step.plane,
    second: step.second ?? null,
    edge: step.edge ?? null,
    round: step.round ?? null,
    corners: step.corners ?? [],
    distance: written("distance", lengthText(step.distance as number, view.unit)),
    angle: written("angle", degrees(step.angle as number).replace("°", "")),
    slot: "from",
  };
}

export function editPlane(step: PlaneStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "planing", form: planeOf(step, view!) });
}

export function changePlane(change: Partial<PlaneDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "planing") return;
  const form = { ...doing.form, ...change };
  if (change.way) {
    form.slot = change.way === "beside" || change.way === "tangent" ? "from" : "second";
    // an angle that makes sense for the way
    if (change.way === "tangent") form.angle = "0";
    if (change.way === "square") form.distance = "0";
  }
  set({ doing: { kind: "planing", form } });
  const command = planeCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** Something was clicked while a plane is made: a face for the slot that waits, an edge to turn about. */
export function planeFrom(found: Pick | null): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "planing" || !view || !found) return;
  const { form } = doing;
  if (found.kind === "edge") {
    const edge = edgeRef(view, found);
    if (edge) changePlane(form.way === "square" ? { edge } : { edge, way: "turned" });
    return;
  }
  if (found.kind === "vertex") {
    const v = view.bodies.find((b) => b.id === found.body)?.vertices.find((x) => x.key === found.key);
    if (!v) return;
    cornerOfPlane(v.key, v.point);
    return;
  }
  const face = faceOf(view, found);
  if (face && form.way === "tangent" && face.surface === "cylinder") {
    changePlane({ round: faceRef(face) });
    return;
  }
  if (!face?.normal) say("A plane is made from flat faces; this isn’t one.", true);
  else if ((form.way === "midway" || form.way === "meeting") && form.slot === "second")
    changePlane({ second: faceRef(face) });
  else changePlane({ from: faceRef(face) });
}

/** A corner, or a point that a step made, was clicked: the plane goes through it. */
export function cornerOfPlane(corner: string, point: [number, number, number]): void {
  const { doing } = usePart.getState();
  if (doing.kind !== "planing") return;
  const others = doing.form.corners.filter((c) => c.corner !== corner).slice(-2);
  changePlane({ way: "corners", corners: [...others, { corner, point }] });
}

export async function applyPlane(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "planing") return;
  const { form } = doing;
  const missing = lacks(form) || "Type a number first.";
  await keepStep(planeCommand(form), missing, form.step);
}
