import { Vector3 } from "three";
import { lengthText } from "../api/numbers";
import type { Answer, Hit, Ref, Slot } from "../api/talk";
import type { PartView, Vec3 } from "../api/types";
import { usePart, type Pick } from "../part/store";
import { heldPlace, useLock } from "../scene/lock";
import { useLookStore } from "../scene/useLook";

/** How far before the part the ray of a click begins, in mm. */
const BEFORE = 20000;

/** What was picked, as the server reads clicks; with the ray through a pixel when it was clicked there. */
export function hitOf(pick: Pick | null, at?: [number, number]): Hit {
  const { view, preview } = usePart.getState();
  if (pick?.kind === "region") {
    const r = view?.sketches[pick.body]?.regions.find((x) => x.boundary.join() === pick.key);
    return {
      what: "region",
      of: pick.body,
      key: "",
      ref: r && { boundary: r.boundary, inside: r.inside },
    };
  }
  const hit: Hit = {
    what: pick ? (pick.kind === "vertex" ? "corner" : pick.kind) : "nothing",
    of: pick?.body ?? "",
    key: pick?.key ?? "",
  };
  for (const part of [preview, view]) {
    const body = part?.bodies.find((b) => b.id === pick?.body);
    const found =
      pick?.kind === "vertex"
        ? body?.vertices.find((v) => v.key === pick.key)
        : pick?.kind === "edge"
          ? body?.edges.find((e) => e.key === pick.key)
          : undefined;
    if (found) hit.point = found.point;
  }
  if (at) {
    const { look } = useLookStore.getState();
    const eye = look.toEye();
    const from = look.fromScreen(...at).addScaledVector(eye, BEFORE);
    const { doing } = usePart.getState();
    if (!pick && doing.kind === "writing" && doing.answer.placing) {
      hit.what = "place";
      hit.point = heldPlace(look, useLock.getState().lock, doing.answer.placing, at) ?? undefined;
    }
    hit.ray = { from: from.toArray() as Vec3, way: new Vector3().sub(eye).toArray() as Vec3 };
  }
  return hit;
}

/** What in the view can be hit for a sentence. */
export function hittable(answer: Answer): Set<Pick["kind"]> {
  const out = new Set<Pick["kind"]>();
  for (const what of answer.takes) {
    if (what === "face" || what === "edge") out.add(what);
    else if (what === "corner") out.add("vertex");
    else if (what === "body") out.add("face");
  }
  return out;
}

/** What a slot holds, as far as it is to be seen. */
export function seen(slot: Slot, view: PartView): Pick[] {
  return [...(slot.held ?? []), ...(slot.reached ?? [])].flatMap((ref) => seenOf(ref, slot.as, view));
}

/** One of the things that a slot holds. */
export const seenOf = (ref: Ref, as: Slot["as"], view: PartView): Pick[] =>
  view.bodies.flatMap((b) => ofBody(ref, as, b));

/** What something is called. */
export function calledOf(p: Pick, view: PartView): string {
  if (p.kind === "region") return `region of ${view.steps.find((s) => s.id === p.body)?.name ?? "a sketch"}`;
  if (p.kind === "step") return view.steps.find((s) => s.id === p.key)?.name ?? "step";
  const body = view.bodies.find((b) => b.id === p.body);
  if (p.kind === "body") return body?.called ?? "body";
  const found: { key: string; called?: string }[] =
    p.kind === "face" ? (body?.faces ?? []) : p.kind === "edge" ? (body?.edges ?? []) : [];
  const corner = p.kind === "vertex" ? body?.vertices.find((v) => v.key === p.key) : undefined;
  const at = corner?.point.map((mm) => lengthText(Math.round(mm * 1000) / 1000, view.unit)).join(" · ");
  if (p.kind === "vertex") return at ? `corner at ${at}` : "corner";
  const words = found.find((x) => x.key === p.key)?.called ?? p.kind;
  // steps stand in it by their ids
  return words.replace(/\{(\w+)\}/g, (_, id: string) => view.steps.find((s) => s.id === id)?.name ?? id);
}

function ofBody(ref: Ref, as: Slot["as"], b: PartView["bodies"][number]): Pick[] {
  if (typeof ref === "string") {
    const whole = as === "body" && ref === b.id;
    return b.faces
      .filter((f) => whole || (as === "step" && f.steps[0] === ref))
      .map((f) => ({ kind: "face", key: f.key, body: b.id }));
  }
  if (typeof ref.face === "string") return [{ kind: "face", key: ref.face, body: b.id }];
  if (typeof ref.edge === "string") return [{ kind: "edge", key: ref.edge, body: b.id }];
  return typeof ref.corner === "string" ? [{ kind: "vertex", key: ref.corner, body: b.id }] : [];
}

/** All that an open sentence holds. */
export const allSeen = (answer: Answer, view: PartView): Pick[] =>
  Object.values(answer.slots).flatMap((s) => seen(s, view));

/** The first slot for which something of sketches can be clicked. */
export const sketchSlot = (
  answer: Answer | null,
  what: "region" | "line" | "curve" | "point",
): Slot | undefined => (answer ? Object.values(answer.slots).find((s) => s.what?.includes(what)) : undefined);
