import type { Step, Vec3 } from "../api/types";
import { useDrawing } from "../drawing/drawing";
import { useFindings } from "../check/findings";
import { mapBy } from "../check/maps";
import { openSection } from "../check/section";
import { VIEWS } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { begin, openStep as openSentence } from "../sentence/machine";
import { isSketch } from "../sketch/drawn";
import { flatten, lookMoved } from "../sketch/flat";
import { newSketch, openSketch } from "./sketching";
import { remember } from "./looks";
import { usePart } from "./store";

/** Something that can be done, with the reason when it can't be now. */
export interface Action {
  name: string;
  hint: string;
  key?: string;
  why?: string;
  /** Other words by which it is looked for. */
  also?: string;
  /** The row of the shelf that is being written when its sentence is. */
  offer?: string;
  run(): void;
}

export const STAGES = [
  { n: 1, name: "Sketch", hint: "Draw flat, then tie it down" },
  { n: 2, name: "Form", hint: "Give the part its bulk" },
  { n: 3, name: "Wall", hint: "Lean it, hollow it, stiffen it" },
  { n: 4, name: "Edge", hint: "Break and round the edges" },
  { n: 5, name: "Hole", hint: "Bore, sink and tap" },
  { n: 6, name: "Repeat", hint: "Make it again elsewhere" },
  { n: 7, name: "Check", hint: "Look inside before it goes out" },
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
  if (face) void newSketch({ face: face.key, point: face.point, normal: face.out });
  else usePart.getState().start({ kind: "choosing-face" });
}

/** The keys of a shelf's rows, from the top. */
const KEYS = "qwertasdfgzxcvb";

/** What the core offers on a stage's shelf. */
const offered = (stage: number, keys = KEYS): Action[] =>
  (usePart.getState().view?.offers ?? [])
    .filter((o) => o.stage === stage)
    .map((o, i) => ({
      name: o.label,
      hint: o.hint,
      key: keys[i],
      why: o.why || undefined,
      offer: o.key,
      also: o.also,
      run: () => void begin(o.key),
    }));

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
      ...offered(1, KEYS.slice(4)),
      ...(view?.steps ?? [])
        .filter((s) => view!.planes[s.id])
        .map((s) => ({
          name: `On ${s.name}`,
          hint: "A plane of this part",
          run: () => void newSketch({ step: s.id }),
        })),
    ];
  }
  if (stage === 7)
    return [
      {
        name: "Cut open",
        hint: "Along a plane or a picked face; F6 again",
        also: "section, cross section, clip, inside",
        key: "q",
        why: solid ? undefined : "There is no body to look into yet.",
        run: openSection,
      },
      {
        name: "Judge",
        hint: "Can it be made as it stands?",
        also: "findings, check, wall, draft, undercut, mould, cast, machine, print, bend",
        key: "j",
        why: solid ? undefined : "There is no body to judge yet.",
        run: () => useFindings.setState({ open: true }),
      },
      {
        name: "Thickness",
        hint: "Thin and thick walls, in colours",
        also: "map, wall thickness",
        key: "w",
        why: solid ? undefined : "There is no body to measure yet.",
        run: () => mapBy("wall"),
      },
      {
        name: "Draft",
        hint: "How faces lean against the pull",
        also: "map, lean, taper, mould",
        key: "e",
        why: solid ? undefined : "There is no body to measure yet.",
        run: () => mapBy("lean"),
      },
    ];
  if (stage !== 8) return offered(stage);
  const why = solid ? undefined : "There is no body to hand over yet.";
  return [
    {
      name: "Drawing",
      hint: "Views, sizes and holes on a sheet",
      also: "drawing sheet, views, dimensions, title block, PDF, SVG, print",
      key: "a",
      why: solid ? undefined : "There is no body to draw yet.",
      run: () => useDrawing.setState({ open: true }),
    },
    {
      name: "STEP",
      hint: "Exact solids, in mm",
      also: "export, save",
      key: "q",
      why,
      run: () => download("step"),
    },
    {
      name: "STL",
      hint: "A closed mesh, in mm",
      also: "export, save",
      key: "w",
      why,
      run: () => download("stl"),
    },
    {
      name: "Part file",
      hint: "Everything, to open again",
      also: "export, save",
      key: "e",
      run: () => download("file"),
    },
    {
      name: "3MF",
      hint: "A closed mesh with names and colours",
      also: "export, save, print",
      key: "r",
      why,
      run: () => download("3mf"),
    },
    {
      name: "glTF",
      hint: "To be shown elsewhere, with edges",
      also: "export, save, glb",
      key: "t",
      why,
      run: () => download("gltf"),
    },
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
export function download(
  what: "step" | "stl" | "3mf" | "gltf" | "file" | "values" | "pdf" | "svg",
  variant?: string,
): void {
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
  remember();
  const { look } = useLookStore.getState();
  look.face(VIEWS[name].toEye, VIEWS[name].up);
  fitted();
}

/** Brings everything into the view. */
export function fit(): void {
  remember();
  fitted();
}

function fitted(): void {
  const { view, preview, doing } = usePart.getState();
  const { look } = useLookStore.getState();
  if (doing.kind === "sketching") return flatten(doing.step);
  const part = preview ?? view;
  const ways = Object.values(part?.ways ?? {}).flat();
  const all = part?.min && part.max ? [part.min, part.max, ...ways] : ways;
  if (all.length > 1) {
    const [min, max] = [Math.min, Math.max].map(
      (f) => [0, 1, 2].map((i) => f(...all.map((p) => p[i]))) as Vec3,
    );
    look.fit(min, max);
  } else {
    const drawn = Object.values(part?.sketches ?? {});
    look.middle.set(0, 0, 0);
    look.scale = drawn.length > 0 ? Math.min(look.scale, 5) : 5;
  }
  lookMoved();
}

/** Opens a step of the sheet where it is changed. */
export function openStep(s: Step, at?: string): void {
  if (isSketch(s)) openSketch(s.id);
  else void openSentence(s.id, at);
}

export function goHome(): void {
  history.pushState(null, "", "/");
  dispatchEvent(new PopStateEvent("popstate"));
}
