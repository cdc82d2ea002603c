import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, Refused } from "../api/client";
import type { Command, Constraint, Entity, PartView, PlacedSketch, SketchStep } from "../api/types";
import { usePart } from "../part/store";
import { SketchSheet } from "./SketchSheet";
import { useSketch } from "./store";

vi.mock("../api/client", () => ({ api: { settle: vi.fn() }, Refused: class extends Error {} }));
vi.mock("./flat", () => ({ refit: vi.fn(), flatten: vi.fn(), lookMoved: vi.fn() }));

const entities: Entity[] = [
  { kind: "point", id: "p1", x: 0, y: 0 },
  { kind: "point", id: "p2", x: 40, y: 0 },
  { kind: "line", id: "c1", start: "p1", end: "p2" },
  { kind: "point", id: "p3", x: 40.2, y: 0 },
  { kind: "point", id: "p4", x: 40, y: 30 },
  { kind: "line", id: "c2", start: "p3", end: "p4" },
];
const constraints: Constraint[] = [
  { kind: "horizontal", id: "k1", on: ["c1"] },
  { kind: "distance", id: "k7", on: ["c1"], value: 50.8 },
  { kind: "angle", id: "k8", on: ["c1", "c2"], value: Math.PI / 2, driven: true },
];
const none = {
  regions: [],
  gaps: [],
  doubled: [],
  openEnds: [],
  fighting: [],
  redundant: [],
  loose: [],
  repeats: [],
  texts: {},
  judged: true,
  freedoms: 0,
  faults: { stubs: [], hidden: [], crossed: [], near: [] },
};

let sent: Command[] = [];
let accepts = true;

function show(placed: object = {}, sketch: object = {}, view: object = {}): void {
  const step = { kind: "sketch", id: "s1", name: "Outline", entities, constraints, ...sketch };
  usePart.setState({
    view: { id: 1, unit: "mm", formulas: {}, steps: [step], ...view } as unknown as PartView,
    doing: { kind: "sketching", step: "s1" },
    notice: null,
    send: async (c) => {
      sent.push(c);
      return accepts;
    },
  });
  render(
    <SketchSheet
      step={step as unknown as SketchStep}
      placed={{ ...none, ...placed } as unknown as PlacedSketch}
    />,
  );
}
const text = () => screen.getByTestId("sketch-sheet").textContent!;
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

beforeEach(() => {
  sent = [];
  accepts = true;
  useSketch.setState({ picks: [] });
});
afterEach(cleanup);

describe("what is in trouble", () => {
  it("a gap is told in the part's unit and joined under a fresh name, not told again as an open end", () => {
    const gaps = [{ first: "p2", second: "p3", distance: 0.254 }];
    show({ gaps, openEnds: ["p2", "p3", "p1"] }, {}, { unit: "in" });
    expect(text()).toContain("Gap of 0.01 in between");
    expect(text()).toContain("The outline stops at");
    expect(text()).not.toContain("open ends");
    press("Join");
    expect(sent).toEqual([
      {
        do: "draw",
        id: "s1",
        entities: [],
        constraints: [{ kind: "coincident", id: "k9", on: ["p2", "p3"] }],
      },
    ]);
  });

  it("what sticks out is trimmed where it does, or taken out when it does as a whole", () => {
    const stub = (curve: string, whole: boolean) => ({ curve, at: [41, 0], length: 1.5, whole });
    show({ faults: { ...none.faults, stubs: [stub("c1", false), stub("c2", true)] } });
    expect(text()).toContain("sticks out by 1.5 mm.");
    press("Trim it");
    press("Take it out");
    expect(sent).toEqual([
      { do: "trim", id: "s1", curve: "c1", at: [41, 0] },
      { do: "erase", id: "s1", ids: ["c2"] },
    ]);
  });

  it("curves that cross, or nearly meet, are shown where they are", () => {
    const at = [40, 0];
    const near = (["short", "beside", "beyond", "touching"] as const).map((kind, i) => ({
      kind,
      first: "c1",
      second: "c2",
      distance: 0.1,
      at: [i, 0],
    }));
    show({ faults: { ...none.faults, crossed: [{ first: "c1", second: "c2", at }], near } });
    expect(text()).toContain("The outline crosses itself");
    expect(text()).toContain("stops 0.1 mm short of");
    expect(text()).toContain("lie 0.1 mm apart, too near to be told apart");
    expect(text()).toContain("only 0.1 mm beyond its end");
    expect(text()).toContain("Two regions touch at one point only");
    fireEvent.click(screen.getAllByRole("button", { name: "Show" })[0]);
    expect(useSketch.getState().picks).toEqual(["c1", "c2"]);
  });

  it("of what fights, any can go; a number can stay and only tell what it measures", () => {
    const fighting = [
      { id: "k1", words: "line 1 is level" },
      { id: "k7", words: "line 1 is 50.8 mm long" },
    ];
    show({ fighting, redundant: [{ id: "k8", words: "the angle" }], freedoms: 1 });
    press("Drop line 1 is level");
    fireEvent.click(screen.getAllByRole("button", { name: "Driven" })[0]);
    expect(sent).toEqual([
      { do: "erase", id: "s1", ids: ["k1"] },
      { do: "set-driven", id: "s1", dimension: "k7", on: true },
    ]);
    expect(text()).toContain("the angle says nothing new");
    expect(screen.queryByTestId("settle")).toBeNull();
  });
});

describe("how settled it is", () => {
  it("is said, without claiming what wasn't found out", () => {
    show({ judged: false, freedoms: 0 });
    expect(text()).toContain("Too large to be judged in time");
    cleanup();
    show();
    expect(text()).toContain("Everything is settled");
    cleanup();
    show({ freedoms: 3, loose: ["p1", "c2"] });
    expect(text()).toContain("Still loose");
    expect(screen.getAllByText("╌╌")).toHaveLength(1);
  });

  it("proposals are taken one by one or together, and stay when they are refused", async () => {
    const proposal = (id: string, words: string) => ({
      constraint: { kind: "vertical", id, on: ["c2"] } as Constraint,
      words,
    });
    vi.mocked(api.settle).mockResolvedValue([
      proposal("k9", "line 2 plumb"),
      proposal("k10", "line 2 stays"),
    ] as never);
    show({ freedoms: 2 });
    press("Settle it for me");
    const list = await screen.findByTestId("proposals");
    accepts = false;
    press("Take");
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(within(list).getByText("line 2 plumb")).toBeTruthy();
    accepts = true;
    press("Take all 2");
    await screen.findByText("Nothing more to propose.");
    expect((sent[1].constraints as Constraint[]).map((c) => c.id)).toEqual(["k9", "k10"]);
  });

  it("says why there are no proposals", async () => {
    vi.mocked(api.settle).mockRejectedValue(new Refused("This sketch fights itself.", 422));
    show({ freedoms: 2 });
    press("Settle it for me");
    await waitFor(() => expect(usePart.getState().notice!.text).toBe("This sketch fights itself."));
    expect(screen.getByTestId("settle").textContent).toBe("Settle it for me");
  });
});

describe("dimensions", () => {
  it("are told as they were given: in the unit, as a formula, or in brackets when driven", () => {
    show({}, {}, { unit: "in", formulas: { "s1/k7": "2*width" } });
    expect(screen.getByLabelText<HTMLInputElement>("Dimension").value).toBe("2*width");
    expect(text()).toContain("(90°)");
    cleanup();
    show({}, {}, { unit: "in" });
    expect(screen.getByLabelText<HTMLInputElement>("Dimension").value).toBe("2");
  });

  it("are changed in their row, going back when that is refused", async () => {
    accepts = false;
    show();
    const field = screen.getByLabelText<HTMLInputElement>("Dimension");
    fireEvent.change(field, { target: { value: "a lot" } });
    fireEvent.keyDown(field, { key: "Enter" });
    await waitFor(() => expect(field.value).toBe("50.8"));
    expect(sent[0]).toMatchObject({ id: "s1", dimension: "k7", value: "a lot" });
  });

  it("of repeats and texts too", async () => {
    const word: Entity = { kind: "text", id: "c9", start: "p1", along: "p2", text: "Nr 4", height: 6.35 };
    const repeats = [{ centre: "p1", count: 6, curves: ["c2"] }];
    show({ repeats }, { entities: [...entities, word] }, { unit: "in" });
    const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label);
    expect([field("How many").value, field("Height of capitals").value]).toEqual(["6", "0.25"]);
    for (const [label, value] of [
      ["How many", "8"],
      ["Text", "Nr 5"],
    ]) {
      fireEvent.change(field(label), { target: { value } });
      fireEvent.keyDown(field(label), { key: "Enter" });
    }
    await waitFor(() => expect(sent).toHaveLength(2));
    expect(sent).toEqual([
      { do: "recount", id: "s1", curve: "c2", count: 8 },
      { do: "set-text", id: "s1", curve: "c9", text: "Nr 5", height: "6.35 mm" },
    ]);
  });
});
