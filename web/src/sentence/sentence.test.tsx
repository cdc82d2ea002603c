import { act, cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { Answer, Slot, Talk } from "../api/talk";
import type { PartView, Step } from "../api/types";
import { type Ahead, usePart } from "../part/store";
import { again, begin, drop, enter, keep, openStep, takeBack, tooEarly } from "./machine";
import { allSeen, hittable } from "./pointing";
import { SheetSentence } from "./SheetSentence";
import { WriteBar } from "./WriteBar";

const asked: Talk[] = [];
let reply: (talk: Talk) => Promise<Answer>;

vi.mock("../api/client", () => ({
  api: {
    sentence: (_id: number, _revision: number, talk: Talk) => {
      asked.push(talk);
      return reply(talk);
    },
  },
  Refused: class extends Error {},
}));

const number = (label: string, typed: string, more: Partial<Slot> = {}): Slot => ({
  is: "number",
  label,
  typed,
  text: `${typed} mm`,
  unit: "mm",
  ...more,
});

/** What the core says of a shell, as far as these tests go. */
function shell(more: Partial<Answer> = {}, slots: Record<string, Slot> = {}): Answer {
  return {
    filled: { kind: "shell", step: "" },
    words: [
      { t: "Shell " },
      { at: "closed" },
      { t: " " },
      { at: "faces" },
      { t: " ", quiet: true },
      { at: "chain", quiet: true },
      { t: ", walls " },
      { at: "thickness" },
      { t: " or " },
      { at: "outside" },
      { at: "more", quiet: true },
    ],
    slots: {
      closed: {
        is: "choice",
        label: "What stays open",
        text: "leaving open",
        chosen: "no",
        options: [
          { key: "no", label: "leaving open" },
          { key: "yes", label: "without opening" },
        ],
      },
      faces: {
        is: "pick",
        label: "Faces",
        text: "1 face",
        what: ["face"],
        many: true,
        held: [{ face: "f1" }],
      },
      chain: {
        is: "choice",
        label: "Which other faces",
        text: "and no others",
        chosen: "no",
        options: [],
        quiet: true,
      },
      thickness: number("Thickness", "2"),
      outside: number("Thickness outside", "3"),
      more: { is: "act", label: "more", text: "another thickness", quiet: true },
      ...slots,
    },
    lacks: [],
    aim: "faces",
    ask: "Click the faces to leave open",
    takes: ["face"],
    seenWithout: true,
    handles: [],
    stage: 3,
    offer: "shell/shell",
    ...more,
  };
}

const view = {
  id: 1,
  revision: 7,
  unit: "mm",
  workLine: 1,
  steps: [],
  bodies: [
    {
      id: "b1",
      called: "Box",
      faces: [
        { key: "f1", steps: ["s1"] },
        { key: "f2", steps: ["s2"] },
      ],
      edges: [{ key: "e1", point: [0, 0, 0] }],
      vertices: [],
    },
  ],
} as unknown as PartView;

function Bar() {
  const doing = usePart((s) => s.doing);
  return (
    <section className="work">
      {doing.kind === "writing" && <WriteBar answer={doing.answer} turn={doing.turn} />}
    </section>
  );
}

const field = (label: string) => screen.getByLabelText<HTMLInputElement>(label, { selector: "input" });
const tried = vi.fn<(command: unknown, ahead?: Ahead) => void>();
const sent = vi.fn(async () => true);
const said = vi.fn();
const stayed = vi.fn();

beforeEach(() => {
  asked.length = 0;
  reply = async () => shell();
  tried.mockClear();
  stayed.mockClear();
  sent.mockClear();
  said.mockClear();
  usePart.setState({
    view,
    doing: { kind: "looking" },
    picks: [],
    last: null,
    tryOut: tried,
    stay: stayed,
    send: sent,
    say: said,
  });
});
afterEach(() => {
  drop();
  cleanup();
});

describe("a sentence in the work bar", () => {
  it("is drawn word by word, its first number in focus, Tab in the order of its words", async () => {
    const { container } = render(<Bar />);
    await act(() => begin("shell/shell"));
    expect(container.querySelector(".sent")!.textContent).toBe(
      "Shell leaving open 1 face and no others, walls  mm or  mmanother thickness",
    );
    expect(document.activeElement).toBe(field("Thickness"));
    const order = [...container.querySelectorAll("button, input")].map((e) => e.getAttribute("aria-label"));
    expect(order.slice(0, 5)).toEqual([
      "What stays open",
      "Faces: 1 face",
      "Which other faces",
      "Thickness",
      "Thickness outside",
    ]);
    expect(asked[0]).toMatchObject({ begin: "shell/shell", picked: [] });
    expect(tried).toHaveBeenLastCalledWith({ do: "keep", talk: { filled: shell().filled } });
  });

  it("puts the first field that is empty in focus", async () => {
    reply = async () =>
      shell({}, { outside: number("Thickness outside", "", { lack: "Type a number first." }) });
    render(<Bar />);
    await act(() => begin("shell/shell"));
    expect(document.activeElement).toBe(field("Thickness outside"));
  });

  it("leaves the text under the hand alone, and sends the newest of what waits", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    let let1: (a: Answer) => void = () => {};
    reply = () => new Promise((r) => (let1 = r));
    fireEvent.change(field("Thickness"), { target: { value: "1" } });
    fireEvent.change(field("Thickness"), { target: { value: "12" } });
    fireEvent.change(field("Thickness"), { target: { value: "12.5" } });
    await waitFor(() => expect(asked).toHaveLength(2));
    await act(async () => let1(shell({}, { thickness: number("Thickness", "1") })));
    expect(field("Thickness").value).toBe("12.5");
    await waitFor(() => expect(asked).toHaveLength(3));
    expect(asked[1]).toMatchObject({ at: "thickness", entry: { typed: "1" } });
    expect(asked[2]).toMatchObject({ at: "thickness", entry: { typed: "12.5" } });
    await act(async () => let1(shell({}, { thickness: number("Thickness", "12.5") })));
  });

  it("drops an answer that comes after the sentence was dropped", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    let late: (a: Answer) => void = () => {};
    reply = () => new Promise((r) => (late = r));
    const entry = enter("thickness", { typed: "5" });
    await waitFor(() => expect(asked).toHaveLength(2));
    act(() => drop());
    await act(async () => {
      late(shell());
      await entry;
    });
    expect(usePart.getState().doing.kind).toBe("looking");
  });

  it("says what is missing instead of keeping", async () => {
    reply = async () => shell({ lacks: [{ at: "faces", said: "Click at least one face first." }] });
    render(<Bar />);
    await act(() => begin("shell/shell"));
    fireEvent.keyDown(field("Thickness"), { key: "Enter" });
    await waitFor(() => expect(said).toHaveBeenCalledWith("Click at least one face first.", true));
    expect(sent).not.toHaveBeenCalled();
    expect(usePart.getState().doing.kind).toBe("writing");
  });

  it("keeps with Enter, drops with Escape, and begins the like of it again", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    await act(() => keep());
    expect(sent).toHaveBeenCalledWith({ do: "keep", talk: { filled: shell().filled } });
    expect(usePart.getState().doing.kind).toBe("looking");
    await act(async () => again());
    await waitFor(() => expect(usePart.getState().doing.kind).toBe("writing"));
    expect(asked[asked.length - 1]).toEqual({ again: shell().filled });
    fireEvent.keyDown(field("Thickness"), { key: "Escape" });
    expect(usePart.getState().doing.kind).toBe("looking");
  });

  it("goes to the number that a choice brought along", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    reply = async () => shell({ focus: "outside" });
    await act(() => enter("closed", { chose: "yes" }));
    await waitFor(() => expect(document.activeElement).toBe(field("Thickness outside")));
  });

  it("shows wrong text where it is and leaves the last preview", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    tried.mockClear();
    reply = async () =>
      shell(
        { lacks: [{ at: "thickness", said: "It breaks off." }] },
        { thickness: number("Thickness", "2*", { trouble: "It breaks off." }) },
      );
    await act(() => enter("thickness", { typed: "2*" }));
    expect(field("Thickness").getAttribute("aria-invalid")).toBe("true");
    expect(screen.getByTestId("live").textContent).toBe("It breaks off.");
    expect(tried.mock.calls.map((c) => c[1])).toEqual([{}]);
    expect(stayed).toHaveBeenCalledTimes(1);
  });

  it("asks for the solid beside the sentence while a number is typed, and only once", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    tried.mockClear();
    stayed.mockClear();
    let answer: (a: Answer) => void = () => {};
    reply = () => new Promise((r) => (answer = r));
    const typing = enter("thickness", { typed: "3" });
    await waitFor(() => expect(tried).toHaveBeenCalledTimes(1));
    const talk = { filled: shell().filled, at: "thickness", entry: { typed: "3" } };
    expect(tried).toHaveBeenLastCalledWith({ do: "keep", talk }, expect.anything());
    await act(async () => {
      answer(shell());
      await typing;
    });
    expect(tried).toHaveBeenCalledTimes(1);
    expect(tried.mock.calls[0][1]).toEqual({ sure: true });
    expect(stayed).not.toHaveBeenCalled();
    reply = async () => shell();
    await act(() => enter("closed", { chose: "yes" }));
    expect(tried).toHaveBeenLastCalledWith({ do: "keep", talk: { filled: shell().filled } });
  });

  it("takes back its entries one by one, what was typed at a place at once", async () => {
    render(<Bar />);
    const stood = (n: number) => shell({ filled: { kind: "shell", step: "", n } as never });
    let n = 0;
    reply = async () => stood(n++);
    await act(() => begin("shell/shell"));
    await act(() => enter("closed", { chose: "yes" }));
    await act(() => enter("thickness", { typed: "3" }));
    await act(() => enter("thickness", { typed: "35" }));
    await act(() => enter("faces", { aim: true }));
    fireEvent.keyDown(field("Thickness"), { key: "z", ctrlKey: true });
    await waitFor(() => expect(asked.at(-1)).toEqual({ filled: stood(1).filled }));
    await act(() => takeBack());
    expect(asked.at(-1)).toEqual({ filled: stood(0).filled });
    const before = asked.length;
    await act(() => takeBack());
    expect(asked).toHaveLength(before);
    expect(said).toHaveBeenCalledWith(expect.stringContaining("Nothing to take back"));
  });

  it("takes keys that come while it is on its way", async () => {
    render(<Bar />);
    let open: (a: Answer) => void = () => {};
    reply = (talk) => (talk.begin ? new Promise((r) => (open = r)) : Promise.resolve(shell()));
    const opening = begin("shell/shell");
    await waitFor(() => expect(asked).toHaveLength(1));
    expect(tooEarly({ key: "4", shiftKey: false })).toBe(true);
    expect(tooEarly({ key: "Enter", shiftKey: false })).toBe(true);
    expect(tooEarly({ key: "q", shiftKey: false })).toBe(false);
    await act(async () => {
      open(shell());
      await opening;
    });
    await waitFor(() => expect(sent).toHaveBeenCalled());
    expect(asked[1]).toMatchObject({ at: "thickness", entry: { typed: "4" } });
    expect(tooEarly({ key: "4", shiftKey: false })).toBe(false);
  });

  it("keeps keys after Enter for what comes next while its last number is on its way", async () => {
    render(<Bar />);
    await act(() => begin("shell/shell"));
    const before = asked.length;
    let answered: (a: Answer) => void = () => {};
    reply = () => new Promise((r) => (answered = r));
    const pressed: string[] = [];
    const press = (e: KeyboardEvent) => (e.target as HTMLElement).closest("body") && pressed.push(e.key);
    window.addEventListener("keydown", press);
    void enter("thickness", { typed: "4" });
    const keeping = keep();
    expect(tooEarly({ key: "6", shiftKey: false })).toBe(true);
    expect(tooEarly({ key: "w", shiftKey: false })).toBe(true);
    expect(sent).not.toHaveBeenCalled();
    await waitFor(() => expect(asked.length).toBeGreaterThan(before));
    await act(async () => {
      answered(shell());
      await keeping;
    });
    window.removeEventListener("keydown", press);
    expect(sent).toHaveBeenCalledTimes(1);
    expect(pressed).toEqual(["6", "w"]);
    expect(tooEarly({ key: "6", shiftKey: false })).toBe(false);
  });

  it("opens a step with the place pressed as what the next click is for", async () => {
    await act(() => openStep("s7", "faces"));
    expect(asked[0]).toEqual({ open: "s7", at: "faces", entry: { aim: true } });
    expect(tried).not.toHaveBeenCalledWith(expect.objectContaining({ do: "keep" }));
  });
});

describe("a sentence in the build sheet", () => {
  const step = { ...shell(), id: "s3", name: "Walls", called: "Walls", kind: "shell" } as unknown as Step;

  it("leaves out what says nothing, and opens picks in the work bar", () => {
    const open = vi.fn();
    const { container } = render(<SheetSentence step={step} onOpen={open} />);
    expect(container.textContent).toBe("WallsShell leaving open 1 face, walls 2 mm or 3 mm");
    fireEvent.click(screen.getByText("1 face"));
    expect(open).toHaveBeenCalledWith("faces");
  });

  it("tries a number while it is typed and keeps it with Enter", async () => {
    render(<SheetSentence step={step} onOpen={() => {}} />);
    fireEvent.click(screen.getByLabelText("Thickness: 2 mm"));
    const input = field("Thickness");
    expect(input.value).toBe("2");
    fireEvent.change(input, { target: { value: "4" } });
    const talk = { open: "s3", at: "thickness", entry: { typed: "4" } };
    expect(tried).toHaveBeenLastCalledWith({ do: "keep", talk });
    fireEvent.keyDown(input, { key: "Enter" });
    await waitFor(() => expect(sent).toHaveBeenCalledWith({ do: "keep", talk }));
  });

  it("lights what a slot holds while the pointer is over it", () => {
    render(<SheetSentence step={step} onOpen={() => {}} />);
    fireEvent.mouseEnter(screen.getByText("1 face"));
    expect(usePart.getState().pointed).toEqual([{ kind: "face", key: "f1", body: "b1" }]);
    fireEvent.mouseLeave(screen.getByText("1 face"));
    expect(usePart.getState().pointed).toEqual([]);
  });
});

describe("what the view shows of a sentence", () => {
  it("hits only what its open places take", () => {
    expect([...hittable(shell({ takes: ["edge", "corner"] }))].sort()).toEqual(["edge", "vertex"]);
    expect([...hittable(shell({ takes: ["body"] }))]).toEqual(["face"]);
    expect(hittable(shell({ takes: ["region"] })).size).toBe(0);
  });

  it("hatches faces, bodies and what steps made", () => {
    const held = (slot: Partial<Slot>) =>
      allSeen(shell({}, { faces: { ...shell().slots.faces, ...slot } }), view);
    expect(held({})).toEqual([{ kind: "face", key: "f1", body: "b1" }]);
    expect(held({ as: "body", held: ["b1"] })).toHaveLength(2);
    expect(held({ as: "step", held: ["s2"] })).toEqual([{ kind: "face", key: "f2", body: "b1" }]);
    expect(held({ held: [{ edge: "e1" }, "top"] })).toEqual([{ kind: "edge", key: "e1", body: "b1" }]);
  });
});

describe("what an entry brings along", () => {
  const mode = (chosen: string) => ({
    mode: {
      is: "choice",
      label: "What becomes of it",
      text: chosen === "add" ? "added" : "removed",
      chosen,
      options: [],
    } as unknown as Slot,
  });

  it("is seen, and goes back by one press", async () => {
    usePart.setState({ doing: { kind: "writing", answer: shell({}, mode("add")), turn: 1 } });
    reply = async () => shell({}, mode("remove"));
    await enter("thickness", { pulled: -4 });
    const { doing } = usePart.getState();
    expect(doing.kind === "writing" && doing.followed).toEqual([{ at: "mode", was: "add", said: "added" }]);
    if (doing.kind === "writing") render(<WriteBar answer={doing.answer} turn={1} />);
    asked.length = 0;
    fireEvent.click(screen.getByText("now removed; back to added"));
    await waitFor(() => expect(asked).toMatchObject([{ at: "mode", entry: { chose: "add" } }]));
  });

  it("is nothing when the material stays as it is, and that is said before it is kept", () => {
    const body = { bodies: [], steps: [], volume: 5 } as unknown as PartView;
    usePart.setState({ view: { ...usePart.getState().view!, ...body }, preview: body });
    usePart.setState({ previewChange: { come: [], gone: [] }, previewWhy: "" });
    render(<WriteBar answer={shell({ stage: 3, lacks: [] })} turn={1} />);
    expect(screen.getByTestId("live").textContent).toContain("Nothing would change");
  });
});
