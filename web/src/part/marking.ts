import type { Command, MarkStep, MarkWay, PartView, Plane, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { usePart, type MarkDraft, type Pick } from "./store";
import { faceRef } from "./referring";

export const isMark = (s: Step): s is Extract<Step, MarkStep> => s.kind === "axis" || s.kind === "point";

export const MARK_WAYS: Record<MarkWay, string> = {
  "along-edge": "Axis along an edge",
  "of-face": "Axis of a round face",
  "where-planes-meet": "Axis where planes meet,",
  "through-corners": "Axis through two corners",
  square: "Axis square to",
  "point-at": "Point at",
  "point-on-corner": "Point on a corner",
  "point-on-edge": "Point at the centre of an edge",
  "point-in-plane": "Point where an edge goes through",
};

export const MARK_HINTS: Record<MarkWay, string> = {
  "along-edge": "Click a straight edge, or a round one for its axis",
  "of-face": "Click a cylinder, cone or ring",
  "where-planes-meet": "Click the second flat face, or choose planes",
  "through-corners": "Click two corners, or points of this part",
  square: "Click a corner, and choose the plane or click a flat face",
  "point-at": "Type the coordinates",
  "point-on-corner": "Click a corner",
  "point-on-edge": "Click a round edge for its centre, another for its middle",
  "point-in-plane": "Click a straight edge, and choose the plane or click a flat face",
};

export const byPlane = (w: MarkWay) => w === "where-planes-meet" || w === "square" || w === "point-in-plane";
export const byEdge = (w: MarkWay) => w === "along-edge" || w === "point-on-edge" || w === "point-in-plane";
export const corners = (w: MarkWay) =>
  w === "through-corners" ? 2 : w === "square" || w === "point-on-corner" ? 1 : 0;

/** The command that the form stands for, or null while something is missing. */
export function markCommand(form: MarkDraft): Command | null {
  const { way } = form;
  if (byEdge(way) && !form.edge) return null;
  if (way === "of-face" && !form.round) return null;
  if (way === "where-planes-meet" && !form.second) return null;
  if (form.corners.length < corners(way)) return null;
  const [x, y, z] = form.at;
  if (way === "point-at" && form.at.some((t) => t.trim() === "")) return null;
  const used = form.corners.slice(-Math.max(1, corners(way)));
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: way.startsWith("point") ? "point" : "axis",
      id: form.step ?? "",
      name: "",
      way,
      plane: form.from,
      ...(way === "where-planes-meet" ? { second: form.second } : {}),
      ...(byEdge(way) ? { edge: form.edge } : {}),
      ...(way === "of-face" ? { round: form.round } : {}),
      ...(corners(way) > 0 ? { corners: used } : {}),
      x: way === "point-at" ? x : "0",
      y: way === "point-at" ? y : "0",
      z: way === "point-at" ? z : "0",
    },
  };
}

/** Begins an axis or a point by what is picked. */
export function beginMark(way: MarkWay): void {
  const { view, picks, start } = usePart.getState();
  if (!view) return;
  const form: MarkDraft = {
    step: null,
    way,
    from: "top",
    second: null,
    edge: null,
    round: null,
    corners: [],
    at: ["0", "0", "0"],
    slot: "from",
  };
  start({ kind: "marking", form });
  picks.forEach(markClick);
  changeMark({});
}

export function markOf(step: MarkStep, view: PartView): MarkDraft {
  const text = (p: "x" | "y" | "z") =>
    view.formulas[`${step.id}/${p}`] ?? lengthText(step[p] as number, view.unit);
  return {
    step: step.id,
    way: step.way,
    from: step.plane,
    second: step.second ?? null,
    edge: step.edge ?? null,
    round: step.round ?? null,
    corners: step.corners ?? [],
    at: [text("x"), text("y"), text("z")],
    slot: "from",
  };
}

export function editMark(step: MarkStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "marking", form: markOf(step, view!) });
}

export function changeMark(change: Partial<MarkDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "marking") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "marking", form } });
  const command = markCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** Something was clicked while an axis or a point is made. */
export function markClick(found: Pick): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "marking" || !view) return;
  const { form } = doing;
  const body = view.bodies.find((b) => b.id === found.body);
  if (found.kind === "vertex") {
    const v = body?.vertices.find((x) => x.key === found.key);
    if (v) markCorner(v.key, v.point);
    return;
  }
  if (found.kind === "edge") {
    const e = body?.edges.find((x) => x.key === found.key);
    if (e)
      changeMark({
        edge: { edge: e.key, point: e.point },
        ...(byEdge(form.way) ? {} : { way: "along-edge" }),
      });
    return;
  }
  const f = body?.faces.find((x) => x.key === found.key);
  if (!f) return;
  const ref = faceRef(f);
  if (form.way === "of-face") changeMark({ round: ref });
  else if (!byPlane(form.way)) say("Click what the sentence asks for.", true);
  else if (!f.normal) say("A plane is a flat face; this isn’t one.", true);
  else if (form.way === "where-planes-meet" && form.slot === "second") changeMark({ second: ref as Plane });
  else changeMark({ from: ref as Plane, slot: "second" });
}

/** A corner, or a point that a step made, was clicked. */
export function markCorner(corner: string, point: [number, number, number]): void {
  const { doing } = usePart.getState();
  if (doing.kind !== "marking") return;
  const n = Math.max(1, corners(doing.form.way));
  const others = doing.form.corners.filter((c) => c.corner !== corner).slice(n === 1 ? 1 : -(n - 1));
  changeMark({
    corners: n === 1 ? [{ corner, point }] : [...others, { corner, point }],
    ...(corners(doing.form.way) === 0 ? { way: "point-on-corner" as const } : {}),
  });
}

export async function applyMark(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "marking") return;
  await keepStep(markCommand(doing.form), `${MARK_HINTS[doing.form.way]} first.`, doing.form.step);
}
