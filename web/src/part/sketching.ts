import { Vector3 } from "three";
import type { Plane } from "../api/types";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { bringIn, flatten, lookMoved } from "../sketch/flat";
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
  // a step that was being kept meanwhile is new too
  const made = usePart.getState().view!.steps.find((s) => !had.has(s.id) && s.kind === "sketch");
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
  bringIn(doing.step);
}
