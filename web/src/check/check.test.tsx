import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { PartView, Section } from "../api/types";
import { usePart } from "../part/store";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { MassSlip } from "./MassSlip";
import { MeasureSlip, valueText } from "./MeasureSlip";
import { useMeasured } from "./measure";
import { changeCut, openSection, planes, setCuts, toggleSection, useSection } from "./section";
import { SectionStrip } from "./SectionStrip";
import { sectionSvg } from "./sectionSvg";

const asked: unknown[] = [];
const answer: Section = {
  planes: [],
  regions: [{ body: "s2", plane: 0, area: 600, path: "", centroid: [0, 0, 0] }],
  area: 600,
};
vi.mock("../api/client", () => ({
  api: {
    section: (...a: unknown[]) => {
      asked.push(a);
      return Promise.resolve(answer);
    },
    mass: () =>
      Promise.resolve({
        bodies: [{ id: "s2", called: "Block", material: "", volume: 24000 }],
        volume: 24000,
        area: 5200,
        centre: [20, 15, 10],
      }),
  },
  Refused: class extends Error {},
  wentOn: () => {},
}));

const part = {
  id: 1,
  revision: 3,
  unit: "mm",
  min: [0, 0, 0],
  max: [40, 30, 20],
  bodies: [
    { id: "s2", faces: [{ key: "top", point: [20, 15, 20], out: [0, 0, 1], normal: [0, 0, 1] }], edges: [] },
  ],
  steps: [],
} as unknown as PartView;

beforeEach(() => {
  vi.useFakeTimers();
  asked.length = 0;
  useSection.setState({ cuts: [], last: [], answer: null });
  usePart.setState({ view: part, picks: [], doing: { kind: "looking" } });
  const look = new Look();
  look.face([0.2, -1, 0.3], [0, 0, 1]);
  useLookStore.setState({ look });
});
afterEach(() => {
  cleanup();
  vi.useRealTimers();
});

const still = () => act(() => vi.advanceTimersByTimeAsync(50));

describe("a part is cut open", () => {
  it("across the look, through its middle, the near half taken away", async () => {
    openSection();
    expect(planes(useSection.getState().cuts)).toEqual([{ origin: [0, 15, 0], normal: [0, -1, 0] }]);
    await still();
    expect(useSection.getState().answer?.area).toBe(600);
  });

  it("along a face that is picked, and is asked about only when the hand is still", async () => {
    usePart.setState({ picks: [{ kind: "face", key: "top", body: "s2" }] });
    openSection();
    for (let i = 0; i < 5; i++) changeCut(0, { at: -i });
    await still();
    expect(asked).toEqual([[1, 3, [{ origin: [20, 15, 16], normal: [0, 0, 1] }]]]);
  });

  it("again as it last was by a key", () => {
    openSection();
    changeCut(0, { at: -4, flipped: true });
    toggleSection();
    expect(useSection.getState().cuts).toEqual([]);
    toggleSection();
    expect(planes(useSection.getState().cuts)).toEqual([{ origin: [0, 4, 0], normal: [-0, 1, -0] }]);
  });

  it("with what it lays open beside it, and places that are typed", async () => {
    setCuts([]);
    openSection();
    render(<SectionStrip />);
    await still();
    expect(screen.getByTestId("section-area").textContent).toContain("600");
    const field = screen.getByLabelText("Place of plane 1");
    fireEvent.change(field, { target: { value: "1/2 in" } });
    fireEvent.keyDown(field, { key: "Enter" });
    expect(useSection.getState().cuts[0].at).toBeCloseTo(12.7);
    fireEvent.click(screen.getByText("another plane"));
    expect(useSection.getState().cuts.map((c) => c.of)).toEqual(["front", "top"]);
  });
});

it("what is laid open is a drawing in mm, its planes beside each other, y up", () => {
  const plane = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] } as never;
  const region = (plane: number, path: string) =>
    ({ body: "s2", plane, area: 1, path, centroid: [0, 0, 0] }) as never;
  const svg = sectionSvg(
    { planes: [plane, plane], regions: [region(0, "M0 0H20V5H0Z"), region(1, "M-3 2H3V4H-3Z")] },
    (p) => (p.startsWith("M0") ? { x: 0, y: 0, width: 20, height: 5 } : { x: -3, y: 2, width: 6, height: 2 }),
  );
  expect(svg).toContain('width="56mm" height="25mm"');
  expect(svg).toContain('<g transform="translate(10 15) scale(1 -1)"><path d="M0 0H20V5H0Z"/></g>');
  expect(svg).toContain("translate(43 14) scale(1 -1)");
});

it("measures are told in the part's unit", () => {
  expect(valueText({ what: "", is: "length", value: 25.4 }, "in")).toBe("1 in");
  expect(valueText({ what: "", is: "angle", value: Math.PI / 6 }, "mm")).toContain("30");
  useMeasured.setState({ measured: { rows: [{ what: "least distance", is: "length", value: 12.34567 }] } });
  render(<MeasureSlip />);
  expect(screen.getByTestId("measured").textContent).toContain("12.3457 mm");
});

it("what a part weighs says where a material is missing", async () => {
  render(<MassSlip />);
  await still();
  expect(screen.getByTestId("mass").textContent).toContain("20 · 15 · 10");
  fireEvent.click(screen.getByText("Choose one"));
  expect(usePart.getState().panel).toBe("bodies");
});
