import { create } from "zustand";
import { api, Refused } from "../api/client";
import type {
  Axis,
  Command,
  Comparison,
  CornerRef,
  EdgeRef,
  Extent,
  FaceRef,
  HolePlace,
  HoleStep,
  MarkWay,
  Mode,
  Mouth,
  PartView,
  Plane,
  PlaneStep,
  ReadyShape,
  RegionRef,
  RepeatStep,
  Shape,
  Vec2,
  WallSide,
} from "../api/types";

export type Pick = { kind: "face" | "edge" | "vertex"; key: string; body: string };

/** The extrusion or revolution being written in the work bar. */
export interface FormDraft {
  op: "extrude" | "revolve";
  step: string | null;
  sketch: string | null;
  regions: RegionRef[];
  bothWays: boolean;
  flipped: boolean;
  mode: Mode;
  /** How far an extrusion goes. */
  extent: Extent;
  distance: string;
  lean: Lean;
  taper: string;
  target: FaceRef | null;
  gap: string;
  /** The second of two distances, while there are two. */
  back: string | null;
  /** Whether it starts from the sketch's plane or a face, and from which. */
  starts: "plane" | "face";
  from: FaceRef | null;
  /** Which of the faces the next click in the view gives. */
  aim: "from" | "target";
  /** Solid, or a wall and on which side. */
  made: "solid" | WallSide;
  thickness: string;
  /** What a revolution turns about, and how far. */
  axis: string;
  full: boolean;
  angle: string;
}

/** The rounding or bevelling being written in the work bar. */
export interface BlendDraft {
  step: string | null;
  bevel: boolean;
  size: string;
  /** The second length of a bevel, while it has two. */
  second: string | null;
  flipped: boolean;
  chain: boolean;
  edges: EdgeRef[];
}

/** The ready body being placed. */
export interface PlaceDraft {
  step: string | null;
  shape: ReadyShape;
  plane: Plane;
  at: [string, string];
  sizes: Record<string, string>;
  flipped: boolean;
  mode: Mode;
}

/** The holes being drilled. */
export interface DrillDraft {
  step: string | null;
  mouth: Mouth;
  /** A screw size, or "own". */
  size: string;
  fit: "close" | "normal" | "loose" | "tapped" | "fine";
  diameter: string;
  extent: HoleStep["extent"];
  target: FaceRef | null;
  /** Whether the next face that is clicked is the one up to which the hole goes. */
  aiming: boolean;
  depth: string;
  pointed: boolean;
  /** The angle of the drill's point. */
  point: string;
  head: string;
  headDepth: string;
  sink: string;
  places: HolePlace[];
  /** The first edge that the last place is measured from, while the second is waited for. */
  beside: EdgeRef | null;
}

/** The repeat being written in the work bar. */
export interface RepeatDraft {
  step: string | null;
  steps: string[];
  bodies: string[];
  faces: FaceRef[];
  layout: RepeatStep["layout"];
  axis: Axis;
  /** What the next click in the view gives: something to repeat, an axis, or the plane of a mirror. */
  aim: "what" | "axis" | "axis2" | "plane";
  count: string;
  spacing: string;
  /** Whether the spacing or the angle is that of the first and the last. */
  overall: boolean;
  /** The other direction of a grid, while there is one. */
  second: { axis: Axis; count: string; spacing: string; flipped: boolean } | null;
  full: boolean;
  angle: string;
  /** The line that is followed. */
  path: { sketch: string; line: { boundary: string[]; inside: Vec2 } } | null;
  /** Whether the copies are spread evenly over the line. */
  even: boolean;
  turning: boolean;
  plane: Plane;
  flipped: boolean;
  /** Numbers of the places left out, as typed. */
  skip: string;
}

/** The split being written in the work bar. */
export interface SplitDraft {
  step: string | null;
  plane: Plane | null;
}

/** The shell, draft or moved faces being written in the work bar. */
export interface WallDraft {
  step: string | null;
  op: "shell" | "draft" | "move" | "remove";
  faces: FaceRef[];
  chain: boolean;
  closed: boolean;
  where: "inside" | "outside" | "both";
  thickness: string;
  outside: string;
  groups: { thickness: string; faces: FaceRef[] }[];
  /** Where faces that are clicked go: the faces, a draft's plane, or a group of a shell. */
  slot: "faces" | "neutral" | number;
  neutral: Plane;
  flipped: boolean;
  angle: string;
  distance: string;
}

/** The plane being written in the work bar. */
export interface PlaneDraft {
  step: string | null;
  way: PlaneStep["way"];
  from: Plane;
  second: Plane | null;
  edge: EdgeRef | null;
  round: FaceRef | null;
  corners: CornerRef[];
  distance: string;
  angle: string;
  /** Where a flat face that is clicked goes. */
  slot: "from" | "second";
}

/** The axis or point being written in the work bar. */
export interface MarkDraft {
  step: string | null;
  way: MarkWay;
  from: Plane;
  second: Plane | null;
  edge: EdgeRef | null;
  round: FaceRef | null;
  corners: CornerRef[];
  at: [string, string, string];
  /** Where a flat face that is clicked goes. */
  slot: "from" | "second";
}

/** Bodies being mirrored, combined or moved. */
export interface BodiesDraft {
  step: string | null;
  op: "mirror" | "combine" | "move";
  /** Ids of the bodies meant, the first one first; none for all. */
  bodies: string[];
  /** Whether a click picks a body, a plane to mirror in, or an axis to turn about. */
  aim: "bodies" | "plane" | "axis";
  plane: Plane;
  join: boolean;
  way: "join" | "subtract" | "common";
  by: [string, string, string];
  axis: Axis;
  angle: string;
  copy: boolean;
}

/** The ribs being written in the work bar. */
export interface RibDraft {
  step: string | null;
  sketch: string | null;
  regions: RegionRef[];
  upright: boolean;
  thickness: string;
  side: WallSide;
  atBase: boolean;
  draft: string;
  carriedOn: boolean;
  /** Null for to the next face. */
  depth: string | null;
  flipped: boolean;
}

/** How the sides of an extrusion stand. */
export type Lean = "upright" | "in" | "out";

export type Doing =
  | { kind: "looking" }
  /** For a new sketch, or for one that is laid on another face. */
  | { kind: "choosing-face"; sketch?: string }
  | { kind: "sketching"; step: string }
  | { kind: "blending"; form: BlendDraft }
  | { kind: "placing"; form: PlaceDraft }
  | { kind: "splitting"; form: SplitDraft }
  | { kind: "drilling"; form: DrillDraft }
  | { kind: "repeating"; form: RepeatDraft }
  | { kind: "walling"; form: WallDraft }
  | { kind: "ribbing"; form: RibDraft }
  | { kind: "planing"; form: PlaneDraft }
  | { kind: "bodies"; form: BodiesDraft }
  | { kind: "marking"; form: MarkDraft }
  | { kind: "forming"; form: FormDraft };

export interface Notice {
  text: string;
  trouble: boolean;
  action?: { label: string; run: () => void };
}

/** What can be opened above the steps of the build sheet. */
export type Panel = "values" | "variants" | "bodies" | "versions";

export type Display = "shaded" | "edged" | "lines";

/** What was kept last, to begin the like of it again. */
let last: Doing | null = null;

/** The last operation as a form without its picks, with its last values; null when none was made yet. */
export function lastAgain(): Doing | null {
  if (!last || !("form" in last)) return null;
  const form: Record<string, unknown> = { ...last.form, step: null };
  for (const picks of ["edges", "faces", "places", "steps", "groups", "bodies"])
    if (picks in form) form[picks] = [];
  if (last.kind === "bodies") form.aim = "bodies";
  if (last.kind === "repeating") form.aim = "what";
  if (last.kind === "drilling") Object.assign(form, { aiming: false, beside: null });
  if ("slot" in form) form.slot = last.kind === "planing" ? "from" : "faces";
  if (last.kind === "forming" || last.kind === "ribbing") Object.assign(form, { sketch: null, regions: [] });
  return { kind: last.kind, form } as unknown as Doing;
}

export function rememberLast(doing: Doing): void {
  if ("form" in doing) last = doing;
}

interface PartStore {
  view: PartView | null;
  preview: PartView | null;
  previewWhy: string;
  previewMs: number;
  missing: string;
  shapes: Map<string, Shape>;
  saving: boolean;
  doing: Doing;
  stage: number;
  display: Display;
  picks: Pick[];
  hover: Pick | null;
  litStep: string | null;
  /** The step whose links are shown in the sheet. */
  linked: string | null;
  /** What is open above the steps. */
  panel: Panel | null;
  /** What the part is compared with, and the answer. */
  compared: { other: string; answer: Comparison } | null;
  notice: Notice | null;
  load(id: number): Promise<void>;
  send(command: Command): Promise<boolean>;
  /** Traces something of the part into a sketch. */
  trace(command: Command): Promise<boolean>;
  shift(way: "undo" | "redo"): Promise<void>;
  /** Goes back to a kept version. */
  goBack(version: number): Promise<boolean>;
  /** Shows what has changed since something; null ends it. */
  compare(other: string | null): Promise<void>;
  tryOut(command: Command | null): void;
  set(part: Partial<PartStore>): void;
  say(text: string, trouble?: boolean, action?: Notice["action"]): void;
  start(doing: Doing): void;
}

const MOST_SHAPES = 2000;

let trial: AbortController | null = null;
let trialTimer = 0;
let sending: Promise<unknown> = Promise.resolve();

function stopTrial(): void {
  trial?.abort();
  trial = null;
  window.clearTimeout(trialTimer);
}

export const usePart = create<PartStore>((set, get) => {
  /** Keeps the shapes that came, the newest last, and lets go of the oldest that aren't shown. */
  function keep(view: PartView): void {
    const shapes = get().shapes;
    for (const [key, shape] of Object.entries(view.shapes)) shapes.set(key, shape);
    if (shapes.size < MOST_SHAPES) return;
    const shown = new Set<string>();
    for (const v of [view, get().view]) {
      for (const b of v?.bodies ?? []) [...b.faces, ...b.edges].forEach((x) => shown.add(x.shape));
    }
    for (const key of shapes.keys()) {
      if (shapes.size < MOST_SHAPES / 2) break;
      if (!shown.has(key)) shapes.delete(key);
    }
  }

  function show(view: PartView) {
    keep(view);
    set((s) => ({
      view,
      preview: null,
      previewWhy: "",
      picks: s.picks.filter((p) => stillThere(view, p)),
      hover: null,
      missing: "",
      saving: false,
    }));
    const compared = get().compared;
    if (compared) void get().compare(compared.other);
    document.title = `${view.name} · Tall Ember`;
  }

  async function refused(e: unknown, id: number) {
    if (!(e instanceof Refused)) throw e;
    get().say(e.message, true);
    if (e.status === 409) show(await api.part(id));
  }

  /** One request that changes the part at a time, in the order of asking. */
  function inTurn(ask: (view: PartView, known: string[]) => Promise<PartView>): Promise<boolean> {
    const run = async () => {
      const view = get().view;
      if (!view) return false;
      set({ saving: true });
      try {
        show(await ask(view, [...get().shapes.keys()]));
        return true;
      } catch (e) {
        set({ saving: false, preview: null, previewWhy: "" });
        await refused(e, view.id);
        return false;
      }
    };
    const turn = sending.then(run, run);
    sending = turn;
    return turn;
  }

  return {
    view: null,
    preview: null,
    previewWhy: "",
    previewMs: 0,
    missing: "",
    shapes: new Map(),
    saving: false,
    doing: { kind: "looking" },
    stage: 1,
    display: "edged",
    picks: [],
    hover: null,
    litStep: null,
    linked: null,
    panel: null,
    compared: null,
    notice: null,

    async load(id) {
      set({
        view: null,
        preview: null,
        shapes: new Map(),
        doing: { kind: "looking" },
        picks: [],
        missing: "",
        linked: null,
        compared: null,
      });
      try {
        show(await api.part(id));
      } catch (e) {
        set({ missing: e instanceof Error ? e.message : "This part can't be shown." });
      }
    },

    send(command) {
      stopTrial();
      return inTurn((view, known) => api.command(view.id, view.revision, command, known));
    },

    trace(command) {
      return inTurn((view, known) => api.trace(view.id, view.revision, command, known));
    },

    async shift(way) {
      stopTrial();
      await inTurn((view, known) => api[way](view.id, view.revision, known));
    },

    goBack(version) {
      stopTrial();
      return inTurn((view, known) => api.goBack(view.id, view.revision, version, known));
    },

    async compare(other) {
      const view = get().view;
      if (!other || !view) return set({ compared: null });
      try {
        const answer = await api.compare(view.id, other);
        if (get().view === view) set({ compared: { other, answer } });
      } catch (e) {
        if (!(e instanceof Refused)) throw e;
        get().say(e.message, true);
      }
    },

    tryOut(command) {
      stopTrial();
      if (!command) {
        if (get().preview || get().previewWhy) set({ preview: null, previewWhy: "" });
        return;
      }
      trialTimer = window.setTimeout(async () => {
        const view = get().view;
        if (!view) return;
        const control = new AbortController();
        trial = control;
        const begin = performance.now();
        try {
          const seen = await api.preview(
            view.id,
            view.revision,
            command,
            [...get().shapes.keys()],
            control.signal,
          );
          if (trial !== control) return;
          keep(seen);
          set({ preview: seen, previewWhy: "", previewMs: performance.now() - begin });
        } catch (e) {
          if (e instanceof Refused && trial === control) set({ preview: null, previewWhy: e.message });
        }
      }, 10);
    },

    set,

    say(text, trouble = false, action) {
      const notice = { text, trouble, action };
      set({ notice });
      window.setTimeout(
        () => {
          if (get().notice === notice) set({ notice: null });
        },
        action ? 12000 : 8000,
      );
    },

    start(doing) {
      get().tryOut(null);
      set({ doing, picks: [], hover: null });
    },
  };
});

function stillThere(view: PartView, p: Pick): boolean {
  const body = view.bodies.find((b) => b.id === p.body);
  if (!body) return false;
  const list: { key: string }[] =
    p.kind === "face" ? body.faces : p.kind === "edge" ? body.edges : body.vertices;
  return list.some((x) => x.key === p.key);
}
