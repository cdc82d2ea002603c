import { create } from "zustand";
import type { Command, ConstraintKind, SketchStep, Vec2 } from "../api/types";
import { lengthText } from "../api/numbers";
import { usePart } from "../part/store";
import { measured } from "./dimensions";
import { refit } from "../part/sketching";
import { Draft } from "./draft";
import { dimensionsFor, fitting } from "./holds";
import { Model, sub, type Moved } from "./model";
import type { Snap } from "./snap";
import { ArcTool } from "./tools/arc";
import { BoxTool } from "./tools/box";
import { CircleTool } from "./tools/circle";
import { LineTool } from "./tools/line";
import { PolygonTool } from "./tools/polygon";
import { SlotTool } from "./tools/slot";
import type { Drawing, Tool } from "./tools/tool";

export type ToolId =
  | "select"
  | "line"
  | "box"
  | "circle"
  | "arc"
  | "slot"
  | "polygon"
  | "dimension"
  | "trim"
  | "extend"
  | "round"
  | "bevel"
  | "mirror"
  | "around"
  | "along";

export const TOOLS: { id: ToolId; key: string; name: string; hint: string }[] = [
  { id: "line", key: "q", name: "Line", hint: "Point to point" },
  { id: "box", key: "w", name: "Box", hint: "Corner to corner" },
  { id: "circle", key: "e", name: "Circle", hint: "Centre and edge" },
  { id: "arc", key: "r", name: "Arc", hint: "Ends, then how far it bulges" },
  { id: "slot", key: "t", name: "Slot", hint: "Both centres, then the width" },
  { id: "polygon", key: "a", name: "Polygon", hint: "Centre and a corner" },
  { id: "dimension", key: "s", name: "Dimension", hint: "Give a length or an angle" },
  { id: "trim", key: "d", name: "Trim", hint: "Back to the next crossing" },
  { id: "extend", key: "f", name: "Extend", hint: "An end to the next curve" },
  { id: "round", key: "g", name: "Round corner", hint: "A tangent arc between two lines" },
  { id: "bevel", key: "z", name: "Bevel corner", hint: "A straight cut across" },
  { id: "mirror", key: "x", name: "Mirror", hint: "What is picked, about a line" },
  { id: "around", key: "c", name: "Repeat round", hint: "What is picked, round a point" },
  { id: "along", key: "v", name: "Repeat along", hint: "What is picked, in even steps" },
];

/** What a tool that works on a click says while it waits. */
export const CLICK_HINTS: Partial<Record<ToolId, string>> = {
  trim: "Click the stretch to take away",
  extend: "Click near the end to carry on",
  round: "Click a corner of two lines",
  bevel: "Click a corner of two lines",
  mirror: "Click the line or axis to mirror about",
  around: "Click the point to repeat round",
  along: "Click where one step begins, then where it ends",
};

/** A dimension about to be given. */
export interface Sizing {
  on: string[];
  kinds: ConstraintKind[];
  kind: ConstraintKind;
  text: string;
}

interface SketchStore {
  toolId: ToolId;
  tool: Tool | null;
  turn: number;
  field: number;
  snap: Snap | null;
  hover: string | null;
  picks: string[];
  moved: Moved | null;
  sizing: Sizing | null;
  editing: string | null;
  /** A corner that waits for its radius or distance, or a centre that waits for a count. */
  corner: string | null;
  /** A step of a repeat; with its end it waits for a count. */
  step: { from: Vec2; to: Vec2 | null } | null;
  box: { from: Vec2; to: Vec2 } | null;
  choose(id: ToolId): void;
  set(part: Partial<SketchStore>): void;
  click(s: Snap): void;
  type(text: string): void;
  pick(id: string | null, more: boolean): void;
  size(id: string | null): void;
  sizeAs(kind: ConstraintKind): void;
  applySize(text: string): Promise<void>;
  hold(kind: ConstraintKind): void;
  edit(id: string, at: Vec2): void;
  applyCorner(text: string): Promise<void>;
  stepTo(at: Vec2): void;
  erase(): void;
  construction(): void;
  back(): boolean;
}

/** The radius or distance given last, offered again. */
let lastCorner = "3";
export const cornerOffer = (tool: ToolId) => (tool === "around" || tool === "along" ? "6" : lastCorner);

let clicks: Promise<unknown> = Promise.resolve();

export const currentSketch = (): SketchStep | null => {
  const { doing, view } = usePart.getState();
  if (doing.kind !== "sketching") return null;
  const step = view?.steps.find((s) => s.id === doing.step);
  return step?.kind === "sketch" ? step : null;
};

function drawing(): Drawing | null {
  const step = currentSketch();
  return step ? { model: new Model(step), unit: usePart.getState().view!.unit } : null;
}

export const useSketch = create<SketchStore>((set, get) => ({
  toolId: "select",
  tool: null,
  turn: 0,
  field: 0,
  snap: null,
  hover: null,
  picks: [],
  moved: null,
  sizing: null,
  editing: null,
  corner: null,
  step: null,
  box: null,

  choose(id) {
    const make: Partial<Record<ToolId, () => Tool>> = {
      line: () => new LineTool(),
      box: () => new BoxTool(),
      circle: () => new CircleTool(),
      arc: () => new ArcTool(),
      slot: () => new SlotTool(),
      polygon: () => new PolygonTool(),
    };
    const onPicks = id === "mirror" || id === "around" || id === "along";
    const picks = id === "dimension" || onPicks ? get().picks : [];
    if (onPicks && picks.length === 0) {
      usePart.getState().say(`Pick the curves to ${id === "mirror" ? "mirror" : "repeat"} first.`, true);
      return;
    }
    set({
      corner: null,
      step: null,
      toolId: id,
      tool: make[id]?.() ?? null,
      field: 0,
      snap: null,
      picks,
      sizing: null,
      editing: null,
    });
    const d = drawing();
    if (id === "dimension" && d && dimensionsFor(d.model, picks).length > 0) get().size(null);
  },

  set,

  click(s) {
    clicks = clicks.then(async () => {
      const d = drawing();
      const { tool } = get();
      const step = currentSketch();
      if (!d || !tool || !step) return;
      const draft = tool.click(s, d);
      set((x) => ({ turn: x.turn + 1, field: 0 }));
      if (draft) {
        if (await usePart.getState().send(draft.command(step.id))) refit(step.id);
        else tool.back();
      }
      set((x) => ({ turn: x.turn + 1 }));
    });
  },

  /** One typed character, or "" for the backspace. */
  type(text) {
    const { tool, field } = get();
    if (!tool?.fields[field]) return;
    const old = tool.fields[field].text;
    tool.fields = tool.fields.map((f, i) =>
      i === field ? { ...f, text: text === "" ? old.slice(0, -1) : old + text } : f,
    );
    set((x) => ({ turn: x.turn + 1 }));
  },

  pick(id, more) {
    set((s) => {
      if (id === null) return { picks: more ? s.picks : [] };
      const has = s.picks.includes(id);
      return { picks: more ? (has ? s.picks.filter((p) => p !== id) : [...s.picks, id]) : [id] };
    });
  },

  size(id) {
    const d = drawing();
    if (!d) return;
    const before = get().sizing?.on ?? (id === null ? get().picks : []);
    let on = id === null ? before : [...before.filter((p) => p !== id), id].slice(-2);
    let kinds = dimensionsFor(d.model, on);
    if (kinds.length === 0 && id !== null) {
      on = [id];
      kinds = dimensionsFor(d.model, on);
    }
    if (kinds.length === 0) {
      set({ picks: on, sizing: { on, kinds: [], kind: "distance", text: "" } });
      return;
    }
    set({ picks: on, sizing: { on, kinds, kind: kinds[0], text: measuredText(d, kinds[0], on) } });
  },

  sizeAs(kind) {
    const d = drawing();
    const s = get().sizing;
    if (d && s) set({ sizing: { ...s, kind, text: measuredText(d, kind, s.on) } });
  },

  async applySize(text) {
    const d = drawing();
    const step = currentSketch();
    const s = get().sizing;
    if (!d || !step || !s || s.kinds.length === 0) return;
    const draft = new Draft(d.model);
    draft.size(s.kind, text, ...(fitting(d.model, s.kind, s.on) ?? s.on));
    if (await usePart.getState().send(draft.command(step.id))) set({ sizing: null, picks: [] });
  },

  hold(kind) {
    const d = drawing();
    const step = currentSketch();
    const on = d && fitting(d.model, kind, get().picks);
    if (!d || !step || !on) return;
    const draft = new Draft(d.model);
    draft.hold(kind, ...on);
    set({ picks: [] });
    void usePart.getState().send(draft.command(step.id));
  },

  /** A click on something with a tool that changes what is there. */
  edit(id, at) {
    const { toolId, picks } = get();
    const step = currentSketch();
    const d = drawing();
    if (!step || !d) return;
    const send = usePart.getState().send;
    if (toolId === "trim" || toolId === "extend") {
      void send({ do: toolId, id: step.id, curve: id, at });
    } else if (toolId === "round" || toolId === "bevel") {
      if (d.model.get(id)?.kind === "point") set({ corner: id, picks: [id] });
      else usePart.getState().say("Click the corner point itself.", true);
    } else if (toolId === "around") {
      if (d.model.get(id)?.kind === "point") set({ corner: id });
      else usePart.getState().say("Click a point or the origin to repeat round.", true);
    } else if (toolId === "mirror") {
      const curves = picks.filter((p) => p !== id && d.model.curves().some((c) => c.id === p));
      void send({ do: "mirror", id: step.id, curves, about: id }).then((ok) => ok && get().choose("select"));
    }
  },

  stepTo(at) {
    const { step } = get();
    set({ step: step && !step.to ? { ...step, to: at } : { from: at, to: null } });
  },

  async applyCorner(text) {
    const { toolId, corner, picks, step: way } = get();
    const step = currentSketch();
    const d = drawing();
    if (!step || !d) return;
    if (toolId === "around" || toolId === "along") {
      const count = Number(text);
      if (!Number.isInteger(count)) {
        usePart.getState().say("A repeat needs a whole number of instances.", true);
        return;
      }
      const curves = picks.filter((p) => d.model.curves().some((c) => c.id === p));
      const command: Command =
        toolId === "around"
          ? { do: "repeat-round", id: step.id, curves, centre: corner, count }
          : { do: "repeat-along", id: step.id, curves, step: sub(way!.to!, way!.from), count };
      if (await usePart.getState().send(command)) {
        get().choose("select");
        refit(step.id);
      }
      return;
    }
    if (!corner) return;
    const what =
      toolId === "round" ? { do: "round-corner", radius: text } : { do: "bevel-corner", distance: text };
    if (await usePart.getState().send({ ...what, id: step.id, point: corner })) {
      lastCorner = text;
      set({ corner: null, picks: [] });
    }
  },

  erase() {
    const step = currentSketch();
    const ids = get().picks.filter((id) => id !== "origin" && !id.endsWith("-axis"));
    if (!step || ids.length === 0) return;
    set({ picks: [], hover: null });
    void usePart.getState().send({ do: "erase", id: step.id, ids });
  },

  construction() {
    const d = drawing();
    const step = currentSketch();
    if (!d || !step) return;
    const curves = get()
      .picks.map((id) => d.model.get(id))
      .filter((e) => e && e.kind !== "point");
    if (curves.length === 0) return;
    const on = !curves.every((c) => c!.kind !== "point" && c!.construction);
    void usePart
      .getState()
      .send({ do: "set-construction", id: step.id, curves: curves.map((c) => c!.id), on });
  },

  /** Esc: one level back; false when the sketch itself would be left. */
  back() {
    const s = get();
    if (s.editing) set({ editing: null });
    else if (s.step) set({ step: null });
    else if (s.corner) set({ corner: null, picks: s.toolId === "around" ? s.picks : [] });
    else if (s.sizing) set({ sizing: null, picks: [] });
    else if (s.tool?.back()) set({ turn: s.turn + 1, field: 0 });
    else if (s.toolId !== "select") s.choose("select");
    else if (s.picks.length > 0) set({ picks: [] });
    else return false;
    return true;
  },
}));

function measuredText(d: Drawing, kind: ConstraintKind, on: string[]): string {
  const v = measured(d.model, kind, fitting(d.model, kind, on) ?? on);
  return kind === "angle" ? String(Math.round((v * 180e4) / Math.PI) / 1e4) : lengthText(v, d.unit);
}
