import { Vector3 } from "three";
import type {
  Command,
  FaceLine,
  PartView,
  Plane,
  ReadyShape,
  ReadyStep,
  Step,
  Vec2,
  Vec3,
} from "../api/types";
import { lengthText, MM } from "../api/numbers";
import { useLookStore } from "../scene/useLook";
import { seenPlane } from "../sketch/plane";
import { keepStep } from "./forming";
import { usePart, type Pick, type PlaceDraft } from "./store";
import { faceOf, faceRef } from "./referring";

export const isReady = (s: Step): s is Extract<Step, ReadyStep> => s.kind === "ready";

export const SHAPES: Record<ReadyShape, string> = {
  box: "a box",
  cylinder: "a cylinder",
  cone: "a cone",
  ball: "a ball",
  ring: "a ring",
};
/** The sizes of each shape with the word that follows the number. */
export const SIZES: Record<ReadyShape, [string, string, number][]> = {
  box: [
    ["width", "wide,", 40],
    ["depth", "deep,", 30],
    ["height", "high", 20],
  ],
  cylinder: [
    ["diameter", "across,", 20],
    ["height", "high", 20],
  ],
  cone: [
    ["bottom", "across below,", 20],
    ["top", "above,", 10],
    ["height", "high", 20],
  ],
  ball: [["diameter", "across", 20]],
  ring: [
    ["diameter", "across its middle,", 30],
    ["thickness", "thick", 8],
  ],
};
export const PLANES = { top: "the top plane", front: "the front plane", side: "the side plane" } as const;

/** The command that the form stands for, or null while something is missing. */
export function placeCommand(form: PlaceDraft): Command | null {
  const sizes = SIZES[form.shape].map(([name]) => [name, form.sizes[name]]);
  if (sizes.some(([, v]) => v.trim() === "") || form.at.some((v) => v.trim() === "")) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "ready",
      id: form.step ?? "",
      name: "",
      shape: form.shape,
      plane: form.plane,
      x: form.at[0],
      y: form.at[1],
      ...Object.fromEntries(sizes),
      flipped: form.flipped,
      mode: form.mode,
    },
  };
}

/** A ready body on the flat face that is picked, or at the origin. */
export function beginPlace(): void {
  const { view, start, picks } = usePart.getState();
  if (!view) return;
  const face = faceOf(view, picks.length === 1 ? picks[0] : null);
  const scale = view.unit === "in" ? 1.27 : 1;
  const sizes = Object.fromEntries(
    Object.values(SIZES)
      .flat()
      .reverse()
      .map(([name, , mm]) => [name, lengthText(mm * scale, view.unit)]),
  );
  const form: PlaceDraft = {
    step: null,
    shape: "box",
    plane: face?.normal ? faceRef(face) : "top",
    at: ["0", "0"],
    sizes,
    flipped: false,
    mode: view.bodies.length === 0 ? "body" : "add",
  };
  start({ kind: "placing", form: face?.normal ? { ...form, at: texts(placeIn(face)) } : form });
  changePlace({});
}

/** A step of the sheet as the form that would make it. */
export function placeOf(step: ReadyStep, view: PartView): PlaceDraft {
  const written = (place: string, mm: number) =>
    view.formulas[`${step.id}/${place}`] ?? lengthText(mm, view.unit);
  const known = step as unknown as Record<string, number>;
  const sizes = Object.fromEntries(
    Object.values(SIZES)
      .flat()
      .map(([name, , mm]) => [name, written(name, known[name] ?? mm)]),
  );
  const at = step.at ?? [0, 0];
  return {
    step: step.id,
    shape: step.shape,
    plane: step.plane,
    at: [written("x", at[0]), written("y", at[1])],
    sizes,
    flipped: step.flipped,
    mode: step.mode,
  };
}

export function editPlaced(step: ReadyStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "placing", form: placeOf(step, view!) });
}

/** Changes the form and shows what it would give. */
export function changePlace(change: Partial<PlaceDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "placing") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "placing", form } });
  const command = placeCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** A plane's own coordinates. */
export interface Standing {
  origin: Vec3;
  x: Vec3;
  y: Vec3;
  /** A click as a place in the plane: just at a corner, else on whole millimetres or sixteenths of an inch. */
  clicked(found: Pick | null, x: number, y: number): Vec2;
}

/** The coordinates that the server lays on a plane: a face's follow the base plane that it looks towards most. */
export function standing(plane: Plane): Standing {
  const at = axes(plane);
  const within = (p: Vec3): Vec2 => {
    const d = new Vector3(...p).sub(new Vector3(...at.origin));
    return [d.dot(new Vector3(...at.x)), d.dot(new Vector3(...at.y))];
  };
  return {
    ...at,
    clicked(found, x, y) {
      const { view } = usePart.getState();
      const corner =
        found?.kind === "vertex"
          ? view!.bodies.find((b) => b.id === found.body)?.vertices.find((v) => v.key === found.key)
          : undefined;
      if (corner) return within(corner.point);
      const grid = view!.unit === "in" ? MM.in / 16 : 1;
      const { look } = useLookStore.getState();
      return seenPlane(look, at)
        .fromPx(x, y)
        .map((c) => Math.round(c / grid) * grid) as Vec2;
    },
  };
}

function axes(plane: Plane): { origin: Vec3; x: Vec3; y: Vec3 } {
  if (plane === "top") return { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] };
  if (plane === "front") return { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 0, 1] };
  if (plane === "side") return { origin: [0, 0, 0], x: [0, 1, 0], y: [0, 0, 1] };
  if ("step" in plane) {
    const made = usePart.getState().view?.planes[plane.step];
    return made ?? axes("top");
  }
  if ("on" in plane) return axes(plane.on);
  const n = new Vector3(...plane.normal);
  const origin = n.clone().multiplyScalar(new Vector3(...plane.point).dot(n));
  const [ax, ay, az] = plane.normal.map(Math.abs);
  const hint =
    az >= ax - 1e-9 && az >= ay - 1e-9
      ? new Vector3(1, 0, 0)
      : ay >= ax - 1e-9
        ? new Vector3(-Math.sign(n.y), 0, 0)
        : new Vector3(0, Math.sign(n.x), 0);
  const x = hint.clone().addScaledVector(n, -hint.dot(n)).normalize();
  const y = n.clone().cross(x);
  return { origin: origin.toArray() as Vec3, x: x.toArray() as Vec3, y: y.toArray() as Vec3 };
}

/** The middle of a flat face in its own coordinates, in whole millimetres. */
export function placeIn(face: FaceLine): Vec2 {
  const at = axes(faceRef(face));
  const d = new Vector3(...face.point).sub(new Vector3(...at.origin));
  return [Math.round(d.dot(new Vector3(...at.x))), Math.round(d.dot(new Vector3(...at.y)))];
}

const texts = ([u, v]: Vec2): [string, string] => {
  const { view } = usePart.getState();
  return [lengthText(u, view!.unit), lengthText(v, view!.unit)];
};

/** A click in the view: onto a flat face, a corner, or the plane it stands on. */
export function placeAt(found: Pick | null, x: number, y: number): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "placing" || !view) return;
  const face = faceOf(view, found);
  if (face && !face.normal) {
    say("It stands on a flat face; this isn\u2019t one.", true);
    return;
  }
  const plane = face ? faceRef(face) : doing.form.plane;
  changePlace({ plane, at: texts(standing(plane).clicked(found, x, y)) });
}

export async function applyPlace(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "placing") return;
  await keepStep(placeCommand(doing.form), "Every size needs a number.", doing.form.step);
}
