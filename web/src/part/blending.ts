import type { BlendStep, Command, EdgeRef, FaceLine, PartView, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { edgesLeft } from "./lost";
import { edgeRef, faceOf, faceRef } from "./referring";
import { usePart, type BlendDraft, type Pick } from "./store";

export const isBlend = (s: Step): s is Extract<Step, BlendStep> => s.kind === "blend";

const nothing = (form: BlendDraft) =>
  form.full
    ? form.faces.length === 0
    : form.against
      ? form.faces.length === 0 || form.against.length === 0
      : form.held?.length === 0 ||
        (form.edges.length === 0 && form.faces.length === 0 && form.whole === "none");
const blank = (text: string | null) => text !== null && text.trim() === "";

/** The command that the form stands for, or null while something is missing. */
export function blendCommand(form: BlendDraft): Command | null {
  const also = form.also.filter((a) => a.edges.length > 0);
  if (nothing(form) || blank(form.size) || blank(form.second) || blank(form.angle)) return null;
  if (also.some((a) => blank(a.size))) return null;
  const places = form.places.map((p) => ({ at: Number(p.at) / 100, size: p.size }));
  if (places.some((p) => blank(p.size) || !(p.at > 0))) return null;
  const kept = form.step ? "change-step" : "add-step";
  if (form.full) {
    const { size, faces } = form;
    const own = { id: form.step ?? "", name: "", bevel: false, full: true, chain: false };
    const sides = form.against?.length ? { against: form.against } : {};
    return { do: kept, step: { kind: "blend", ...own, size, edges: [], faces, ...sides } };
  }
  if (form.held || form.against) {
    const { size, chain, edges, faces } = form;
    const own = { id: form.step ?? "", name: "", bevel: false, chain };
    const run = form.against ? { edges: [], against: form.against } : { edges, held: form.held! };
    return { do: kept, step: { kind: "blend", ...own, size, faces, ...run } };
  }
  return {
    do: kept,
    step: {
      kind: "blend",
      id: form.step ?? "",
      name: "",
      bevel: form.bevel,
      size: form.size,
      ...(form.bevel && form.second !== null ? { second: form.second, flipped: form.flipped } : {}),
      ...(form.bevel && form.angle !== null ? { angle: form.angle, flipped: form.flipped } : {}),
      ...(!form.bevel && form.width ? { width: true } : {}),
      chain: form.chain,
      edges: form.edges,
      ...(form.faces.length > 0 ? { faces: form.faces } : {}),
      ...(form.whole !== "none" ? { whole: form.whole } : {}),
      ...(also.length > 0 ? { also } : {}),
      ...(!form.bevel && places.length > 0 ? { places, turned: form.turned } : {}),
    },
  };
}

/** Begins a round or bevel of the edges and of the faces' edges that are picked in the view. */
export function beginBlend(bevel: boolean): void {
  const { view, picks, start, set } = usePart.getState();
  if (!view) return;
  const edges = picks.flatMap((p) => (p.kind === "edge" ? (edgeRef(view, p) ?? []) : []));
  const faces = picks.flatMap((p) => {
    const face = faceOf(view, p);
    return face ? [faceRef(face)] : [];
  });
  start({
    kind: "blending",
    form: {
      step: null,
      bevel,
      size: lengthText(view.unit === "in" ? 1.5875 : 2, view.unit),
      second: null,
      angle: null,
      flipped: false,
      width: false,
      full: false,
      chain: true,
      edges,
      faces,
      whole: "none",
      also: [],
      places: [],
      turned: false,
      held: null,
      against: null,
      aim: null,
    },
  });
  set({ picks: [] });
  changeBlend({});
}

/** A step of the sheet as the form that would make it. */
export function blendOf(step: BlendStep, view: PartView): BlendDraft {
  const length = (place: string, value: number | string) =>
    view.formulas[`${step.id}/${place}`] ?? lengthText(value as number, view.unit);
  return {
    step: step.id,
    bevel: step.bevel,
    size: length("size", step.size),
    second: step.second ? length("second", step.second) : null,
    angle: step.angle
      ? (view.formulas[`${step.id}/angle`] ?? degrees(step.angle as number).replace("°", ""))
      : null,
    flipped: step.flipped ?? false,
    width: step.width ?? false,
    full: step.full ?? false,
    chain: step.chain,
    edges: step.edges,
    faces: step.faces ?? [],
    whole: step.whole ?? "none",
    also: (step.also ?? []).map((a, i) => ({ size: length(`also${i}`, a.size), edges: a.edges })),
    places: (step.places ?? []).map((p, i) => ({
      at: String(Math.round(p.at * 1e6) / 1e4),
      size: length(`place${i}`, p.size),
    })),
    turned: step.turned ?? false,
    held: step.held ?? null,
    against: step.against ?? null,
    aim: null,
  };
}

export function editBlend(step: BlendStep & Step): void {
  const { view, start } = usePart.getState();
  const form = blendOf(step, view!);
  start({ kind: "blending", form: { ...form, edges: edgesLeft(step, form.edges, view!) } });
}

/** Changes the form and shows what it would give. */
export function changeBlend(change: Partial<BlendDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "blending") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "blending", form } });
  const command = blendCommand(form);
  // with nothing picked, what was changed before is shown as it was before
  tryOut(command ?? (form.step ? { do: "switch-step", id: form.step, off: true } : null));
  if (!command) set({ previewWhy: "" });
}

const toggled = (edges: EdgeRef[], edge: EdgeRef) =>
  edges.some((e) => e.edge === edge.edge) ? edges.filter((e) => e.edge !== edge.edge) : [...edges, edge];

/** An edge or a face was clicked: in or out. */
export function toggleEdge(found: Pick, face: FaceLine | undefined): void {
  const { doing, view, preview, say } = usePart.getState();
  if (doing.kind !== "blending" || !view) return;
  const { form } = doing;
  if (face && (form.aim === null || form.aim === "against")) {
    const ref = faceRef(face);
    const side = form.aim === "against" ? "against" : "faces";
    const picked = form[side] ?? [];
    const rest = picked.filter((f) => f.face !== ref.face);
    // of another face the sides are others
    const anew = form.full && side === "faces" ? { against: null } : {};
    changeBlend({ [side]: rest.length < picked.length ? rest : [...rest, ref], ...anew });
    return;
  }
  if (form.full) return say("Click a face that is to be round from side to side.", true);
  if (form.against) return say("Click faces for the two sides of the round.", true);
  const seen = found.kind === "edge" ? edgeRef(preview ?? view, found) : undefined;
  const own = form.step ?? preview?.steps.find((s) => !view.steps.some((x) => x.id === s.id))?.id;
  const edge = seen && own && new RegExp(`\\b${own}\\.`).test(seen.edge) ? undefined : seen;
  if (!edge) {
    say(
      found.kind === "edge"
        ? "This edge belongs to the blend itself; pick one of the part."
        : form.aim === null
          ? "Click an edge, or a face for all of its edges."
          : form.aim === "held"
            ? "Click the edge on which the round is to end."
            : "Click the edges that get this size.",
      true,
    );
  } else if (form.aim === null) {
    const edges = toggled(form.edges, edge);
    // the next click is for the edge to end on
    const next = form.held?.length === 0 && edges.length === 1;
    changeBlend({ edges, ...(next ? { aim: "held" } : {}) });
  } else if (form.aim === "held") changeBlend({ held: toggled(form.held ?? [], edge) });
  else
    changeBlend({
      also: form.also.map((a, i) => (i === form.aim ? { ...a, edges: toggled(a.edges, edge) } : a)),
    });
}

export async function applyBlend(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "blending") return;
  const { form } = doing;
  const missing = form.full
    ? "Click a face that is to be round from side to side."
    : form.against
      ? "Click faces for both sides of the round."
      : form.held?.length === 0
        ? "Click the edge on which the round is to end."
        : nothing(form)
          ? "Click at least one edge first."
          : "Type a size first.";
  await keepStep(blendCommand(form), missing, form.step);
}

/** What is blended, in words. */
export function whatEdges(form: { edges: unknown[]; faces: unknown[]; whole: BlendDraft["whole"] }): string {
  if (form.whole !== "none") return WHOLES[form.whole];
  const parts = [];
  if (form.edges.length > 0) parts.push(form.edges.length === 1 ? "1 edge" : `${form.edges.length} edges`);
  if (form.faces.length > 0)
    parts.push(form.faces.length === 1 ? "1 face’s edges" : `${form.faces.length} faces’ edges`);
  return parts.join(" and ");
}

/** How the size of a bevel is given. */
export const reach = (form: BlendDraft): keyof typeof REACHES =>
  form.angle !== null ? "angle" : form.second !== null ? "two" : "same";

export const WHOLES = {
  none: "just",
  all: "all edges",
  outer: "all outer edges",
  inner: "all inner edges",
} as const;
export const REACHES = {
  same: "along both faces",
  two: "along one face and",
  angle: "along one face, leaning",
} as const;
export const MEASURES = { radius: "radius", width: "across", changing: "radius at the start" } as const;
export const KINDS = {
  round: "Round",
  bevel: "Bevel",
  full: "Full round",
  held: "Round up to an edge",
  between: "Round between faces",
} as const;

export const kindOf = (b: {
  bevel: boolean;
  full?: boolean;
  held?: unknown[] | null;
  against?: unknown[] | null;
}): keyof typeof KINDS =>
  b.full ? "full" : b.bevel ? "bevel" : b.held ? "held" : b.against ? "between" : "round";

/** What changes in the form when another kind is chosen. */
export const ofKind = (k: keyof typeof KINDS): Partial<BlendDraft> => ({
  bevel: k === "bevel",
  full: k === "full",
  held: k === "held" ? [] : null,
  against: k === "between" ? [] : null,
  ...(k === "held" || k === "between" ? { whole: "none", also: [], places: [] } : {}),
  aim: null,
});
export const CHAINS = { chain: "with edges that smoothly go on", alone: "and no others" } as const;
