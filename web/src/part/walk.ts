import { Vector3 } from "three";
import type { PartView } from "../api/types";
import { useLookStore } from "../scene/useLook";
import { calledOf } from "../sentence/pointing";
import { pickable, take } from "./hand";
import { type Pick, samePick, usePart } from "./store";

/** What can be picked without a pointer, in the order in which it is walked: faces, edges, corners, regions, body by body. */
function walkable(view: PartView): Pick[] {
  const { doing } = usePart.getState();
  const kinds = pickable(doing);
  const takes = (k: Pick["kind"]) => !kinds || kinds.has(k);
  const bodies = view.bodies.filter((b) => !view.looks?.[b.id]?.hidden);
  const all = (kind: "face" | "edge" | "vertex", of: "faces" | "edges" | "vertices") =>
    takes(kind) ? bodies.flatMap((b) => b[of].map((x): Pick => ({ kind, key: x.key, body: b.id }))) : [];
  const regions =
    doing.kind === "writing" && doing.answer.takes.includes("region")
      ? Object.entries(view.sketches).flatMap(([id, s]) =>
          s.regions.map((r): Pick => ({ kind: "region", key: r.boundary.join(), body: id })),
        )
      : [];
  return [...regions, ...all("face", "faces"), ...all("edge", "edges"), ...all("vertex", "vertices")];
}

function placeOf(p: Pick, view: PartView): [number, number] {
  const b = view.bodies.find((x) => x.id === p.body);
  const found = [...(b?.faces ?? []), ...(b?.edges ?? []), ...(b?.vertices ?? [])].find(
    (x) => x.key === p.key,
  );
  const { look } = useLookStore.getState();
  return found ? look.toScreen(new Vector3(...found.point)) : [look.width / 2, look.height / 2];
}

/** Goes to the next thing that can be picked, or the one before, lights it and says its name. */
export function walk(by: 1 | -1): void {
  const { view, hover, set, say } = usePart.getState();
  const all = view ? walkable(view) : [];
  if (!view || all.length === 0) return say("There is nothing here that could be picked.");
  const at = hover ? all.findIndex((p) => samePick(p, hover)) : -1;
  const next = all[at < 0 ? (by > 0 ? 0 : all.length - 1) : (at + by + all.length) % all.length];
  set({ hover: next, walked: { place: placeOf(next, view), called: calledOf(next, view) } });
}

/** Picks what was walked to, or takes it out again. */
export function takeWalked(): void {
  const { view, hover, say } = usePart.getState();
  if (!view || !hover) return say("Walk to something first.");
  take(hover, placeOf(hover, view), true, false);
}
