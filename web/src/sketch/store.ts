import { create } from "zustand";
import type { ConstraintKind, SketchStep, Vec2 } from "../api/types";
import { lengthText } from "../api/numbers";
import { isSketch } from "./drawn";
import { usePart } from "../part/store";
import { measured } from "./dimensions";
import { refit } from "./flat";
import { Draft } from "./draft";
import { dimensionsFor, fitting } from "./holds";
import { Model, type Moved } from "./model";
import type { Snap } from "./snap";
import { infoOf, ON_PICKS, TOOLS, type Group, type ToolId } from "./toolbox";
import { ArcTool, CentreArcTool, TangentArcTool } from "./tools/arc";
import { BoxTool, CentreBoxTool, SlantBoxTool } from "./tools/box";
import { CircleTool, ThreeCircleTool } from "./tools/circle";
import { EllipseTool } from "./tools/ellipse";
import { LineTool } from "./tools/line";
import { PointTool } from "./tools/point";
import { PolygonTool } from "./tools/polygon";
import { SlotTool } from "./tools/slot";
import { SplineTool } from "./tools/spline";
import { TextTool } from "./tools/text";
import { fieldsOf } from "../frame/fields";
import { complaint, type Drawing, type Tool } from "./tools/tool";

/** A dimension about to be given. */
export interface Sizing {
  on: string[];
  kinds: ConstraintKind[];
  kind: ConstraintKind;
  text: string;
}

/** A number that a tool waits for, at a place of the sketch. */
export interface Ask {
  at: Vec2;
  label: string;
  start: string;
  done: (text: string) => Promise<void>;
}

/** An outline file that was chosen and waits to be taken. */
export interface OutlineFile {
  name: string;
  svg: string;
  unit: string;
  tolerance: string;
  /** What of it comes in and what doesn't, once that is known. */
  finds: string;
}

interface SketchStore {
  toolId: ToolId;
  /** The way in which each tool that has several works. */
  way: Partial<Record<ToolId, string>>;
  /** The tools shown in the shelf. */
  group: Group;
  tool: Tool | null;
  turn: number;
  field: number;
  snap: Snap | null;
  hover: string | null;
  picks: string[];
  moved: Moved | null;
  sizing: Sizing | null;
  editing: string | null;
  /** What a tool that takes several clicks was given so far. */
  clicked: { id: string; at: Vec2 }[];
  ask: Ask | null;
  box: { from: Vec2; to: Vec2 } | null;
  /** What the text tool writes. */
  words: { text: string; height: string };
  outline: OutlineFile | null;
  choose(id: ToolId): void;
  /** Goes to the next way of the tool in hand; false when it has none. */
  nextWay(): boolean;
  setWay(way: string): void;
  set(part: Partial<SketchStore>): void;
  /** A click in the plane; null is Enter, for a tool that has no last click. */
  click(s: Snap | null): void;
  /** Turns the line tool between straight and tangent, once what was clicked is drawn; goes to the arc where that can't be. */
  bend(): void;
  type(text: string): void;
  /** Adds something to what is picked, or takes it out again; alone, it is all that is picked. */
  pick(id: string, alone: boolean): void;
  size(id: string | null): void;
  sizeAs(kind: ConstraintKind): void;
  applySize(text: string): Promise<void>;
  hold(kind: ConstraintKind): void;
  erase(): void;
  construction(): void;
  back(): boolean;
}

/** Tools that do something at once instead of being taken in hand; who knows how puts them in. */
export const atOnce = new Map<ToolId, () => void>();

let clicks: Promise<unknown> = Promise.resolve();

export const currentSketch = (): SketchStep | null => {
  const { doing, view } = usePart.getState();
  if (doing.kind !== "sketching") return null;
  const step = view?.steps.find((s) => s.id === doing.step);
  return step && isSketch(step) ? step : null;
};

function drawing(): Drawing | null {
  const step = currentSketch();
  return step ? { model: new Model(step), unit: usePart.getState().view!.unit } : null;
}

/** The drawing tool of a kind, working in a way. */
function made(id: ToolId, way: string | undefined): Tool | null {
  switch (id) {
    case "line":
      return new LineTool();
    case "box":
      return way === "centre" ? new CentreBoxTool() : way === "askew" ? new SlantBoxTool() : new BoxTool();
    case "circle":
      return way === "three" || way === "touching"
        ? new ThreeCircleTool(way === "touching")
        : new CircleTool();
    case "arc":
      return way === "centre"
        ? new CentreArcTool()
        : way === "tangent"
          ? new TangentArcTool()
          : new ArcTool();
    case "slot":
      return new SlotTool();
    case "polygon":
      return new PolygonTool();
    case "ellipse":
      return new EllipseTool();
    case "spline":
      return new SplineTool();
    case "point":
      return new PointTool();
    case "text":
      return new TextTool(() => useSketch.getState().words);
    default:
      return null;
  }
}

export const useSketch = create<SketchStore>((set, get) => ({
  toolId: "select",
  way: Object.fromEntries(TOOLS.filter((t) => t.ways).map((t) => [t.id, t.ways![0].id])),
  group: "Draw",
  tool: null,
  turn: 0,
  field: 0,
  snap: null,
  hover: null,
  picks: [],
  moved: null,
  sizing: null,
  editing: null,
  clicked: [],
  ask: null,
  box: null,
  words: { text: "", height: "" },
  outline: null,

  choose(id) {
    const info = infoOf(id);
    const onPicks = ON_PICKS.includes(id);
    const d = drawing();
    const picks = id === "dimension" || onPicks ? get().picks : [];
    if (onPicks && !picks.some((p) => d?.model.curves().some((c) => c.id === p))) {
      if (get().toolId !== "select") get().choose("select");
      usePart
        .getState()
        .say(`Pick the curves first: ${info!.name.toLowerCase()} works on what is picked.`, true);
      return;
    }
    const act = atOnce.get(id);
    if (act) return act();
    if (id === "text" && get().words.height === "") {
      const unit = usePart.getState().view!.unit;
      set({ words: { text: "Text", height: lengthText(unit === "in" ? 6.35 : 6, unit) } });
    }
    set({
      clicked: [],
      ask: null,
      toolId: id,
      tool: made(id, get().way[id]),
      group: info?.group ?? get().group,
      field: 0,
      snap: null,
      picks,
      sizing: null,
      editing: null,
    });
    if (id === "dimension" && d && dimensionsFor(d.model, picks).length > 0) get().size(null);
  },

  nextWay() {
    const { toolId, way, setWay } = get();
    const ways = infoOf(toolId)?.ways;
    if (!ways) return false;
    setWay(ways[(ways.findIndex((w) => w.id === way[toolId]) + 1) % ways.length].id);
    return true;
  },

  setWay(way) {
    const { toolId } = get();
    set((s) => ({ way: { ...s.way, [toolId]: way } }));
    if (made(toolId, way)) get().choose(toolId);
    else set({ clicked: [], ask: null });
  },

  set,

  click(s) {
    clicks = clicks.then(async () => {
      const d = drawing();
      const { tool } = get();
      const step = currentSketch();
      if (!d || !tool || !step) return;
      const wrong = tool.fields.map(complaint).find((c) => c !== "");
      if (wrong) return usePart.getState().say(wrong, true);
      const draft = s ? tool.click(s, d) : (tool.finish?.(d) ?? null);
      set((x) => ({ turn: x.turn + 1, field: 0 }));
      if (draft) {
        if (await usePart.getState().send(draft.command(step.id))) refit(step.id);
        else tool.back();
      }
      set((x) => ({ turn: x.turn + 1 }));
    });
  },

  bend() {
    clicks = clicks.then(() => {
      const { tool } = get();
      const d = drawing();
      if (tool instanceof LineTool && d && tool.bend(d)) set((x) => ({ turn: x.turn + 1, field: 0 }));
      else get().choose("arc");
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

  pick(id, alone) {
    set(({ picks }) => ({
      picks: alone ? [id] : picks.includes(id) ? picks.filter((p) => p !== id) : [...picks, id],
    }));
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
    if (!(await usePart.getState().send(draft.command(step.id)))) return;
    set({ sizing: null, picks: [] });
    refit(step.id);
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
    if (s.outline) set({ outline: null });
    else if (s.editing) set({ editing: null });
    else if (s.ask) set({ ask: null, clicked: s.clicked.slice(0, -1) });
    else if (s.clicked.length > 0) set({ clicked: s.clicked.slice(0, -1) });
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

/** Who shows the tool in hand names its turn too: a tool changes within. */
export const useSketchOf = fieldsOf(useSketch);
