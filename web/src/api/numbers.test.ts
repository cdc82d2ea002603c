import { expect, test } from "vitest";
import { degrees, lengthText, roughLength, spaced } from "./numbers";

test("lengths are told short and without loss", () => {
  expect(lengthText(3600, "mm")).toBe("3600");
  expect(lengthText(12.5, "cm")).toBe("1.25");
  expect(lengthText(9.525, "in")).toBe("0.375");
  expect(lengthText(-1e-9, "mm")).toBe("0");
  expect(degrees(Math.PI / 6)).toBe("30°");
});

test("volumes keep their zeros", () => {
  expect(spaced(3600)).toBe("3\u2009600");
  expect(spaced(201260.4)).toBe("201\u2009260");
  expect(spaced(12.04)).toBe("12");
});

test("what is typed is understood while typing", () => {
  expect(roughLength("12", "mm")).toBe(12);
  expect(roughLength("3/8 in", "mm")).toBeCloseTo(9.525);
  expect(roughLength("1 1/2", "in")).toBeCloseTo(38.1);
  expect(roughLength("2,5cm", "mm")).toBe(25);
  expect(roughLength("12 m", "mm")).toBe(12000);
  expect(roughLength("tw", "mm")).toBeNull();
  expect(roughLength("", "mm")).toBeNull();
});
