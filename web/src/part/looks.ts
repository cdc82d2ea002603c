import { Vector3 } from "three";
import { useLookStore } from "../scene/useLook";
import { flatten, lookMoved } from "../sketch/flat";
import { usePart } from "./store";

/** How the part was looked at. */
interface Seen {
  middle: Vector3;
  turn: ReturnType<typeof now>["turn"];
  scale: number;
}

const now = () => useLookStore.getState().look;

const seen = (): Seen => ({ middle: now().middle.clone(), turn: now().turn.clone(), scale: now().scale });

let before: Seen[] = [];
const MOST = 30;

/** Keeps how the part is looked at, before that changes at a stroke. */
export function remember(): void {
  const last = before[before.length - 1];
  const s = seen();
  if (last && last.scale === s.scale && last.middle.equals(s.middle) && last.turn.equals(s.turn)) return;
  before = [...before.slice(1 - MOST), s];
}

/** Looks again as before the last such change. */
export function lookBack(): void {
  const here = seen();
  let to = before.pop();
  if (to && to.scale === here.scale && to.middle.equals(here.middle) && to.turn.equals(here.turn))
    to = before.pop();
  if (!to) return usePart.getState().say("There is no earlier view to go back to.");
  const look = now();
  look.middle.copy(to.middle);
  look.turn.copy(to.turn);
  look.scale = to.scale;
  lookMoved();
}

/** Looks straight at the open sketch, or at the face that is picked or under the pointer. */
export function lookStraight(): void {
  const { view, doing, picks, hover, say } = usePart.getState();
  if (doing.kind === "sketching") {
    remember();
    return flatten(doing.step);
  }
  const at = [...picks, ...(hover ? [hover] : [])].find((p) => p.kind === "face");
  const face = view?.bodies.find((b) => b.id === at?.body)?.faces.find((f) => f.key === at?.key);
  if (!face) return say("Point at a face, or pick it, to look straight at it.");
  remember();
  const look = now();
  const up = Math.abs(face.out[2]) > 0.9 ? look.up() : new Vector3(0, 0, 1);
  look.face(face.out, [up.x, up.y, up.z]);
  look.middle.set(...face.point);
  lookMoved();
}
