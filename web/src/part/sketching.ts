import { Vector3 } from "three";
import type { Plane, Vec3 } from "../api/types";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { useSketch } from "../sketch/store";
import { isSketch } from "../sketch/drawn";
import { usePart } from "./store";

let before: { middle: Vector3; turn: Look["turn"]; scale: number } | null = null;

/** Puts a new sketch on a plane and opens it. */
export async function newSketch(plane: Plane): Promise<void> {
  const { send, view } = usePart.getState();
  const had = new Set(view?.steps.map((s) => s.id));
  const step = { kind: "sketch", id: "", name: "", plane, entities: [], constraints: [] };
  if (!(await send({ do: "add-step", step }))) return;
  const made = usePart.getState().view!.steps.find((s) => !had.has(s.id));
  if (made) openSketch(made.id);
}

/** Opens a sketch of the sheet: the view turns flat onto it. */
export function openSketch(id: string): void {
  const { view, start, say } = usePart.getState();
  const placed = view?.sketches[id];
  const step = view?.steps.find((s) => s.id === id);
  if (!placed || !step || !isSketch(step)) {
    say(
      step?.message ||
        "This sketch isn’t built where the work line stands. Move the work line below it first.",
      true,
    );
    return;
  }
  const { look } = useLookStore.getState();
  before = { middle: look.middle.clone(), turn: look.turn.clone(), scale: look.scale };
  start({ kind: "sketching", step: id });
  useSketch.getState().choose(step.entities.length === 0 ? "line" : "select");
  flatten(id);
}

/** Turns the view flat onto the open sketch and fits it. */
export function flatten(id: string): void {
  const { view } = usePart.getState();
  const placed = view?.sketches[id];
  const step = view?.steps.find((s) => s.id === id);
  if (!placed || !step || !isSketch(step)) return;
  const { look } = useLookStore.getState();
  look.face(placed.z, placed.y);
  const bounds = new Model(step).bounds();
  const box: Vec3[] = bounds
    ? bounds.map(([u, v]) => placed.origin.map((o, i) => o + u * placed.x[i] + v * placed.y[i]) as Vec3)
    : [placed.origin];
  if (view!.min && view!.max) box.push(view!.min, view!.max);
  const min = [0, 1, 2].map((i) => Math.min(...box.map((b) => b[i]))) as Vec3;
  const max = [0, 1, 2].map((i) => Math.max(...box.map((b) => b[i]))) as Vec3;
  if (min.every((m, i) => max[i] - m < 1e-6)) {
    look.middle.set(...placed.origin);
    look.scale = (view!.unit === "in" ? 0.25 : 1) * 5;
  } else {
    look.fit(min, max);
    look.scale *= 0.92;
  }
  lookMoved();
}

/** Fits the open sketch anew when something of it has come to lie outside the view. */
export function refit(id: string): void {
  const { view } = usePart.getState();
  const placed = view?.sketches[id];
  const step = view?.steps.find((s) => s.id === id);
  const bounds = step && isSketch(step) ? new Model(step).bounds() : null;
  if (!placed || !bounds) return;
  const { look } = useLookStore.getState();
  const { toPx } = seenPlane(look, placed);
  const outside = bounds.some((p) => {
    const [x, y] = toPx(p);
    return x < 24 || y < 24 || x > look.width - 24 || y > look.height - 24;
  });
  if (outside) flatten(id);
}

let moved: () => void = () => {};
export const onLookMoved = (f: () => void) => {
  moved = f;
};
export const lookMoved = () => moved();

export function finishSketch(): void {
  const { doing, start, view } = usePart.getState();
  if (doing.kind !== "sketching") return;
  useSketch.getState().choose("select");
  useSketch.getState().set({ picks: [], hover: null, moved: null });
  start({ kind: "looking" });
  const { look } = useLookStore.getState();
  if (before && view?.bodies.length) {
    look.middle.copy(before.middle);
    look.turn.copy(before.turn);
    look.scale = before.scale;
  } else {
    look.face([0.55, -0.75, 0.6], [0, 0, 1]);
  }
  before = null;
  usePart.getState().set({ stage: 2 });
  lookMoved();
}
