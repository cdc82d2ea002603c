import { create } from "zustand";
import { api, Refused } from "../api/client";
import { type DrawnShape, opened, type Reply } from "../api/replies";
import type { Command, Comparison, PartView, Shape } from "../api/types";
import type { Answer, Filled } from "../api/talk";
import { fieldsOf } from "../frame/fields";

/** Something picked: of a body; of a sketch, whose id stands for the body's; or a step. */
export type Pick = {
  kind: "face" | "edge" | "vertex" | "region" | "body" | "step";
  key: string;
  body: string;
};

export const samePick = (a: Pick, b: Pick) => a.kind === b.kind && a.key === b.key && a.body === b.body;

export type Doing =
  | { kind: "looking" }
  /** For a new sketch, or for one that is laid on another face. */
  | { kind: "choosing-face"; sketch?: string }
  | { kind: "sketching"; step: string }
  /** A step being made or changed, as its sentence stands; the turn tells one opening from another. */
  | { kind: "writing"; answer: Answer; turn: number; followed?: Followed[] };

/** A choice that followed from the last entry, and what it was before. */
export interface Followed {
  at: string;
  was: string;
  said: string;
}

export interface Notice {
  text: string;
  trouble: boolean;
  action?: { label: string; run: () => void };
}

/** Of a preview that is asked for ahead: a refusal changes nothing until it is sure that the command was whole. */
export interface Ahead {
  sure?: boolean;
  refused?: boolean;
}

/** What can be opened above the steps of the build sheet. */
export type Panel = "values" | "variants" | "bodies" | "versions";

export type Display = "shaded" | "edged" | "lines" | "dashed";

interface PartStore {
  view: PartView | null;
  preview: PartView | null;
  previewWhy: string;
  previewMs: number;
  /** The material that would come and go with what is being made. */
  previewChange: { come: Shape[]; gone: Shape[] } | null;
  missing: string;
  shapes: Map<string, DrawnShape>;
  saving: boolean;
  doing: Doing;
  stage: number;
  display: Display;
  picks: Pick[];
  /** Where in the view the last thing was picked, in pixels. */
  pickedAt: [number, number];
  hover: Pick | null;
  /** What was walked to by keys: where it is in the view, and what it is called. */
  walked: { place: [number, number]; called: string } | null;
  litStep: string | null;
  /** The step whose links are shown in the sheet. */
  linked: string | null;
  /** The step that is about to be deleted, once that is confirmed. */
  deleting: string | null;
  /** What is open above the steps. */
  panel: Panel | null;
  /** The sentence that was kept last, to begin the like of it again. */
  last: Filled | null;
  /** What the pointer is over in a sentence, to be lit in the view. */
  pointed: Pick[];
  /** What the part is compared with, and the answer. */
  compared: { other: string; answer: Comparison } | null;
  notice: Notice | null;
  load(id: number): Promise<void>;
  send(command: Command): Promise<boolean>;
  /** Fetches the part as it is now. */
  refetch(): Promise<void>;
  /** Traces something of the part into a sketch. */
  trace(command: Command): Promise<boolean>;
  shift(way: "undo" | "redo"): Promise<void>;
  /** Goes back to a kept version. */
  goBack(version: number): Promise<boolean>;
  /** Shows what has changed since something; null ends it. */
  compare(other: string | null): Promise<void>;
  /** Shows what a command would give. */
  tryOut(command: Command | null, ahead?: Ahead): void;
  /** Gives up what is being tried out; what is shown stays. */
  stay(): void;
  set(part: Partial<PartStore>): void;
  say(text: string, trouble?: boolean, action?: Notice["action"]): void;
  start(doing: Doing): void;
}

const MOST_SHAPES = 2000;
/** So long the hand rests, in ms, before what a preview changes is worked out. */
const RESTED = 150;

let trial: AbortController | null = null;
let trialTimer = 0;
let sending: Promise<unknown> = Promise.resolve();

/** Comes true when all that was asked to be kept has been answered. */
export const kept = (): Promise<unknown> => sending.catch(() => undefined);

function stopTrial(): void {
  trial?.abort();
  trial = null;
  window.clearTimeout(trialTimer);
}

export const usePart = create<PartStore>((set, get) => {
  /** What a reply tells by the views at hand; asked for again, and all of it, when they don't do. */
  async function told(reply: Reply, again: () => Promise<Reply>): Promise<PartView> {
    const { view, preview, shapes } = get();
    let seen = opened(reply, [view, preview], shapes);
    if (!seen) seen = opened(await again(), [], shapes);
    if (!seen) throw new Error("a part lacks its shapes");
    keep(seen);
    return seen;
  }

  const atHand = (): string[] => {
    const { view, preview } = get();
    return [view, preview].flatMap((v) => (v ? [v.token] : []));
  };

  /** Lets go of the oldest shapes that aren't shown. */
  function keep(view: PartView): void {
    const shapes = get().shapes;
    if (shapes.size < MOST_SHAPES) return;
    const shown = new Set<string>();
    for (const v of [view, get().view, get().preview]) {
      for (const b of v?.bodies ?? []) [...b.faces, ...b.edges].forEach((x) => shown.add(x.shape));
    }
    for (const key of shapes.keys()) {
      if (shapes.size < MOST_SHAPES / 2) break;
      if (!shown.has(key)) shapes.delete(key);
    }
  }

  function show(view: PartView) {
    set((s) => ({
      view,
      preview: null,
      previewWhy: "",
      previewChange: null,
      picks: s.picks.filter((p) => stillThere(view, p)),
      hover: null,
      walked: null,
      missing: "",
      saving: false,
    }));
    const compared = get().compared;
    if (compared) void get().compare(compared.other);
    document.title = `${view.name} · Tall Ember`;
  }

  /** Shows what material a preview brings and takes, once the hand has rested a little. */
  async function differ(view: PartView, command: Command, control: AbortController) {
    set({ previewChange: null });
    await new Promise((done) => window.setTimeout(done, RESTED));
    if (trial !== control) return;
    try {
      const { come = [], gone = [] } = await api.difference(view.id, view.revision, command, control.signal);
      if (trial === control && get().preview) set({ previewChange: { come, gone } });
    } catch (e) {
      // the preview is shown all the same
      if (!(e instanceof Refused) && !(e instanceof DOMException)) throw e;
    }
  }

  async function refused(e: unknown, id: number) {
    if (!(e instanceof Refused)) throw e;
    get().say(e.message, true);
    if (e.status === 409) show(await told(await api.part(id), () => api.part(id)));
  }

  /** One request that changes the part at a time, in the order of asking. */
  function inTurn(ask: (view: PartView, seen: string[]) => Promise<Reply>): Promise<boolean> {
    const heard = get().notice;
    const run = async () => {
      const view = get().view;
      if (!view) return false;
      set({ saving: true });
      try {
        show(await told(await ask(view, atHand()), () => api.part(view.id)));
        // what had been said to be wrong is past once a change was accepted
        if (heard?.trouble && get().notice === heard) set({ notice: null });
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
    previewChange: null,
    missing: "",
    shapes: new Map(),
    saving: false,
    doing: { kind: "looking" },
    stage: 1,
    display: "edged",
    picks: [],
    pickedAt: [0, 0],
    hover: null,
    walked: null,
    litStep: null,
    linked: null,
    deleting: null,
    panel: null,
    last: null,
    pointed: [],
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
        show(await told(await api.part(id), () => api.part(id)));
      } catch (e) {
        set({ missing: e instanceof Error ? e.message : "This part can't be shown." });
      }
    },

    send(command) {
      stopTrial();
      return inTurn((view, seen) => api.command(view.id, view.revision, command, seen));
    },

    async refetch() {
      const id = get().view!.id;
      show(await told(await api.part(id), () => api.part(id)));
    },

    trace(command) {
      return inTurn((view, seen) => api.trace(view.id, view.revision, command, seen));
    },

    async shift(way) {
      stopTrial();
      await inTurn((view, seen) => api[way](view.id, view.revision, seen));
    },

    goBack(version) {
      stopTrial();
      return inTurn((view, seen) => api.goBack(view.id, view.revision, version, seen));
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

    stay: stopTrial,

    tryOut(command, ahead) {
      stopTrial();
      if (!command) {
        if (get().preview || get().previewWhy) set({ preview: null, previewWhy: "", previewChange: null });
        return;
      }
      const control = new AbortController();
      trial = control;
      trialTimer = window.setTimeout(async () => {
        await kept(); // a preview follows what is still being kept
        const view = get().view;
        if (!view || trial !== control) return;
        const begin = performance.now();
        try {
          const ask = (seen: string[]) => api.preview(view.id, view.revision, command, seen, control.signal);
          const reply = await ask(atHand());
          if (trial !== control) return;
          const seen = await told(reply, () => ask([]));
          if (trial !== control) return;
          set({ preview: seen, previewWhy: "", previewMs: performance.now() - begin });
          await differ(view, command, control);
        } catch (e) {
          if (!(e instanceof Refused) || trial !== control) return;
          if (ahead && !ahead.sure) ahead.refused = true;
          else set({ preview: null, previewWhy: e.message, previewChange: null });
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
      set({ doing, picks: [], hover: null, walked: null, pointed: [] });
    },
  };
});

function stillThere(view: PartView, p: Pick): boolean {
  if (p.kind === "step") return view.steps.some((s) => s.id === p.key);
  if (p.kind === "region")
    return view.sketches[p.body]?.regions.some((r) => r.boundary.join() === p.key) ?? false;
  const body = view.bodies.find((b) => b.id === p.body);
  if (!body || p.kind === "body") return body !== undefined;
  const list: { key: string }[] =
    p.kind === "face" ? body.faces : p.kind === "edge" ? body.edges : body.vertices;
  return list.some((x) => x.key === p.key);
}

export const usePartOf = fieldsOf(usePart);
