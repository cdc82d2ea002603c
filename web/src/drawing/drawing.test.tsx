import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, expect, it, vi } from "vitest";
import type { DrawingSheet, SheetPlan } from "../api/types";
import { usePart } from "../part/store";
import { addNote, called, hideOnSheet, moveOnSheet, numberOf, useDrawing } from "./drawing";
import { DrawingSide } from "./DrawingSide";
import { ReleaseSlip } from "./ReleaseSlip";

const PLAN: SheetPlan = {
  paper: "",
  scale: 0,
  firstAngle: true,
  section: true,
  moved: { "view:side": [2, 1] },
  hidden: ["view:corner"],
  notes: [{ id: "n2", x: 30, y: 40, text: "Break edges" }],
};
const SHEET: DrawingSheet = {
  paper: "A3",
  width: 420,
  height: 297,
  scale: 0.5,
  plan: PLAN,
  notShown: ["The size 4 of Rib finds no room.", "It lies at nothing.", "It lies at nothing."],
  svg: "<svg/>",
};
let sent: unknown[] = [];

beforeEach(() => {
  sent = [];
  useDrawing.setState({ open: true, sheet: SHEET, why: "", picked: null });
  usePart.setState({
    send: vi.fn((c: unknown) => {
      sent.push(c);
      return Promise.resolve(true);
    }) as never,
  });
});
afterEach(cleanup);

const plan = () => (sent.at(-1) as { sheet: SheetPlan }).sheet;

it("moves what is on the sheet from where it was moved before, and notes where they stand", () => {
  moveOnSheet("view:side", 3.04, -2);
  expect(plan().moved["view:side"]).toEqual([5, -1]);
  moveOnSheet("size:s1/d1", 1, 1);
  expect(plan().moved).toEqual({ "view:side": [2, 1], "size:s1/d1": [1, 1] });
  moveOnSheet("note:n2", -5, 5);
  expect(plan().notes[0]).toMatchObject({ x: 25, y: 45 });
});

it("takes things off, and notes for good; adds notes under fresh names", () => {
  hideOnSheet("size:s1/d1");
  expect(plan().hidden).toEqual(["view:corner", "size:s1/d1"]);
  hideOnSheet("note:n2");
  expect(plan().notes).toEqual([]);
  addNote("Deburr");
  expect(plan().notes.map((n) => n.id)).toEqual(["n2", "n3"]);
});

it("knows what a name on the sheet stands for", () => {
  expect(called("view:top")).toBe("the view from above");
  expect(numberOf("size:s12/d3")).toEqual({ step: "s12", place: "d3" });
  expect(numberOf("size:whole/width")).toBeNull();
  expect(numberOf("hole:s5/s9 s5:h1-wall")).toEqual({ step: "s5", place: "diameter" });
});

it("lays the sheet out by the choices beside it", () => {
  render(<DrawingSide />);
  fireEvent.change(screen.getByLabelText("Paper"), { target: { value: "A2" } });
  expect(plan().paper).toBe("A2");
  fireEvent.change(screen.getByLabelText("Scale"), { target: { value: "0.2" } });
  expect(plan().scale).toBe(0.2);
  fireEvent.change(screen.getByLabelText("Views"), { target: { value: "third" } });
  expect(plan().firstAngle).toBe(false);
  fireEvent.click(screen.getByText("Show all again"));
  expect(plan().hidden).toEqual([]);
  expect(screen.getByText("The size 4 of Rib finds no room.")).toBeTruthy();
  expect(screen.getByText("It lies at nothing. (2 times)")).toBeTruthy();
});

it("releases under the next letter, and says why it can't", async () => {
  usePart.setState({ view: { id: 4, bodies: [{}], steps: [] } as never, say: vi.fn() as never });
  const had = [
    { letter: "A", version: 7, made: "2026-11-30T10:00:00", files: ["Cup A.pdf", "Cup A findings.json"] },
  ];
  vi.stubGlobal(
    "fetch",
    vi.fn((_: string, init?: RequestInit) =>
      Promise.resolve(
        init?.method === "POST"
          ? new Response(JSON.stringify({ sentence: "Something found stops this release." }), { status: 422 })
          : new Response(JSON.stringify(had)),
      ),
    ),
  );
  render(<ReleaseSlip />);
  expect((await screen.findByText("PDF")).getAttribute("href")).toBe("/api/parts/4/releases/A/Cup%20A.pdf");
  expect(screen.getByText("findings")).toBeTruthy();
  fireEvent.click(screen.getByText("Release as B"));
  await vi.waitFor(() =>
    expect(usePart.getState().say).toHaveBeenCalledWith("Something found stops this release.", true),
  );
  vi.unstubAllGlobals();
});
