import { Vector3 } from "three";
import { expect, it } from "vitest";
import { Look } from "./camera";
import { heldPlace, lockName, nextLock, useLock } from "./lock";

const look = new Look();
look.face([0.3, -1, 0.2], [0, 0, 1]);
look.width = 800;
look.height = 600;

const under = (x: number, y: number, z: number) => look.toScreen(new Vector3(x, y, z));

it("a place goes in the plane that is seen most squarely, or in the one it is held to", () => {
  expect(heldPlace(look, "seen", [0, 5, 0], under(20, 5, 13))).toEqual([20, 5, 13]);
  expect(heldPlace(look, "xy", [0, 5, 7], under(20, 9, 7))).toEqual([20, 9, 7]);
  expect(lockName(look, "seen")).toBe("in xz");
});

it("along an axis the other coordinates stay as they are, however the hand wanders", () => {
  const [x, y] = under(1, 2, 33);
  expect(heldPlace(look, "z", [1, 2, 3], [x + 30, y])!.slice(0, 2)).toEqual([1, 2]);
  expect(lockName(look, "z")).toBe("along z");
});

it("places lie on the grid unless it is left, and nowhere where a plane is seen from its edge", () => {
  expect(heldPlace(look, "seen", [0, 0, 0], under(20.2, 0, 13.3))).toEqual([20, 0, 13]);
  const free = heldPlace(look, "seen", [0, 0, 0], under(20.2, 0, 13.3), true)!;
  expect(free[0]).toBeCloseTo(20.2, 6);
  look.face([0, -1, 0], [0, 0, 1]);
  expect(heldPlace(look, "xy", [0, 0, 0], [400, 300])).toBeNull();
});

it("locks go round", () => {
  const seen = new Set<string>();
  for (let i = 0; i < 7; i++) {
    seen.add(useLock.getState().lock);
    nextLock();
  }
  expect([seen.size, useLock.getState().lock]).toEqual([7, "seen"]);
});
