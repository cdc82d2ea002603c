import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Command, Entity, PartView, Vec2 } from "../api/types";
import { usePart } from "../part/store";
import { Dragger } from "./drag";
import { editClick, placeClick } from "./edits";
import { useSketch } from "./store";

vi.mock("../api/client", () => ({ api: {}, Refused: class extends Error {} }));
vi.mock("./flat", () => ({ refit: vi.fn(), flatten: vi.fn(), lookMoved: vi.fn() }));

const entities: Entity[] = [
  { kind: "point", id: "p1", x: 0, y: 0 },
  { kind: "point", id: "p2", x: 40, y: 0 },
  { kind: "line", id: "c1", start: "p1", end: "p2" },
  { kind: "point", id: "p3", x: 40, y: 30 },
  { kind: "line", id: "c2", start: "p2", end: "p3" },
  { kind: "line", id: "c3", start: "p1", end: "p3", construction: true },
];
const underlay = { at: [10, 20], width: 100, height: 50, strength: 0.5 };

let sent: Command[] = [];
let accepts = true;
const settle = () => new Promise((r) => setTimeout(r));
const inHand = () => useSketch.getState().toolId;
const said = () => usePart.getState().notice?.text;

async function answer(text: string): Promise<void> {
  await useSketch.getState().ask!.done(text);
  await settle();
}

beforeEach(() => {
  sent = [];
  accepts = true;
  const step = {
    kind: "sketch",
    id: "s1",
    name: "Outline",
    status: "built",
    entities,
    constraints: [],
    underlay,
  };
  usePart.setState({
    view: { id: 1, unit: "mm", workLine: 1, steps: [step], sketches: {}, bodies: [] } as unknown as PartView,
    doing: { kind: "sketching", step: "s1" },
    notice: null,
    send: async (c) => {
      sent.push(c);
      return accepts;
    },
  });
  useSketch.setState({ picks: [], clicked: [], ask: null, tool: null, toolId: "select" });
});

describe("what is there is changed by clicks", () => {
  const take = (toolId: string) => useSketch.setState({ toolId: toolId as never });

  it("at the place that was clicked, and only on curves", () => {
    for (const tool of ["trim", "extend", "split"]) {
      take(tool);
      editClick("p1", [0, 0]);
      editClick(null, [3, 3]);
      editClick("c1", [12, 0]);
    }
    expect(sent).toEqual(
      ["trim", "extend", "split"].map((w) => ({ do: w, curve: "c1", at: [12, 0], id: "s1" })),
    );
  });

  it("joins a first and a second, the first staying when it is refused", async () => {
    take("join");
    accepts = false;
    editClick("c1", [5, 0]);
    editClick("c2", [40, 5]);
    await settle();
    expect(useSketch.getState().clicked).toHaveLength(1);
    accepts = true;
    editClick("c2", [40, 5]);
    await settle();
    expect(sent.at(-1)).toEqual({ do: "join", first: "c1", second: "c2", id: "s1" });
    expect(useSketch.getState().clicked).toEqual([]);
  });

  it("rounds a corner point by a number, which is offered for the next", async () => {
    take("round");
    editClick("c1", [20, 0]);
    expect(said()).toBe("Click the corner point itself.");
    editClick("p2", [40, 0]);
    expect(useSketch.getState().ask).toMatchObject({ at: [40, 0], label: "radius" });
    await answer("4");
    expect(sent).toEqual([{ do: "round-corner", point: "p2", radius: "4", id: "s1" }]);
    expect([useSketch.getState().ask, inHand()]).toEqual([null, "round"]);
    editClick("p3", [40, 30]);
    expect(useSketch.getState().ask!.start).toBe("4");
    accepts = false;
    await answer("400");
    expect(useSketch.getState().ask).not.toBeNull();
  });

  it("divides and repeats by whole numbers only", async () => {
    take("divide");
    editClick("c1", [20, 0]);
    await answer("2.5");
    expect([said(), sent]).toEqual(["Dividing needs a whole number, or a length with its unit.", []]);
    await answer("4");
    expect(sent).toEqual([{ do: "divide", curve: "c1", parts: 4, id: "s1" }]);
    editClick("c1", [20, 0]);
    await answer("12 mm");
    expect(sent.pop()).toEqual({ do: "divide", curve: "c1", length: "12 mm", id: "s1" });
    useSketch.setState({ picks: ["c1", "p1"], ask: null });
    take("around");
    editClick("p3", [40, 30]);
    await answer("5");
    expect(sent[1]).toEqual({ do: "repeat-round", curves: ["c1"], centre: "p3", count: 5, id: "s1" });
    expect(inHand()).toBe("select");
  });

  it("leaves construction lines behind when drawn ones are picked too", async () => {
    take("offset");
    useSketch.setState({ picks: ["c1", "c3"], way: { offset: "rounded" } });
    editClick(null, [20, 9]);
    await answer("2");
    useSketch.setState({ picks: ["c3"], toolId: "offset", way: { offset: "sharp" } });
    editClick(null, [20, 9]);
    await answer("2");
    expect(sent.map((c) => [c.curves, c.round, c.side])).toEqual([
      [["c1"], true, [20, 9]],
      [["c3"], false, [20, 9]],
    ]);
  });

  it("mirrors what is picked about the curve clicked, which isn't mirrored itself", async () => {
    take("mirror");
    useSketch.setState({ picks: ["c1", "c2"] });
    editClick("c2", [40, 9]);
    await settle();
    expect(sent).toEqual([{ do: "mirror", curves: ["c1"], about: "c2", id: "s1" }]);
  });

  it("lays a tangent line or arc between two curves, near where they were clicked", async () => {
    take("touch-line");
    editClick("x-axis", [1, 0]);
    expect(said()).toBe("Click a curve of the sketch.");
    for (const tool of ["touch-line", "touch-arc"]) {
      take(tool);
      editClick("c1", [5, 0]);
      editClick("c2", [40, 9]);
      await settle();
    }
    await answer("7");
    const common = { first: "c1", nearFirst: [5, 0], second: "c2", nearSecond: [40, 9], id: "s1" };
    expect(sent).toEqual([
      { do: "tangent-line", ...common },
      { do: "tangent-arc", ...common, radius: "7" },
    ]);
  });
});

describe("what goes by places", () => {
  it("repeats along from one place to another; a third click begins anew", async () => {
    useSketch.setState({ toolId: "along", picks: ["c1"] });
    placeClick([1, 1]);
    placeClick([9, 4]);
    expect(useSketch.getState().ask!.label).toBe("how many");
    placeClick([2, 2]);
    expect(useSketch.getState().ask).toBeNull();
    placeClick([12, 2]);
    await answer("3");
    expect(sent).toEqual([{ do: "repeat-along", curves: ["c1"], step: [10, 0], count: 3, id: "s1" }]);
  });

  it("makes a picture as large as a length on it really is, its first place staying", async () => {
    useSketch.setState({ toolId: "scale" });
    placeClick([0, 0]);
    placeClick([20, 0]);
    await answer("wide");
    expect([said(), sent]).toEqual(["Type the length in numbers, with its unit if it is another one.", []]);
    await answer("5 cm");
    expect(sent).toEqual([
      {
        do: "set-underlay",
        underlay: { ...underlay, at: [25, 50], width: 250, height: 125 },
        id: "s1",
      },
    ]);
  });
});

describe("pulling", () => {
  class Wire {
    static readonly OPEN = 1;
    static last: Wire;
    readyState = 0;
    sent: Record<string, unknown>[] = [];
    onopen = () => {};
    onmessage: (m: { data: string }) => void = () => {};
    close = vi.fn();
    constructor() {
      Wire.last = this;
    }
    send(text: string) {
      this.sent.push(JSON.parse(text));
    }
    open() {
      this.readyState = 1;
      this.onopen();
    }
    answer(x: number, more: object = {}) {
      this.onmessage({ data: JSON.stringify({ points: { p1: [x, 0] }, radii: {}, ...more }) });
    }
  }
  beforeEach(() => vi.stubGlobal("WebSocket", Wire));
  afterEach(() => vi.unstubAllGlobals());
  const to = (x: number): Vec2 => [x, 0];

  it("asks one question at a time, and only for where the hand is now", async () => {
    const seen: number[] = [];
    const drag = new Dragger(1, "s1", (m) => seen.push((m.points as Record<string, Vec2>).p1[0]));
    drag.pull("p1", to(0), to(1));
    expect(Wire.last.sent).toEqual([]);
    Wire.last.open();
    for (const x of [2, 3, 4]) drag.pull("p1", to(0), to(x));
    Wire.last.answer(1);
    expect(Wire.last.sent).toMatchObject([
      { take: 1, step: "s1" },
      { to: [1, 0], turn: 1 },
      { to: [4, 0], turn: 2 },
    ]);
    const ended = drag.end();
    Wire.last.answer(4);
    expect((await ended)!.points).toEqual({ p1: [4, 0] });
    expect(seen).toEqual([1, 4]);
    expect(Wire.last.close).toHaveBeenCalled();
  });

  it("that is refused leaves what stood, and goes on", async () => {
    const drag = new Dragger(1, "s1", () => {});
    Wire.last.open();
    drag.pull("p1", to(0), to(1));
    Wire.last.answer(1);
    drag.pull("p1", to(0), to(90));
    Wire.last.answer(90, { sentence: "It is fixed." });
    expect((await drag.end())!.points).toEqual({ p1: [1, 0] });
  });
});
