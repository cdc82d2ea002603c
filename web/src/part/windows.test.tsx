import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { fold, Fold, Folded, useFolds } from "../frame/Fold";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { StageRail } from "./StageRail";
import { usePart } from "./store";
import { ViewFurniture } from "./ViewFurniture";

vi.mock("../api/client", () => ({ api: {}, Refused: class extends Error {} }));

const look = new Look();

beforeEach(() => {
  localStorage.clear();
  useFolds.setState({ shelf: false, sheet: false });
  usePart.setState({ view: null, doing: { kind: "looking" } });
  useLookStore.setState({ look });
});
afterEach(cleanup);

describe("sides of the view", () => {
  it("fold away and come back, and stay as they were left", () => {
    render(
      <>
        <Fold side="sheet" />
        <Folded side="sheet">Build sheet</Folded>
      </>,
    );
    fireEvent.click(screen.getByLabelText("Fold the build sheet"));
    expect(useFolds.getState()).toEqual({ shelf: false, sheet: true });
    fold("shelf", true);
    expect(localStorage.getItem("tall-ember-folded")).toBe("shelf sheet");
    fireEvent.click(screen.getByTitle("Open the build sheet"));
    expect(useFolds.getState()).toEqual({ shelf: true, sheet: false });
    expect(localStorage.getItem("tall-ember-folded")).toBe("shelf");
  });

  it("a stage opens the shelf", () => {
    fold("shelf", true);
    render(<StageRail />);
    fireEvent.click(screen.getByTitle("Edge (4)"));
    expect([useFolds.getState().shelf, usePart.getState().stage]).toEqual([false, 4]);
  });
});

it("the dial gives way to a list where it would lie over the part", () => {
  look.width = 700;
  look.height = 600;
  render(<ViewFurniture sketching={true} />);
  expect(screen.getByLabelText("View dial")).toBeTruthy();
  expect(screen.getByText("fighting")).toBeTruthy();
  cleanup();
  look.height = 380;
  render(<ViewFurniture sketching={true} />);
  expect(screen.queryByLabelText("View dial")).toBeNull();
  expect(screen.queryByText("fighting")).toBeNull();
  expect(screen.getByLabelText("Look from").textContent).toContain("▾");
});
