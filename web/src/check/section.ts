import { Vector3 } from "three";
import { create } from "zustand";
import { api, wentOn } from "../api/client";
import type { Section, Vec3 } from "../api/types";
import { useLookStore } from "../scene/useLook";
import { usePart } from "../part/store";

/** One of the planes that cut the part open; what lies beyond it along its normal is taken away. */
export interface Cut {
  /** A base plane, or a flat face that was picked. */
  of: "top" | "front" | "side" | "face";
  base: { origin: Vec3; normal: Vec3 };
  /** How far along the base's normal it lies, in mm. */
  at: number;
  flipped: boolean;
}

export const BASES: Record<"top" | "front" | "side", Vec3> = {
  top: [0, 0, 1],
  front: [0, -1, 0],
  side: [1, 0, 0],
};

interface Opened {
  cuts: Cut[];
  /** The cuts as they last were, to be opened again by a key. */
  last: Cut[];
  /** What is laid open, when the hand is still. */
  answer: Section | null;
}

export const useSection = create<Opened>(() => ({ cuts: [], last: [], answer: null }));

/** The planes as points and normals to the side that is taken away. */
export const planes = (cuts: Cut[]): { origin: Vec3; normal: Vec3 }[] =>
  cuts.map((c) => {
    const n = new Vector3(...c.base.normal);
    const origin = new Vector3(...c.base.origin).addScaledVector(n, c.at);
    if (c.flipped) n.negate();
    return { origin: origin.toArray() as Vec3, normal: n.toArray() as Vec3 };
  });

/** In the middle of the part, across the way in which it is looked at. */
export function cutOf(of: "top" | "front" | "side"): Cut {
  const { view } = usePart.getState();
  const normal = BASES[of];
  const n = new Vector3(...normal);
  const eye = useLookStore.getState().look.toEye();
  const middle =
    view?.min && view.max
      ? new Vector3(...view.min)
          .add(new Vector3(...view.max))
          .multiplyScalar(0.5)
          .dot(n)
      : 0;
  const at = Math.round(middle * 1000) / 1000;
  return { of, base: { origin: [0, 0, 0], normal }, at: at || 0, flipped: n.dot(eye) < 0 };
}

/** The base plane that faces the viewer most, leaving out some. */
function facing(but: string[]): "top" | "front" | "side" {
  const eye = useLookStore.getState().look.toEye();
  const square = (b: "top" | "front" | "side") => Math.abs(new Vector3(...BASES[b]).dot(eye));
  return (["front", "side", "top"] as const)
    .filter((b) => !but.includes(b))
    .reduce((a, b) => (square(b) > square(a) + 0.05 ? b : a));
}

/** The flat face that is picked, as a plane just under it. */
export function faceCut(): Cut | null {
  const { picks, view } = usePart.getState();
  const pick = picks.length === 1 && picks[0].kind === "face" ? picks[0] : null;
  const face = view?.bodies.find((b) => b.id === pick?.body)?.faces.find((f) => f.key === pick?.key);
  if (!face?.normal) return null;
  return { of: "face", base: { origin: face.point, normal: face.out }, at: -1, flipped: false };
}

export function setCuts(cuts: Cut[]): void {
  useSection.setState((s) => ({ cuts, last: cuts.length > 0 ? cuts : s.last, answer: null }));
  ask();
}

export const changeCut = (i: number, by: Partial<Cut>): void =>
  setCuts(useSection.getState().cuts.map((c, k) => (k === i ? { ...c, ...by } : c)));

export function addCut(): void {
  const { cuts } = useSection.getState();
  if (cuts.length < 3) setCuts([...cuts, cutOf(facing(cuts.map((c) => c.of)))]);
}

/** Cuts the part open, by a picked face or else across the look; or closes it again. */
export function toggleSection(): void {
  const { cuts, last } = useSection.getState();
  if (cuts.length > 0) setCuts([]);
  else if (last.length > 0) setCuts(last);
  else openSection();
}

export function openSection(): void {
  setCuts([faceCut() ?? cutOf(facing([]))]);
}

let waiting: ReturnType<typeof setTimeout> | undefined;
let asked = 0;

/** Asks what is laid open once the hand has been still for a moment. */
export function ask(): void {
  clearTimeout(waiting);
  const mine = ++asked;
  const { cuts } = useSection.getState();
  if (cuts.length === 0) return;
  waiting = setTimeout(() => {
    const { view } = usePart.getState();
    if (!view) return;
    api.section(view.id, view.revision, planes(cuts)).then(
      (answer) => mine === asked && useSection.setState({ answer }),
      wentOn, // it is asked again for what comes then
    );
  }, 40);
}
