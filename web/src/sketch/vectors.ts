import type { Vec2 } from "../api/types";

export const TAU = 2 * Math.PI;
export const sub = (a: Vec2, b: Vec2): Vec2 => [a[0] - b[0], a[1] - b[1]];
export const dot = (a: Vec2, b: Vec2): number => a[0] * b[0] + a[1] * b[1];
export const cross = (a: Vec2, b: Vec2): number => a[0] * b[1] - a[1] * b[0];
export const dist = (a: Vec2, b: Vec2): number => Math.hypot(a[0] - b[0], a[1] - b[1]);
export const angleOf = (d: Vec2): number => Math.atan2(d[1], d[0]);
export const along = (p: Vec2, angle: number, d: number): Vec2 => [
  p[0] + d * Math.cos(angle),
  p[1] + d * Math.sin(angle),
];
