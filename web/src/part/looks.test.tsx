import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { Vector3 } from "three";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { PartView } from "../api/types";
import { focusedByKeys, followFocus } from "../frame/focus";
import { Look } from "../scene/camera";
import { useLookStore } from "../scene/useLook";
import { bringIn, refit } from "../sketch/flat";
import { fit, lookFrom } from "./actions";
import { lookBack, lookStraight } from "./looks";
import { usePart } from "./store";

vi.mock("../api/client", () => ({ api: {}, Refused: class extends Error {} }));

let look: Look;
const eye = () =>
  look
    .toEye()
    .toArray()
    .map((v) => Math.round(v * 1000) / 1000 + 0);

/** A square sketch on the top plane, from the origin. */
function show(size: number, constraints: object[] = [], more: object = {}): void {
  const point = (id: string, x: number, y: number) => ({ kind: "point", id, x, y });
  const step = {
    kind: "sketch",
    id: "s1",
    name: "Outline",
    entities: [
      point("p1", 0, 0),
      point("p2", size, size),
      { kind: "line", id: "c1", start: "p1", end: "p2" },
    ],
    constraints,
  };
  const placed = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1] };
  const face = { key: "f1", point: [50, 5, 5], out: [1, 0, 0] };
  usePart.setState({
    view: {
      unit: "mm",
      steps: [step],
      sketches: { s1: placed },
      bodies: [{ id: "b1", faces: [face], edges: [], vertices: [] }],
      ...more,
    } as unknown as PartView,
    preview: null,
    doing: { kind: "looking" },
    picks: [],
    hover: null,
    notice: null,
  });
}

beforeEach(() => {
  look = new Look();
  look.width = 800;
  look.height = 600;
  useLookStore.setState({ look });
  show(40, [], { min: [0, 0, 0], max: [50, 10, 10] });
});
afterEach(cleanup);

describe("how the part is looked at", () => {
  it("goes back step by step, and says when there is nothing further back", () => {
    lookFrom("Top");
    lookFrom("Front");
    look.orbit(30, 10);
    fit();
    lookBack();
    lookBack();
    expect(eye()).toEqual([0, 0, 1]);
    for (let i = 0; i < 40; i++) lookBack();
    expect(usePart.getState().notice!.text).toContain("no earlier view");
  });

  it("goes straight at the face that is picked, else at the one under the pointer", () => {
    lookStraight();
    expect(usePart.getState().notice!.text).toContain("Point at a face");
    usePart.setState({ hover: { kind: "face", key: "f1", body: "b1" } });
    lookStraight();
    expect(eye()).toEqual([1, 0, 0]);
    expect(look.middle).toEqual(new Vector3(50, 5, 5));
    expect(look.up().z).toBeCloseTo(1, 9);
    lookBack();
    expect(eye()).not.toEqual([1, 0, 0]);
  });
});

describe("a sketch", () => {
  const sized = [{ kind: "distance", id: "k1", on: ["c1"], value: 0.5 }];

  it("that is small stays as it lies until it has a size, then it is brought near", () => {
    lookFrom("Top");
    look.scale = 5;
    show(0.4);
    refit("s1");
    expect(look.scale).toBe(5);
    show(0.4, sized);
    refit("s1");
    expect(look.scale).toBeGreaterThan(100);
  });

  it("that grew out of the view is fitted; one that is in sight isn't touched", () => {
    lookFrom("Top");
    look.scale = 5;
    look.middle.set(0, 0, 0);
    show(40);
    refit("s1");
    expect(look.scale).toBe(5);
    show(400);
    refit("s1");
    expect(look.scale).toBeLessThan(2);
  });

  it("comes into the view as it is looked at when it is finished outside of it", () => {
    lookFrom("Corner");
    const before = eye();
    look.scale = 5;
    look.middle.set(500, 0, 0);
    show(40);
    bringIn("s1");
    expect(eye()).toEqual(before);
    for (const p of [new Vector3(0, 0, 0), new Vector3(40, 40, 0)]) {
      const [x, y] = look.toScreen(p);
      expect(x > 0 && x < 800 && y > 0 && y < 600).toBe(true);
    }
    expect(look.scale).toBe(5);
  });
});

it("the focus counts as moved by keys only after a key", () => {
  const stop = followFocus();
  render(
    <>
      <button>One</button>
      <button>Two</button>
    </>,
  );
  const [one, two] = screen.getAllByRole("button");
  fireEvent.pointerDown(one);
  one.focus();
  expect(focusedByKeys()).toBe(false);
  fireEvent.keyDown(one, { key: "Tab" });
  expect(focusedByKeys()).toBe(false);
  two.focus();
  expect(focusedByKeys()).toBe(true);
  fireEvent.pointerDown(two);
  expect(focusedByKeys()).toBe(false);
  stop();
});
