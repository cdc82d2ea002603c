import type { Vec2, Vec3 } from "../api/types";
import { usePart } from "../part/store";
import { useLookStore } from "../scene/useLook";
import { isSketch } from "./drawn";
import { Model } from "./model";
import { seenPlane } from "./plane";

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

/** Where a sketch lies in the view; nothing when it is empty or not built. */
function extent(id: string): { x: number[]; y: number[] } | null {
  const { view } = usePart.getState();
  const placed = view?.sketches[id];
  const step = view?.steps.find((s) => s.id === id);
  const bounds = step && isSketch(step) ? new Model(step).bounds() : null;
  if (!placed || !bounds) return null;
  const { toPx } = seenPlane(useLookStore.getState().look, placed);
  const [[a, b], [c, d]] = bounds;
  const corners = (
    [
      [a, b],
      [c, b],
      [c, d],
      [a, d],
    ] as Vec2[]
  ).map(toPx);
  return { x: corners.map((p) => p[0]), y: corners.map((p) => p[1]) };
}

const EDGE = 48;

function outside({ x, y }: { x: number[]; y: number[] }): boolean {
  const { look } = useLookStore.getState();
  return (
    Math.min(...x, ...y) < EDGE || Math.max(...x) > look.width - EDGE || Math.max(...y) > look.height - EDGE
  );
}

/**
 * Fits the open sketch anew when something of it has come to lie outside the view; once it has a size, also when it has
 * become so small that it can't be worked on.
 */
export function refit(id: string): void {
  const { view } = usePart.getState();
  const at = extent(id);
  const step = view?.steps.find((s) => s.id === id);
  if (!at || !step || !isSketch(step)) return;
  const { look } = useLookStore.getState();
  const size = Math.max(Math.max(...at.x) - Math.min(...at.x), Math.max(...at.y) - Math.min(...at.y));
  const sized = step.constraints.some((c) => c.value !== undefined);
  if (outside(at) || (sized && size < 0.12 * Math.min(look.width, look.height))) flatten(id);
}

/** Brings a sketch into the view as it is looked at, when it lies outside. */
export function bringIn(id: string): void {
  const at = extent(id);
  if (!at || !outside(at)) return;
  const { look } = useLookStore.getState();
  const [x0, x1] = [Math.min(...at.x), Math.max(...at.x)];
  const [y0, y1] = [Math.min(...at.y), Math.max(...at.y)];
  look.middle.copy(look.fromScreen((x0 + x1) / 2, (y0 + y1) / 2));
  const fits = Math.min((0.8 * look.width) / (x1 - x0 || 1), (0.8 * look.height) / (y1 - y0 || 1));
  if (fits < 1) look.scale *= fits;
  lookMoved();
}

let moved: () => void = () => {};
export const onLookMoved = (f: () => void) => {
  moved = f;
};
export const lookMoved = () => moved();
