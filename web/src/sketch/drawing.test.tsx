import { act, cleanup, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Command, Entity, PartView, PlacedSketch, Vec2 } from "../api/types";
import { partKey } from "../part/keys";
import { usePart } from "../part/store";
import { Draft } from "./draft";
import { Model } from "./model";
import { PointerTags } from "./PointerTags";
import { SketchBar } from "./SketchBar";
import type { Snap } from "./snap";
import { useSketch } from "./store";
import { CentreArcTool, TangentArcTool } from "./tools/arc";
import { LineTool } from "./tools/line";
import { TextTool } from "./tools/text";
import { complaint } from "./tools/tool";
import { ThreeCircleTool } from "./tools/circle";

vi.mock("../api/client", () => ({ api: {}, Refused: class extends Error {} }));
vi.mock("./flat", () => ({ refit: vi.fn(), flatten: vi.fn(), lookMoved: vi.fn() }));

const entities: Entity[] = [
  { kind: "point", id: "p1", x: 0, y: 0 },
  { kind: "point", id: "p2", x: 40, y: 0 },
  { kind: "line", id: "c1", start: "p1", end: "p2" },
  { kind: "point", id: "p3", x: 10, y: 20 },
  { kind: "circle", id: "c2", centre: "p3", radius: 5 },
];
const sketch = { kind: "sketch", id: "s1", name: "Outline", status: "built", entities, constraints: [] };
const placed = {
  origin: [0, 0, 0],
  x: [1, 0, 0],
  y: [0, 1, 0],
  z: [0, 0, 1],
  regions: [],
  gaps: [],
  fighting: [],
  loose: [],
  judged: true,
  freedoms: 3,
} as unknown as PlacedSketch;
const free = (x: number, y: number, more: Partial<Snap> = {}): Snap => ({
  at: [x, y] as Vec2,
  offer: "",
  ...more,
});

let sent: Command[] = [];
let accepts = true;
const made = () => sent.at(-1) as unknown as Pick<Draft, "entities" | "constraints"> | undefined;

/** Clicks and lets what follows from it come. */
async function click(s: Snap): Promise<void> {
  await act(async () => {
    useSketch.getState().set({ snap: s });
    useSketch.getState().click(s);
    await new Promise((r) => setTimeout(r));
  });
}
const type = (text: string) => act(() => [...text].forEach((c) => key(c)));
const key = (k: string, more: KeyboardEventInit = {}) =>
  partKey(
    new KeyboardEvent("keydown", { key: k, ...more }),
    () => {},
    () => {},
  );

beforeEach(() => {
  sent = [];
  accepts = true;
  usePart.setState({
    view: {
      id: 1,
      unit: "mm",
      workLine: 1,
      steps: [sketch],
      sketches: { s1: placed },
      bodies: [],
      planes: {},
    } as unknown as PartView,
    doing: { kind: "sketching", step: "s1" },
    notice: null,
    send: async (c) => {
      sent.push(c);
      return accepts;
    },
  });
  useSketch.setState({ picks: [], clicked: [], sizing: null, ask: null, editing: null, outline: null });
  useSketch.getState().choose("select");
});
afterEach(cleanup);

describe("numbers typed while drawing", () => {
  it("stand beside the pointer as they are typed, and become dimensions", async () => {
    render(<PointerTags step={sketch as never} placed={placed} />);
    useSketch.getState().choose("line");
    await click(free(60, 0));
    type("12");
    expect(screen.getByTestId("pointer-fields").textContent).toContain("length 12");
    key("Tab");
    type("30");
    expect(screen.getByTestId("pointer-fields").textContent).toContain("angle 30");
    key("Backspace");
    key("Backspace");
    type("37,5");
    await click(free(70, 1));
    expect(made()!.constraints.map((c) => [c.kind, c.value])).toEqual([
      ["distance", "12"],
      ["angle", "37.5"],
    ]);
    const end = made()!.entities.find((e) => e.id === "p5")!;
    expect(end).toMatchObject({ x: 60 + 12 * Math.cos((37.5 * Math.PI) / 180) });
  });

  it("that can't be read are said, and nothing is drawn until they are mended", async () => {
    useSketch.getState().choose("polygon");
    await click(free(0, 0));
    key("Tab");
    type("30");
    await click(free(8, 0));
    expect(usePart.getState().notice!.text).toBe(
      "“30” can't be the number of sides: that is a whole number from 3 to 24.",
    );
    expect(sent).toEqual([]);
    key("Backspace");
    key("Backspace");
    type("3");
    await click(free(8, 0));
    expect(made()!.entities.filter((e) => e.kind === "line")).toHaveLength(3);
  });

  it("are told apart by what they are", () => {
    const angle = (text: string) => complaint({ label: "angle", kind: "angle", text });
    expect(["", "45", "-12.5°", "0,5 deg"].map(angle)).toEqual(["", "", "", ""]);
    expect(["4x5", "45/2", "1 rad", "-"].map((t) => angle(t) !== "")).toEqual([true, true, true, true]);
    expect(complaint({ label: "length", kind: "length", text: "2*wall" })).toBe("");
    const count = (text: string) => complaint({ label: "sides", kind: "count", text, range: [3, 24] });
    expect(["3", "24"].map(count)).toEqual(["", ""]);
    expect(["2", "6.5", "six"].map((t) => count(t) !== "")).toEqual([true, true, true]);
  });
});

describe("a tool in hand", () => {
  it("goes back to where it was when what it drew is refused", async () => {
    useSketch.getState().choose("line");
    await click(free(60, 0));
    accepts = false;
    await click(free(80, 0));
    expect(sent).toHaveLength(1);
    expect(
      useSketch.getState().tool!.from({ model: new Model(sketch as never), unit: "mm" }),
    ).toBeUndefined();
  });

  it("goes through its ways by Tab, and says in the bar what comes next", async () => {
    render(<SketchBar id="s1" />);
    act(() => useSketch.getState().choose("circle"));
    act(() => void key("Tab"));
    expect(useSketch.getState().tool).toBeInstanceOf(ThreeCircleTool);
    act(() => useSketch.getState().choose("arc"));
    expect(document.body.textContent).toContain("Click where the arc starts");
    await click(free(60, 0));
    expect(document.body.textContent).toContain("Click where it ends");
  });

  it("is let go of one level at a time", async () => {
    useSketch.getState().choose("line");
    await click(free(60, 0));
    act(() => void key("Escape"));
    expect(useSketch.getState().toolId).toBe("line");
    act(() => void key("Escape"));
    expect(useSketch.getState().toolId).toBe("select");
    useSketch.setState({ picks: ["c1"] });
    act(() => void key("Escape"));
    expect([useSketch.getState().picks, usePart.getState().doing.kind]).toEqual([[], "sketching"]);
  });
});

describe("what is picked", () => {
  it("is erased, but never the origin or an axis", () => {
    useSketch.setState({ picks: ["origin", "c2", "x-axis"] });
    key("Delete");
    expect(sent).toEqual([{ do: "erase", id: "s1", ids: ["c2"] }]);
    useSketch.setState({ picks: ["y-axis"] });
    key("Delete");
    expect(sent).toHaveLength(1);
  });

  it("becomes construction, and drawn again when all of it was", () => {
    useSketch.setState({ picks: ["c1", "p1", "c2"] });
    key("y");
    expect(sent[0]).toEqual({ do: "set-construction", id: "s1", curves: ["c1", "c2"], on: true });
  });

  it("is dimensioned by what fits it, a second thing making it a distance between both", async () => {
    useSketch.getState().pick("c1", true);
    useSketch.getState().choose("dimension");
    expect(useSketch.getState().sizing).toMatchObject({ on: ["c1"], kind: "distance", text: "40" });
    useSketch.getState().size("p3");
    expect(useSketch.getState().sizing!.text).toBe("20");
    await useSketch.getState().applySize("25");
    expect(made()!.constraints[0]).toMatchObject({ kind: "distance", on: ["p3", "c1"], value: "25" });
    expect(useSketch.getState().sizing).toBeNull();
  });

  it("keeps its dimension open when the number is refused", async () => {
    useSketch.getState().choose("dimension");
    useSketch.getState().size("c2");
    accepts = false;
    await useSketch.getState().applySize("a lot");
    expect(useSketch.getState().sizing).toMatchObject({ on: ["c2"], kind: "diameter" });
  });

  it("is needed first by tools that work on it", () => {
    useSketch.getState().choose("line");
    useSketch.getState().choose("offset");
    expect(usePart.getState().notice!.text).toContain("Pick the curves first");
    expect(useSketch.getState().toolId).toBe("select");
  });
});

describe("drawing on", () => {
  const d = { model: new Model({ entities, constraints: [] }), unit: "mm" as const };
  const arcOf = (draft: Draft) => draft.entities.find((e) => e.kind === "arc")!;

  it("from a line's end by a tangent arc, to either side, of a typed radius", () => {
    for (const side of [1, -1]) {
      const t = new TangentArcTool();
      expect(t.click(free(60, 9), d)).toBeNull();
      expect(t.fields).toEqual([]);
      t.click(free(40, 0, { point: "p2" }), d);
      t.fields[0].text = "6";
      const draft = t.click(free(50, 20 * side), d)!;
      expect(draft.entities[0]).toMatchObject({ x: 40, y: 6 * side });
      expect(arcOf(draft)).toMatchObject(side > 0 ? { start: "p2" } : { end: "p2" });
      expect(draft.constraints.map((c) => [c.kind, c.on[0]])).toEqual([
        ["tangent", "c1"],
        ["radius", arcOf(draft).id],
      ]);
    }
  });

  it("bends a chain of lines off and goes on straight, closing on a point that is there", () => {
    const t = new LineTool();
    t.click(free(40, 0, { point: "p2" }), d);
    expect(t.bend(d)).toBe(true);
    expect(t.preview(free(50, 10), d)).toMatch(/^M40 0A10 10 0 0 1 50 10$/);
    const draft = t.click(free(50, 10), d)!;
    expect(arcOf(draft)).toMatchObject({ kind: "arc", start: "p2" });
    const after = new Model({ entities: [...entities, ...draft.entities], constraints: [] });
    const closing = t.click(free(0, 0, { point: "p1" }), { ...d, model: after })!;
    expect(closing.entities).toMatchObject([{ kind: "line", end: "p1" }]);
    expect(t.from({ ...d, model: after })).toBeUndefined();
    expect(new LineTool().bend(d)).toBe(false);
  });

  it("keeps the side that the pointer went to, past the half turn", () => {
    const t = new CentreArcTool();
    t.click(free(0, 0), d);
    t.click(free(10, 0), d);
    for (const deg of [60, 120, 170, 200, 260]) {
      const a = (deg * Math.PI) / 180;
      expect(t.measure(0, free(10 * Math.cos(a), 10 * Math.sin(a)), d)).toBeCloseTo(a, 9);
    }
    const u = new CentreArcTool();
    u.click(free(0, 0), d);
    u.click(free(10, 0), d);
    expect(u.measure(0, free(0, -10), d)).toBeCloseTo(-Math.PI / 2, 9);
    u.fields[0].text = "-37,5";
    const end = u.click(free(0, 9), d)!.entities.find((e) => e.kind === "point" && "y" in e && e.y < 0)!;
    expect(end).toMatchObject({ y: -10 * Math.sin((37.5 * Math.PI) / 180) });
  });

  it("writes text only with words and a height", () => {
    const words = { text: "  ", height: "5" };
    const t = new TextTool(() => words);
    t.click(free(0, 0), d);
    expect(t.click(free(20, 0, { level: true }), d)).toBeNull();
    words.text = " Nr 4 ";
    words.height = "0";
    expect(t.click(free(20, 0), d)).toBeNull();
    words.height = "1/4 in";
    const draft = t.click(free(20, 0, { level: true }), d)!;
    expect(draft.entities.at(-1)).toMatchObject({ kind: "text", text: "Nr 4", height: 6.35 });
    expect(draft.constraints.map((c) => c.kind)).toEqual(["horizontal"]);
  });
});
