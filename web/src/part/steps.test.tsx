import { act, cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import type { Command, PartView, Step } from "../api/types";
import { BuildSheet } from "./BuildSheet";
import { ComparedStrip } from "./ComparedStrip";
import { Shelf } from "./Shelf";
import { StageRail } from "./StageRail";
import { usePart } from "./store";

vi.mock("../api/client", () => ({
  api: { sentence: vi.fn(), shows: async () => ["blend/round"] },
  Refused: class extends Error {},
}));

const step = (id: string, name: string, more: Partial<Step> = {}) =>
  ({
    id,
    name,
    kind: "extrude",
    stage: 2,
    status: "built",
    dependants: [],
    uses: [],
    notes: [],
    places: [],
    words: [{ t: `${name} is made` }],
    slots: {},
    ...more,
  }) as unknown as Step;

const steps = [
  step("s1", "Foot", { dependants: ["s2", "s3"] }),
  step("s2", "Boss", { uses: ["s1"], dependants: ["s3"] }),
  step("s3", "Rounds", { stage: 4, uses: ["s2"], off: true }),
  step("s4", "Lip", { stage: 3, status: "below" }),
];

let sent: Command[] = [];

function show(more: object = {}): void {
  usePart.setState({
    view: {
      id: 1,
      revision: 4,
      name: "Stand",
      unit: "mm",
      undo: "",
      workLine: 3,
      values: [],
      steps,
      offers: [],
      planes: {},
      sketches: {},
      bodies: [],
      ...more,
    } as unknown as PartView,
    preview: null,
    doing: { kind: "looking" },
    picks: [],
    litStep: null,
    linked: null,
    compared: null,
    notice: null,
    panel: null,
    stage: 2,
    send: async (c) => {
      sent.push(c);
      return true;
    },
  });
}

const row = (id: string) => document.querySelector<HTMLElement>(`[data-step="${id}"]`)!;

async function menu(id: string): Promise<string[]> {
  const more = within(row(id)).getByLabelText(/More about step/);
  fireEvent.pointerDown(more, { button: 0, ctrlKey: false });
  return (await screen.findAllByRole("menuitem")).map((m) => m.textContent);
}
async function choose(id: string, item: string): Promise<void> {
  await menu(id);
  fireEvent.click(screen.getByRole("menuitem", { name: item }));
}

beforeEach(() => {
  sent = [];
  show();
});
afterEach(cleanup);

describe("the build sheet", () => {
  it("says how the part stands: steps, what needs attention, what is off, its size", () => {
    show({
      steps: [steps[0], step("s2", "Boss", { status: "failed", message: "The wall is too thin." }), steps[2]],
      unit: "in",
      volume: 25.4 ** 3,
      min: [0, 0, 0],
      max: [25.4, 12.7, 50.8],
    });
    render(<BuildSheet />);
    expect(screen.getByText(/^3 steps/).textContent).toBe("3 steps · 1 needs attention · 1 switched off");
    expect(screen.getByTestId("foot").textContent).toBe("1 in³1 × 0.5 × 2");
    expect(within(row("s2")).getByText("The wall is too thin.")).toBeTruthy();
  });

  it("numbers what is off in brackets, and opens nothing below the work line", () => {
    render(<BuildSheet />);
    expect(row("s3").querySelector(".n")!.textContent).toBe("(3)");
    fireEvent.doubleClick(row("s4"));
    expect(usePart.getState().notice!.text).toContain("below the work line");
    expect(api.sentence).not.toHaveBeenCalled();
  });

  it("offers what would mend a step, and picking again what is lost", async () => {
    const remedies = [{ label: "Use 3 mm", at: "radius", entry: { typed: "3" } }];
    show({
      steps: [step("s1", "Rounds", { status: "failed", message: "Too large.", remedies, lost: true })],
      workLine: 1,
    });
    vi.mocked(api.sentence).mockRejectedValue(new Error("no answer in this test"));
    render(<BuildSheet />);
    expect(within(row("s1")).getByText("Pick again").className).toContain("mend");
    expect(within(row("s1")).getByText("Use 3 mm")).toBeTruthy();
  });

  it("shows what a step uses and what uses it", () => {
    render(<BuildSheet />);
    fireEvent.click(row("s1").querySelector(".n")!);
    expect(row("s2").textContent).toContain("uses 1 Foot");
    expect(row("s3").textContent).toContain("builds on 1 Foot through others");
    fireEvent.click(row("s3").querySelector(".n")!);
    expect(row("s2").textContent).toContain("Rounds uses this");
    fireEvent.click(row("s3").querySelector(".n")!);
    expect(usePart.getState().linked).toBeNull();
  });

  it("folds a group, and says when something in it needs attention", () => {
    const failed = step("s2", "Boss", { status: "failed", message: "Too thin." });
    show({ steps: [steps[0], failed, steps[2], steps[3]], groups: { s1: "Body", s2: "Body" } });
    render(<BuildSheet />);
    const head = screen.getByRole("button", { name: /Body/ });
    expect(head.textContent).toContain("2 steps needs attention");
    fireEvent.click(head);
    expect(row("s1")).toBeNull();
    expect(row("s3")).not.toBeNull();
  });

  it("marks what was changed while comparing", () => {
    usePart.setState({
      compared: {
        other: "last",
        answer: {
          steps: [
            { id: "s1", name: "Foot", kind: "changed", words: ["by 14 mm, was 12 mm"] },
            { id: "s2", name: "Boss", kind: "added", words: [] },
            { id: "s9", name: "Slot", kind: "gone", words: [] },
          ],
          comeVolume: 1500,
          goneVolume: 0,
        },
      },
    });
    render(
      <>
        <BuildSheet />
        <ComparedStrip />
      </>,
    );
    expect(row("s1").textContent).toContain("by 14 mm, was 12 mm");
    expect(row("s2").textContent).toContain("new since then");
    const strip = screen.getByTestId("compared").textContent;
    expect(strip).toContain("Compared with what it was before the last change");
    expect(strip).toContain("1\u2009500 mm³ came");
    expect(strip).toContain("without Slot");
  });
});

describe("a step's menu", () => {
  it("switches in the variant that is shown, and in the part when none is", async () => {
    render(<BuildSheet />);
    await choose("s3", "Switch on");
    act(() => show({ variant: "Casting" }));
    await choose("s3", "Switch on in Casting");
    expect(sent).toEqual([
      { do: "switch-step", id: "s3", off: false },
      { do: "switch-in-variant", variant: "Casting", step: "s3", off: false },
    ]);
  });

  it("moves up and down, not past the ends", async () => {
    render(<BuildSheet />);
    expect(await menu("s1")).not.toContain("Move up");
    fireEvent.click(screen.getByRole("menuitem", { name: "Move down" }));
    await choose("s4", "Move up");
    expect(sent).toEqual([
      { do: "move-step", id: "s1", to: 1 },
      { do: "move-step", id: "s4", to: 2 },
    ]);
  });

  it("groups with the step above, or into its group, under a name that is free", async () => {
    show({ groups: { s1: "Group 1" } });
    render(<BuildSheet />);
    await choose("s2", "Into group Group 1");
    await choose("s4", "Group with the step above");
    expect(sent).toEqual([
      { do: "group", steps: ["s2"], name: "Group 1" },
      { do: "group", steps: ["s3", "s4"], name: "Group 2" },
    ]);
  });

  it("renames in place, Esc leaving the name", async () => {
    render(<BuildSheet />);
    await choose("s1", "Rename");
    const field = await screen.findByLabelText<HTMLInputElement>("Step name");
    fireEvent.change(field, { target: { value: "Pad" } });
    fireEvent.keyDown(field, { key: "Enter" });
    await waitFor(() => expect(screen.queryByLabelText("Step name")).toBeNull());
    expect(sent).toEqual([{ do: "rename-step", id: "s1", name: "Pad" }]);
  });

  it("has nothing of what the step isn't", async () => {
    render(<BuildSheet />);
    const items = await menu("s1");
    for (const word of ["Open into its steps", "Copy with its own dimensions", "Hide in the view"]) {
      expect(items).not.toContain(word);
    }
  });
});

describe("the work line", () => {
  it("goes by arrow keys, one further for each press though the answer isn't there yet", () => {
    render(<BuildSheet />);
    const line = screen.getByRole("slider");
    fireEvent.keyDown(line, { key: "ArrowUp" });
    fireEvent.keyDown(line, { key: "ArrowUp" });
    expect(sent.map((c) => c.to)).toEqual([2, 1]);
    for (let i = 0; i < 9; i++) fireEvent.keyDown(line, { key: "ArrowDown" });
    expect(sent.at(-1)!.to).toBe(4);
    expect(line.getAttribute("aria-valuetext")).toBe("building up to step 3");
  });
});

describe("rail and shelf", () => {
  const offers = [
    { key: "extrude/extrude", label: "Extrude", hint: "Pull a region", stage: 2 },
    { key: "combine/combine", label: "Combine", hint: "", stage: 2, why: "There must be two bodies." },
  ];

  it("count the steps of a stage, and go to it", () => {
    render(<StageRail />);
    const form = screen.getByTitle("Form (2)");
    expect(form.querySelector(".no")!.textContent).toBe("2");
    fireEvent.click(screen.getByTitle("Edge (4)"));
    expect(usePart.getState().stage).toBe(4);
    act(() => usePart.setState({ doing: { kind: "sketching", step: "s1" } }));
    expect((screen.getByTitle("Form (2)") as HTMLButtonElement).disabled).toBe(true);
  });

  it("say why something can't be, with the keys from the top", () => {
    show({ offers });
    render(<Shelf />);
    const [, extrude, combine] = screen.getAllByRole<HTMLButtonElement>("button");
    expect(extrude.textContent).toBe("Extrude QPull a region");
    expect([combine.disabled, combine.textContent]).toEqual([true, "Combine WThere must be two bodies."]);
  });

  it("name what is picked", () => {
    show({
      bodies: [{ id: "b1", faces: [{ key: "f1", called: "round face of Hole 1" }], edges: [], vertices: [] }],
    });
    usePart.setState({
      picks: [
        { kind: "face", key: "f1", body: "b1" },
        { kind: "vertex", key: "v1", body: "b1" },
      ],
    });
    render(<Shelf />);
    expect(screen.getAllByRole("listitem").map((l) => l.textContent)).toEqual([
      "round face of Hole 1✕",
      "corner✕",
    ]);
    fireEvent.click(screen.getByRole("button", { name: "Take out corner" }));
    expect(usePart.getState().picks).toEqual([{ kind: "face", key: "f1", body: "b1" }]);
  });
});
