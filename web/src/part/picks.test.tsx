import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer, Entry, FaceSpots, Hit } from "../api/talk";
import type { PartView } from "../api/types";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { setScene } from "../scene/current";
import type { Scene } from "../scene/Scene";
import { Chips } from "./Chips";
import { take, takeBox } from "./hand";
import { PickedList } from "./PickedList";
import { PointerMenu } from "./PointerMenu";
import { follow, measured, snapped, useSnap } from "./spots";
import { type Doing, type Pick, usePart } from "./store";
import { takeWalked, walk } from "./walk";

const asked: Hit[][] = [];
const begun: unknown[] = [];
const entered: Entry[] = [];
let fits: string[] = [];
let spots: FaceSpots;

vi.mock("../api/client", () => ({
  api: {
    fits: async (_id: number, _revision: number, picked: Hit[]) => {
      asked.push(picked);
      return { offers: fits };
    },
    spots: async () => spots,
  },
  Refused: class extends Error {},
}));
vi.mock("../sentence/machine", () => ({
  begin: (offer: string, picks: Pick[]) => begun.push([offer, picks]),
  enter: (_at: string, entry: Entry) => entered.push(entry),
  focusBack: () => {},
  openStep: () => {},
}));

const offer = (key: string, stage: number, label: string) => ({ key, stage, label, hint: "", why: "" });
const face = (key: string, called: string) => ({
  key,
  called,
  point: [0, 0, 0],
  out: [0, 0, 1],
  normal: [0, 0, 1],
});
const part = {
  id: 1,
  revision: 4,
  token: "t",
  unit: "mm",
  steps: [{ id: "s1", name: "Foot", stage: 2 }],
  sketches: {},
  planes: {},
  offers: [
    offer("plane/plane", 1, "Make a plane"),
    offer("blend/round", 4, "Round"),
    offer("hole/hole", 5, "Hole"),
  ],
  bodies: [
    {
      id: "b1",
      called: "Foot",
      faces: [face("f1", "flat face of {s1}, facing up"), face("f2", "round face of {s1}")],
      edges: [{ key: "e1", called: "straight edge of {s1}, 40 mm long", point: [1, 0, 0] }],
      vertices: [{ key: "v1", point: [20, 0, 12.5] }],
    },
  ],
} as unknown as PartView;

const F1: Pick = { kind: "face", key: "f1", body: "b1" };
const writing = (takes: string[]): Doing => ({
  kind: "writing",
  answer: { takes } as unknown as Answer,
  turn: 1,
});

beforeEach(() => {
  asked.length = begun.length = entered.length = 0;
  fits = [];
  const look = new Look();
  look.face([0, 0, 1], [0, 1, 0]);
  Object.assign(look, { width: 800, height: 600, scale: 10 });
  useLookStore.setState({ look });
  usePart.setState({
    view: part,
    preview: null,
    doing: { kind: "looking" },
    picks: [],
    hover: null,
    walked: null,
    linked: null,
    notice: null,
  });
});
afterEach(cleanup);

describe("beside a pick", () => {
  it("stand the operations that fit it, the likelier first, with their keys; they start with it", async () => {
    fits = ["plane/plane", "blend/round", "hole/hole"];
    usePart.setState({ picks: [F1] });
    render(<Chips onMore={() => {}} />);
    await screen.findByText(/Hole/);
    expect(screen.getByRole("toolbar").textContent).toBe(
      "flat face of Foot, facing up✕Sketch on it 1 RHole 5 QRound 4 QMake a plane 1 T",
    );
    fireEvent.click(screen.getByText(/Round/));
    expect(begun).toEqual([["blend/round", [F1]]]);
    expect(asked[0]).toMatchObject([{ what: "face", of: "b1", key: "f1" }]);
  });

  it("are none while something is being made", async () => {
    fits = ["blend/round"];
    usePart.setState({ picks: [F1], doing: writing(["face"]) });
    render(<Chips onMore={() => {}} />);
    await new Promise((r) => setTimeout(r));
    expect(screen.queryByRole("toolbar")).toBeNull();
    expect(asked).toEqual([]);
  });

  it("go by a step whose links are shown, when nothing else is picked", async () => {
    fits = ["hole/hole"];
    usePart.setState({ linked: "s1" });
    render(<Chips onMore={() => {}} />);
    await screen.findByText(/Hole/);
    expect(asked).toMatchObject([[{ what: "step", key: "s1" }]]);
    fireEvent.click(screen.getByRole("button", { name: "Leave it" }));
    expect(usePart.getState().linked).toBeNull();
  });
});

describe("under the pointer", () => {
  it("lies what can be picked, one behind the other; each lit, and taken with a press", async () => {
    document.body.innerHTML = '<div class="view"></div>';
    document.elementsFromPoint = () => [];
    const E1: Pick = { kind: "edge", key: "e1", body: "b1" };
    const allAt = () => [
      { pick: F1, hidden: false },
      { pick: E1, hidden: true },
    ];
    setScene({ picking: { allAt } } as unknown as Scene);
    render(<PointerMenu at={[100, 100]} onClose={() => {}} />);
    const rows = screen.getAllByRole("menuitem");
    expect(rows.map((r) => r.textContent)).toEqual([
      "flat face of Foot, facing up",
      "straight edge of Foot, 40 mm long behind",
    ]);
    fireEvent.focus(rows[1]);
    expect(usePart.getState().hover).toEqual(E1);
    fireEvent.click(rows[1]);
    expect(usePart.getState().picks).toEqual([E1]);
    setScene(null);
  });
});

describe("a box", () => {
  const E1: Pick = { kind: "edge", key: "e1", body: "b1" };
  const finds = (all: Pick[]) => ({
    box: (_x: number, _y: number, _u: number, _v: number, kinds: Set<Pick["kind"]>) =>
      all.filter((p) => kinds.has(p.kind)),
  });

  beforeEach(() => {
    document.body.innerHTML =
      '<div class="view"><i class="pickable" data-region="+c1" data-sketch="s9" data-key="+c1"></i></div>';
  });

  it("takes faces, else edges, else regions of sketches, with nothing being made; Shift adds", () => {
    takeBox(finds([F1, E1]), [0, 0, 90, 90], false);
    expect(usePart.getState().picks).toEqual([F1]);
    takeBox(finds([E1]), [0, 0, 90, 90], true);
    expect(usePart.getState().picks).toEqual([F1, E1]);
    takeBox(finds([]), [0, 0, 90, 90], false);
    expect(usePart.getState().picks).toEqual([{ kind: "region", key: "+c1", body: "s9" }]);
  });

  it("takes what the open sentence takes, regions as by clicks", () => {
    const clicked = vi.fn();
    document.querySelector("i")!.addEventListener("click", clicked);
    usePart.setState({ doing: writing(["edge"]) });
    takeBox(finds([F1, E1]), [0, 0, 90, 90], false);
    expect(entered).toMatchObject([{ hit: { what: "edge", key: "e1" } }]);
    expect(clicked).not.toHaveBeenCalled();
    usePart.setState({ doing: writing(["region"]) });
    takeBox(finds([F1, E1]), [0, 0, 90, 90], false);
    expect(clicked).toHaveBeenCalledOnce();
    expect(entered.length).toBe(1);
  });
});

describe("what a place of a sentence holds", () => {
  it("is listed, lit, and taken out alone; what comes along through smooth neighbours is counted", () => {
    const held = [{ face: "f1" }, { face: "f2" }];
    const items = [
      { out: "face f1", called: "flat face" },
      { out: "face f2", called: "round face" },
    ];
    const slot = { is: "pick", label: "Faces", held, items, reached: [{ face: "f3" }] };
    const answer = { aim: "faces", slots: { faces: slot } } as unknown as Answer;
    usePart.setState({ doing: { kind: "writing", answer, turn: 1 } });
    render(<PickedList />);
    expect(screen.getAllByRole("listitem").map((l) => l.textContent)).toEqual([
      "flat face✕",
      "round face✕",
      "with 1 more through smooth neighbours",
    ]);
    fireEvent.mouseEnter(screen.getByText("round face").parentElement!);
    expect(usePart.getState().pointed).toEqual([{ kind: "face", key: "f2", body: "b1" }]);
    fireEvent.click(screen.getByRole("button", { name: "Take out round face" }));
    expect(entered).toEqual([{ out: "face f2" }]);
  });
});

describe("without a pointer", () => {
  it("everything can be walked to, said by its name, and picked", () => {
    const said = () => usePart.getState().walked?.called;
    walk(1);
    expect(said()).toBe("flat face of Foot, facing up");
    walk(1);
    walk(1);
    expect(said()).toBe("straight edge of Foot, 40 mm long");
    walk(1);
    expect(said()).toBe("corner at 20 · 0 · 12.5");
    walk(1);
    expect(said()).toBe("flat face of Foot, facing up");
    walk(-1);
    takeWalked();
    walk(-1);
    takeWalked();
    expect(usePart.getState().picks.map((p) => p.kind)).toEqual(["vertex", "edge"]);
    takeWalked();
    expect(usePart.getState().picks.map((p) => p.kind)).toEqual(["vertex"]);
  });

  it("only what the open sentence takes is walked; a face stands for its centre", () => {
    usePart.setState({ doing: writing(["face", "spot"]) });
    walk(-1);
    expect(usePart.getState().walked!.called).toBe("round face of Foot");
    takeWalked();
    expect(entered).toMatchObject([{ hit: { what: "face", key: "f2", spot: "centre" } }]);
  });
});

describe("where a click on a face is meant", () => {
  beforeEach(() => {
    spots = {
      grid: 1,
      frame: { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0] },
      spots: [
        { kind: "centre", key: "", word: "centre of the face", at: [0, 0, 0] },
        { kind: "edge", key: "e9", word: "centre of a round edge", at: [20, 10, 0] },
      ],
      sides: [
        { from: [-30, -20, 0], to: [30, -20, 0] },
        { from: [-30, -20, 0], to: [-30, 20, 0] },
        { from: [-30, 20, 0], to: [30, 20, 0] },
      ],
    };
  });

  const px = (x: number, y: number): [number, number] => [400 + 10 * x, 300 - 10 * y];
  async function over(x: number, y: number, free = false) {
    follow(F1, px(x, y), free);
    await waitFor(() => expect(useSnap.getState().snap).not.toBeNull());
    follow(F1, px(x, y), free);
    return useSnap.getState().snap!;
  }

  it("comes to a spot before the grid, and tells it so", async () => {
    expect((await over(0.6, 0.4)).word).toBe("centre of the face");
    expect(snapped(F1, px(0.6, 0.4))).toMatchObject({ spot: "centre" });
    await over(20.5, 9.7);
    expect(snapped(F1, px(20.5, 9.7))).toMatchObject({
      spot: "edge",
      point: [20, 10, 0],
      under: { what: "edge", key: "e9" },
    });
  });

  it("comes in a row or column with a spot, and on the grid else; Alt leaves it free", async () => {
    expect((await over(7.3, 0.3)).at.toArray()).toEqual([7, 0, 0]);
    expect((await over(20.2, 4.4)).at.toArray()).toEqual([20, 4, 0]);
    expect((await over(7.3, 4.4)).at.toArray()).toEqual([7, 4, 0]);
    expect((await over(7.32, 4.4, true)).at.toArray()).toEqual([
      expect.closeTo(7.32, 9),
      expect.closeTo(4.4, 9),
      0,
    ]);
  });

  it("tells how far it is from the two nearest sides that differ", async () => {
    const from = measured(await over(-18, -15)).map((m) => m.mm);
    expect(from).toEqual([5, 12]);
  });

  it("goes with the click", async () => {
    usePart.setState({ doing: writing(["face", "spot"]) });
    await over(7.3, 4.4);
    take(F1, px(7.3, 4.4), false);
    expect(entered).toMatchObject([{ hit: { what: "face", key: "f1", point: [7, 4, 0], spot: "point" } }]);
  });
});
