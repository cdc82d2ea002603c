import { cleanup, fireEvent, render, screen, waitFor } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { Checkup } from "../api/types";
import { usePart } from "../part/store";
import { FindingSheet } from "./FindingSheet";
import { goInto, letter, useFindings } from "./findings";
import { MakingSlip } from "./MakingSlip";

const checkup: Checkup = {
  way: "moulded",
  pull: [0, 0, 1],
  stopped: true,
  limits: { least_wall_mm: 1.2, draft_deg: 1 },
  notes: [],
  findings: [
    {
      id: "draft-1",
      rule: "draft",
      stops: true,
      sentence: "This face leans 0.5° against the pull; 1° or more lets it go.",
      step: "s9",
      mendable: true,
      places: [[1, 2, 3]],
      faces: [{ body: "s2", key: "s9.side(c1)" }],
    },
    {
      id: "undercut-2",
      rule: "undercut",
      stops: false,
      sentence: "The mould can't let go here.",
      step: "",
      mendable: false,
      places: [[0, 0, 0]],
      faces: [],
      accepted: "a slide is there",
    },
  ],
  clear: ["wall-thin"],
};

const command = { do: "change-step", step: { id: "s9" } };
const check = vi.fn(() => Promise.resolve(checkup));

vi.mock("../api/client", () => ({
  api: {
    check: () => check(),
    remedy: () => Promise.resolve({ said: "Make the draft of Ribs 1°", command }),
  },
  Refused: class extends Error {},
}));

const send = vi.fn(() => Promise.resolve(true));

afterEach(cleanup);

beforeEach(() => {
  send.mockClear();
  check.mockClear();
  useFindings.setState({ open: true, checkup: null, why: "", at: null, remedies: {} });
  usePart.setState({
    view: { id: 1, revision: 4, unit: "in", steps: [{ id: "s9", name: "Ribs" }], bodies: [] } as never,
    stage: 7,
    doing: { kind: "looking" },
    pointed: [],
    send,
  });
});

it("tells what stops release, and offers the number that mends it", async () => {
  render(<FindingSheet />);
  await screen.findByText(/leans 0.5°/);
  expect(screen.getByRole("status").textContent).toBe("2 findings · 1 stops release");
  fireEvent.click(await screen.findByText("Make the draft of Ribs 1°"));
  expect(send).toHaveBeenCalledWith(command);
  expect(screen.getByText(/Nothing found/).textContent).toContain("thin walls");
  expect(screen.getByText("Accepted: a slide is there")).toBeTruthy();
});

it("lights what a finding is about, and puts it out again", async () => {
  render(<FindingSheet />);
  fireEvent.click(await screen.findByLabelText("Show A"));
  expect(usePart.getState().pointed).toEqual([{ kind: "face", key: "s9.side(c1)", body: "s2" }]);
  goInto(checkup.findings[0]);
  expect(usePart.getState().pointed).toEqual([]);
});

it("asks for a reason before something is accepted, and keeps it when that fails", async () => {
  render(<FindingSheet />);
  fireEvent.click(await screen.findByText("Accept, with a reason"));
  const field = screen.getByLabelText("Why A may stay");
  fireEvent.keyDown(field, { key: "Enter" });
  expect(send).not.toHaveBeenCalled();
  send.mockResolvedValueOnce(false);
  fireEvent.change(field, { target: { value: "it bends" } });
  fireEvent.keyDown(field, { key: "Enter" });
  expect(send).toHaveBeenCalledWith({ do: "accept", found: "draft-1", why: "it bends" });
  await waitFor(() =>
    expect((screen.getByLabelText("Why A may stay") as HTMLInputElement).value).toBe("it bends"),
  );
});

it("sets the way and its limits, lengths in the part's unit", () => {
  useFindings.setState({ checkup });
  render(<MakingSlip />);
  const wall = screen.getByLabelText("Least wall") as HTMLInputElement;
  expect(wall.value).toBe("0.04724");
  fireEvent.focus(wall);
  fireEvent.change(wall, { target: { value: "0.1" } });
  fireEvent.keyDown(wall, { key: "Enter" });
  expect(send).toHaveBeenLastCalledWith({
    do: "make",
    way: "moulded",
    pull: [0, 0, 1],
    limits: { least_wall_mm: 2.54 },
  });
  const draft = screen.getByLabelText("Draft, °");
  fireEvent.change(draft, { target: { value: "1,5" } });
  fireEvent.keyDown(draft, { key: "Enter" });
  expect(send).toHaveBeenLastCalledWith(expect.objectContaining({ limits: { draft_deg: 1.5 } }));
  fireEvent.change(screen.getByDisplayValue("moulding"), { target: { value: "cast" } });
  expect(send).toHaveBeenLastCalledWith(expect.objectContaining({ way: "cast" }));
});

it("goes on past Z", () => expect([0, 25, 26].map(letter)).toEqual(["A", "Z", "A1"]));
