import type { Step } from "../api/types";
import { VIEWS } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { useSketch } from "../sketch/store";
import { TOOLS } from "../sketch/toolbox";
import { beginBlend, editBlend, isBlend } from "./blending";
import { beginForm, editForm, isForm, isSketch } from "./forming";
import { beginDrill, editDrill, isHole } from "./drilling";
import { beginMould, editMould, isMoulded } from "./moulding";
import { beginPlace, editPlaced, isReady } from "./placing";
import { beginBodies, editBodies, isCombine, isMirror, isMove } from "./bodies";
import { beginMark, editMark, isMark } from "./marking";
import { beginPlane, editPlane, isPlane } from "./planing";
import { beginRepeat, editRepeat, isRepeat } from "./repeating";
import { beginRib, editRib, isRib } from "./ribbing";
import { beginSplit, editSplit, isSplit } from "./splitting";
import { finishSketch, flatten, lookMoved, newSketch, openSketch } from "./sketching";
import { faceRef } from "./referring";
import { usePart } from "./store";
import { beginWall, editWall, isWall } from "./walling";

/** Something that can be done, with the reason when it can't be now. */
export interface Action {
  name: string;
  hint: string;
  key?: string;
  why?: string;
  run(): void;
}

export const STAGES = [
  { n: 1, name: "Sketch", hint: "Draw flat, then tie it down" },
  { n: 2, name: "Form", hint: "Give the part its bulk" },
  { n: 3, name: "Wall", hint: "Lean it, hollow it, stiffen it" },
  { n: 4, name: "Edge", hint: "Break and round the edges" },
  { n: 5, name: "Hole", hint: "Bore, sink and tap" },
  { n: 6, name: "Repeat", hint: "Make it again elsewhere" },
  { n: 8, name: "Release", hint: "Hand the part over" },
];

/** The flat face picked in the view, if that is all that is picked. */
function pickedFace() {
  const { picks, view } = usePart.getState();
  if (picks.length !== 1 || picks[0].kind !== "face") return null;
  const face = view?.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key);
  return face?.normal ? face : null;
}

export function startOnFace(): void {
  const face = pickedFace();
  if (face) void newSketch(faceRef(face));
  else usePart.getState().start({ kind: "choosing-face" });
}

/** What the shelf of a stage offers, in the order of its keys. */
export function shelfActions(stage: number): Action[] {
  const { view } = usePart.getState();
  const solid = (view?.bodies.length ?? 0) > 0;
  if (stage === 1) {
    return [
      { name: "On the top plane", hint: "Seen from above", key: "q", run: () => void newSketch("top") },
      {
        name: "On the front plane",
        hint: "Seen from the front",
        key: "w",
        run: () => void newSketch("front"),
      },
      { name: "On the side plane", hint: "Seen from the right", key: "e", run: () => void newSketch("side") },
      {
        name: "On a flat face",
        hint: "Pick it in the view",
        key: "r",
        why: solid ? undefined : "There is no body with a face yet.",
        run: startOnFace,
      },
      { name: "Make a plane", hint: "Beside, between or askew", key: "t", run: beginPlane },
      {
        name: "Make an axis",
        hint: "Along, through or square",
        key: "a",
        run: () => beginMark("along-edge"),
      },
      {
        name: "Make a point",
        hint: "At a place, corner or edge",
        key: "s",
        run: () => beginMark("point-at"),
      },
      ...(view?.steps ?? [])
        .filter((s) => isPlane(s) && view!.planes[s.id])
        .map((s) => ({
          name: `On ${s.name}`,
          hint: "A plane of this part",
          run: () => void newSketch({ step: s.id }),
        })),
    ];
  }
  if (stage === 2) {
    const all = Object.values(view?.sketches ?? {});
    const closed = all.some((s) => s.regions.length > 0);
    const drawn = closed || all.some((s) => s.lines.length > 0);
    return [
      {
        name: "Extrude",
        hint: "Pull a region out of its plane",
        key: "q",
        why: drawn ? undefined : "There is no closed region yet. Draw one in a sketch first.",
        run: () => beginForm("extrude"),
      },
      {
        name: "Revolve",
        hint: "Turn a region about a line",
        key: "w",
        why: closed ? undefined : "There is no closed region yet. Draw one in a sketch first.",
        run: () => beginForm("revolve"),
      },
      { name: "Ready body", hint: "Box, cylinder, cone, ball, ring", key: "e", run: () => beginPlace() },
      {
        name: "Split",
        hint: "Cut bodies apart along a plane or face",
        key: "r",
        why: solid ? undefined : "There is no body to split yet.",
        run: () => beginSplit(),
      },
      {
        name: "Combine",
        hint: "Join bodies, or take one from another",
        key: "t",
        why: (view?.bodies.length ?? 0) > 1 ? undefined : "There must be two bodies or more.",
        run: () => beginBodies("combine"),
      },
      {
        name: "Move bodies",
        hint: "Shift, turn or copy them whole",
        key: "a",
        why: solid ? undefined : "There is no body to move yet.",
        run: () => beginBodies("move"),
      },
    ];
  }
  if (stage === 3) {
    const why = solid ? undefined : "There is no body with a face yet.";
    const lines = Object.values(view?.sketches ?? {}).some((s) => s.lines.length > 0);
    const noLine = lines ? undefined : "There is no line yet. Draw one in a sketch first.";
    return [
      { name: "Draft", hint: "Lean faces to the pull", key: "q", why, run: () => beginWall("draft") },
      { name: "Shell", hint: "Hollow a body to walls", key: "w", why, run: () => beginWall("shell") },
      {
        name: "Rib",
        hint: "From drawn lines to the walls",
        key: "e",
        why: why ?? noLine,
        run: beginRib,
      },
      {
        name: "Move faces",
        hint: "Outward, inward, or thicker",
        key: "r",
        why,
        run: () => beginWall("move"),
      },
      {
        name: "Take out faces",
        hint: "Neighbours close the gap",
        key: "t",
        why,
        run: () => beginWall("remove"),
      },
      {
        name: "Replace a face",
        hint: "By the shape of another",
        key: "a",
        why,
        run: () => beginWall("replace"),
      },
      {
        name: "Divide faces",
        hint: "Along sketches or a plane",
        key: "s",
        why,
        run: () => beginWall("divide"),
      },
      { name: "Screw post", hint: "With its hole and gussets", key: "d", why, run: () => beginMould("post") },
      { name: "Cantilever clip", hint: "An arm with a hook", key: "f", why, run: () => beginMould("clip") },
      { name: "Mating rim", hint: "A lip, or its recess", key: "g", why, run: () => beginMould("rim") },
      { name: "Slot field", hint: "Rows of slots", key: "z", why, run: () => beginMould("slots") },
    ];
  }
  if (stage === 4) {
    const why = solid ? undefined : "There is no body with an edge yet.";
    return [
      { name: "Round", hint: "One radius along edges", key: "q", why, run: () => beginBlend(false) },
      { name: "Bevel", hint: "A flat cut along edges", key: "w", why, run: () => beginBlend(true) },
    ];
  }
  if (stage === 5) {
    const why = solid ? undefined : "There is no body to drill yet.";
    return [{ name: "Hole", hint: "Plain, counterbored or countersunk", key: "q", why, run: beginDrill }];
  }
  if (stage === 6) {
    const why = solid ? undefined : "There is nothing to repeat yet.";
    return [
      {
        name: "In a row",
        hint: "Along an axis, evenly spaced",
        key: "q",
        why,
        run: () => beginRepeat("row"),
      },
      {
        name: "Round an axis",
        hint: "All round, or by an angle",
        key: "w",
        why,
        run: () => beginRepeat("round"),
      },
      {
        name: "Along a line",
        hint: "Of a sketch, turning with it or not",
        key: "e",
        why,
        run: () => beginRepeat("path"),
      },
      {
        name: "Mirror steps",
        hint: "What steps made, with their blends",
        key: "r",
        why,
        run: () => beginRepeat("mirror"),
      },
      {
        name: "Mirror bodies",
        hint: "Whole bodies, in a plane or face",
        key: "t",
        why,
        run: () => beginBodies("mirror"),
      },
    ];
  }
  const why = solid ? undefined : "There is no body to hand over yet.";
  return [
    { name: "STEP", hint: "Exact solids, in mm", key: "q", why, run: () => download("step") },
    { name: "STL", hint: "A closed mesh, in mm", key: "w", why, run: () => download("stl") },
    { name: "Part file", hint: "Everything, to open again", key: "e", run: () => download("file") },
    ...["", ...(view?.variants ?? []).map((v) => v.name)]
      .filter(() => (view?.variants ?? []).length > 0)
      .map((v) => ({
        name: `STEP of ${v || "the part itself"}`,
        hint: v ? "As this variant has it" : "Without any variant",
        why,
        run: () => download("step", v),
      })),
  ];
}

/** @param variant as which the part is handed over; as it is shown when there is none */
export function download(what: "step" | "stl" | "file" | "values", variant?: string): void {
  const { view } = usePart.getState();
  const a = document.createElement("a");
  const as = variant === undefined ? "" : `?variant=${encodeURIComponent(variant)}`;
  a.href = `/api/parts/${view!.id}/${what}${as}`;
  a.download = "";
  document.body.append(a);
  a.click();
  a.remove();
}

export function lookFrom(name: string): void {
  const { look } = useLookStore.getState();
  look.face(VIEWS[name].toEye, VIEWS[name].up);
  fit();
}

export function fit(): void {
  const { view, preview, doing } = usePart.getState();
  const { look } = useLookStore.getState();
  if (doing.kind === "sketching") return flatten(doing.step);
  const part = preview ?? view;
  if (part?.min && part.max) {
    look.fit(part.min, part.max);
  } else {
    const all = Object.values(part?.sketches ?? {});
    look.middle.set(0, 0, 0);
    look.scale = all.length > 0 ? Math.min(look.scale, 5) : 5;
  }
  lookMoved();
}

/** Everything that "Do anything" finds. */
export function everything(): Action[] {
  const { view, shift, doing, set, start } = usePart.getState();
  if (!view) return [];
  const sketching = doing.kind === "sketching";
  const leaveFirst = sketching ? "Finish the sketch first." : undefined;
  const out: Action[] = [];
  if (sketching) {
    for (const t of TOOLS) {
      out.push({
        name: t.name,
        hint: `draw · ${t.hint}`,
        key: t.key,
        run: () => useSketch.getState().choose(t.id),
      });
    }
    out.push({ name: "Finish sketch", hint: "sketch", run: finishSketch });
  }
  for (const s of STAGES) {
    for (const a of shelfActions(s.n)) {
      out.push({
        ...a,
        key: undefined,
        name: s.n === 1 ? `Sketch ${a.name.toLowerCase()}` : a.name,
        hint: `${s.name} · ${a.hint}`,
        why: a.why ?? leaveFirst,
      });
    }
  }
  for (const s of view.steps) {
    out.push({
      name: `Change ${s.name}`,
      hint: "step",
      why: leaveFirst,
      run: () => openStep(s),
    });
  }
  for (const name of Object.keys(VIEWS)) {
    out.push({ name: `Look from ${name.toLowerCase()}`, hint: "view", run: () => lookFrom(name) });
  }
  out.push({ name: "Fit the part into the view", hint: "view", run: fit });
  for (const [display, name] of [
    ["edged", "Shaded with ink edges"],
    ["shaded", "Shaded"],
    ["lines", "Lines only"],
  ] as const) {
    out.push({ name, hint: "view", run: () => set({ display }) });
  }
  out.push({
    name: "Undo",
    hint: view.undo,
    why: view.undo ? undefined : "Nothing to undo.",
    run: () => void shift("undo"),
  });
  out.push({
    name: "Redo",
    hint: view.redo,
    why: view.redo ? undefined : "Nothing to redo.",
    run: () => void shift("redo"),
  });
  out.push({ name: "All parts", hint: "home", run: () => (start({ kind: "looking" }), goHome()) });
  return out;
}

/** Opens a step of the sheet where it is changed. */
export function openStep(s: Step): void {
  if (isSketch(s)) openSketch(s.id);
  else if (isForm(s)) editForm(s);
  else if (isBlend(s)) editBlend(s);
  else if (isReady(s)) editPlaced(s);
  else if (isMoulded(s)) editMould(s);
  else if (isSplit(s)) editSplit(s);
  else if (isHole(s)) editDrill(s);
  else if (isRepeat(s)) editRepeat(s);
  else if (isWall(s)) editWall(s);
  else if (isRib(s)) editRib(s);
  else if (isPlane(s)) editPlane(s);
  else if (isMark(s)) editMark(s);
  else if (isMirror(s) || isCombine(s) || isMove(s)) editBodies(s);
}

export function goHome(): void {
  history.pushState(null, "", "/");
  dispatchEvent(new PopStateEvent("popstate"));
}
