import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { ShowMe } from "./ShowMe";

const part = (token: string) => ({ token, id: 0, steps: [], bodies: [], sketches: {}, shapes: {} });
const sentence = (text: string, lack?: string) => ({
  words: [{ t: "Round " }, { at: "what" }, { at: "more" }],
  slots: {
    what: { is: "pick", label: "Edges", text, lack, held: [] },
    more: { is: "act", label: "more", text: "another size" },
  },
});

vi.mock("../api/client", () => ({
  api: {
    show: async () => [
      { said: "Edges are clicked", answer: sentence("pick edges", "Click one."), part: part("a") },
      { said: "", answer: sentence("1 edge"), part: part("b") },
      { said: "Enter keeps it", part: part("c") },
    ],
  },
  Refused: class extends Error {},
}));
vi.mock("../scene/Scene", () => ({
  Scene: class {
    look = { fit: () => {} };
    resize() {}
    show() {}
    mark() {}
    moved() {}
    dispose() {}
  },
}));

const said = () => screen.getByRole("status").textContent;
const shown = () => screen.getByTestId("shown-sentence").textContent;

async function play() {
  render(<ShowMe offer="blend/round" title="Round" onClose={() => {}} />);
  await act(() => vi.advanceTimersByTimeAsync(1));
}

beforeEach(() => {
  vi.useFakeTimers();
  vi.stubGlobal("matchMedia", () => ({ matches: false }));
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe("an operation being shown", () => {
  it("goes from moment to moment by itself, its words staying until there are others", async () => {
    await play();
    expect([said(), shown()]).toEqual(["Edges are clicked", "Round pick edges"]);
    await act(() => vi.advanceTimersByTimeAsync(2500));
    expect([said(), shown()]).toEqual(["Edges are clicked", "Round 1 edge"]);
    await act(() => vi.advanceTimersByTimeAsync(1600));
    expect([said(), shown()]).toEqual(["Enter keeps it", "The step stands in the build sheet."]);
    expect(screen.getByText("3 of 3")).toBeTruthy();
    fireEvent.click(screen.getByText("Once more"));
    expect(screen.getByText("1 of 3")).toBeTruthy();
  });

  it("is held, and gone through by hand and by arrow keys", async () => {
    await play();
    fireEvent.click(screen.getByText("Hold"));
    await act(() => vi.advanceTimersByTimeAsync(9000));
    expect(screen.getByText("1 of 3")).toBeTruthy();
    fireEvent.click(screen.getByText("Next"));
    fireEvent.keyDown(screen.getByRole("dialog"), { key: "ArrowRight" });
    expect(screen.getByText("3 of 3")).toBeTruthy();
    fireEvent.keyDown(screen.getByRole("dialog"), { key: "ArrowLeft" });
    expect(screen.getByText("2 of 3")).toBeTruthy();
  });

  it("stands still where less motion is wished", async () => {
    vi.stubGlobal("matchMedia", () => ({ matches: true }));
    await play();
    await act(() => vi.advanceTimersByTimeAsync(9000));
    expect(screen.getByText("1 of 3")).toBeTruthy();
    expect(screen.getByText("Go on")).toBeTruthy();
  });
});
