import type { Vec3 } from "../api/types";
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
