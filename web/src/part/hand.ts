import { type PointerEvent, type RefObject, useRef, useState } from "react";
import type { Hit } from "../api/talk";
import { isSketch } from "../sketch/drawn";
import type { Picking } from "../scene/picking";
import type { Scene } from "../scene/Scene";
import { change } from "../sentence/SheetSentence";
import { enter, focusBack } from "../sentence/machine";
import { hitOf, hittable } from "../sentence/pointing";
import { openStep } from "./actions";
import { remember } from "./looks";
import { newSketch } from "./sketching";
import { snapped } from "./spots";
import { kept, samePick, usePart, type Doing, type Pick } from "./store";

type At = [number, number];
/** From where to where it was drawn, in pixels of the view. */
type Box = [number, number, number, number];
/** What finds what lies in a box. */
type Boxes = { box: Picking["box"] };

/** What in the view a click means something on. */
export const pickable = (doing: Doing): Set<Pick["kind"]> | undefined =>
  doing.kind === "choosing-face"
    ? new Set<Pick["kind"]>(["face"])
    : doing.kind === "sketching"
      ? new Set()
      : doing.kind === "writing"
        ? hittable(doing.answer)
        : undefined;

/**
 * What was clicked, taken as what is being done has it.
 *
 * @param pointed whether it was clicked at its place; by keys a face stands for its centre
 */
export function take(found: Pick | null, place: At, more: boolean, pointed = true): void {
  // as it is now, which a key just before may have changed
  const { doing, view, picks, set, start, say } = usePart.getState();
  if (doing.kind === "sketching") return;
  const face = view?.bodies.find((b) => b.id === found?.body)?.faces.find((f) => f.key === found?.key);
  if (doing.kind === "choosing-face") {
    const moved = view?.steps.find((s) => s.id === doing.sketch);
    if (face?.normal && moved && isSketch(moved)) {
      start({ kind: "looking" });
      void change(moved, "plane", { hit: hitOf(found, place) });
    } else if (face?.normal) void newSketch({ face: face.key, point: face.point, normal: face.out });
    else if (found) say("A sketch lies on a flat face; this isn’t one.", true);
  } else if (doing.kind === "writing") {
    if (found || doing.answer.takes.includes("spot") || doing.answer.placing) {
      const spot: Partial<Hit> | null =
        found?.kind !== "face" ? null : pointed ? snapped(found, place) : { spot: "centre" };
      void enter("", { hit: { ...hitOf(found, place), ...spot } });
    } else focusBack();
  } else {
    set({ pickedAt: place, linked: null });
    if (!found) set({ picks: more ? picks : [] });
    else if (!more) set({ picks: [found] });
    else if (picks.some((p) => samePick(p, found))) set({ picks: picks.filter((p) => !samePick(p, found)) });
    else set({ picks: [...picks, found] });
  }
}

/** Takes what lies in a box: what the open sentence takes; with none open faces, else edges, else regions. */
export function takeBox(picking: Boxes, b: Box, more: boolean): void {
  const { picks, set, doing } = usePart.getState();
  const drawn = drawnIn(b);
  if (doing.kind === "writing") {
    if (doing.answer.takes.includes("region"))
      drawn.forEach((el) => el.dispatchEvent(new MouseEvent("click", { bubbles: true })));
    picking.box(...b, pickable(doing)!).forEach((p) => void enter("", { hit: hitOf(p) }));
    return;
  }
  const regions = drawn.flatMap((el): Pick[] =>
    el.dataset.sketch ? [{ kind: "region", key: el.dataset.key!, body: el.dataset.sketch }] : [],
  );
  const all = [picking.box(...b, new Set(["face"])), picking.box(...b, new Set(["edge"])), regions];
  const found = all.find((some) => some.length > 0) ?? [];
  const others = found.filter((f) => !picks.some((p) => samePick(p, f)));
  set({ picks: more ? [...picks, ...others] : found, pickedAt: [b[2], b[3]], linked: null });
}

/** The hand in the view: turns, moves, points, picks, draws a box round what is meant. */
export function useHand(
  pane: RefObject<HTMLDivElement | null>,
  canvas: RefObject<HTMLCanvasElement | null>,
  scene: RefObject<Scene | null>,
) {
  const grip = useRef<{ x: number; y: number; pan: boolean; from: At; right: boolean } | null>(null);
  const dragged = useRef(false);
  const [box, setBox] = useState<Box | null>(null);
  const [menu, setMenu] = useState<At | null>(null);

  const at = (e: { clientX: number; clientY: number }): At => {
    const b = pane.current!.getBoundingClientRect();
    return [e.clientX - b.left, e.clientY - b.top];
  };
  const doing = () => usePart.getState().doing;

  const down = (e: PointerEvent) => {
    const turnButton = localStorage.getItem("tall-ember-turn") === "middle" ? 1 : 2;
    if (e.button === 1 || e.button === 2) {
      e.preventDefault();
      remember();
      pane.current!.setPointerCapture(e.pointerId);
      const flat = doing().kind === "sketching" && !e.ctrlKey;
      const pan = e.button !== turnButton || e.shiftKey || flat;
      grip.current = { x: e.clientX, y: e.clientY, pan, from: [e.clientX, e.clientY], right: e.button === 2 };
    } else if (e.button === 0 && e.target === canvas.current) {
      dragged.current = false;
      const [x, y] = at(e);
      const boxes = doing().kind === "looking" || doing().kind === "writing";
      if (boxes && !scene.current!.picking.at(x, y)) setBox([x, y, x, y]);
    }
  };

  const move = (e: PointerEvent) => {
    const g = grip.current;
    if (g) {
      const [dx, dy] = [e.clientX - g.x, e.clientY - g.y];
      if (g.pan) scene.current!.look.pan(dx, dy);
      else scene.current!.look.orbit(dx, dy);
      grip.current = { ...g, x: e.clientX, y: e.clientY };
      scene.current!.moved();
    } else if (box) {
      const [x, y] = at(e);
      dragged.current = dragged.current || Math.hypot(x - box[0], y - box[1]) > 5;
      setBox([box[0], box[1], x, y]);
    } else if (e.target === canvas.current) {
      const { hover, set } = usePart.getState();
      const found = scene.current!.picking.at(...at(e), pickable(doing()));
      if (found?.key !== hover?.key || found?.kind !== hover?.kind) set({ hover: found, walked: null });
    }
  };

  const up = (e: PointerEvent) => {
    const g = grip.current;
    grip.current = null;
    const still = g && Math.hypot(e.clientX - g.from[0], e.clientY - g.from[1]) < 4;
    if (still && g.right && doing().kind !== "sketching") setMenu(at(e));
    if (box && dragged.current) takeBox(scene.current!.picking, box, e.shiftKey);
    setBox(null);
  };

  const click = (e: React.MouseEvent) => {
    if (e.target !== canvas.current) return;
    if (dragged.current) {
      dragged.current = false;
      return;
    }
    const [place, more] = [at(e), e.shiftKey];
    const take1 = () =>
      scene.current && take(scene.current.picking.at(...place, pickable(doing())), place, more);
    // what is still being kept is part of what is clicked
    if (usePart.getState().saving) void kept().then(take1);
    else take1();
  };

  const open = (e: React.MouseEvent) => {
    if (doing().kind !== "looking" || e.target !== canvas.current) return;
    const { view } = usePart.getState();
    const found = scene.current!.picking.at(...at(e));
    const face = view?.bodies.find((b) => b.id === found?.body)?.faces.find((f) => f.key === found?.key);
    const step = view?.steps.find((s) => s.id === face?.steps[0]);
    if (step) openStep(step);
  };

  /** Also by the keyboard's key for such a list: at what is picked, or in the middle. */
  const context = (e: React.MouseEvent) => {
    e.preventDefault();
    if (e.button !== 2 && doing().kind !== "sketching") {
      const { picks, pickedAt } = usePart.getState();
      const { look } = scene.current!;
      setMenu(picks.length > 0 ? pickedAt : [look.width / 2, look.height / 2]);
    }
  };

  return { box, menu, setMenu, handlers: { down, move, up, click, open, context } };
}

/** The regions and drawn lines of sketches in a box that can be clicked and aren't picked yet. */
function drawnIn([x0, y0, x1, y1]: Box): SVGElement[] {
  const pane = document.querySelector(".view")!.getBoundingClientRect();
  const [left, right] = [Math.min(x0, x1) + pane.left, Math.max(x0, x1) + pane.left];
  const [top, bottom] = [Math.min(y0, y1) + pane.top, Math.max(y0, y1) + pane.top];
  const touching = x1 < x0;
  const all = document.querySelectorAll<SVGElement>(".view [data-region].pickable, .view [data-line]");
  return [...all].filter((el) => {
    const r = el.getBoundingClientRect();
    const inside = r.left >= left && r.right <= right && r.top >= top && r.bottom <= bottom;
    const touched = r.right >= left && r.left <= right && r.bottom >= top && r.top <= bottom;
    return (touching ? touched : inside) && !el.classList.contains("picked");
  });
}
