import type { Vec2, Vec3 } from "./types";

export type Entity =
  | { kind: "point"; id: string; x: number; y: number }
  | { kind: "line"; id: string; start: string; end: string; construction?: boolean }
  | { kind: "circle"; id: string; centre: string; radius: number; construction?: boolean }
  | { kind: "arc"; id: string; centre: string; start: string; end: string; construction?: boolean }
  | {
      kind: "ellipse";
      id: string;
      centre: string;
      a: string;
      b: string;
      /** Of a stretch; both are missing when it is whole. */
      start?: string;
      end?: string;
      construction?: boolean;
    }
  | {
      kind: "spline";
      id: string;
      through: string[];
      closed: boolean;
      startHandle?: string;
      endHandle?: string;
      /** Of a stretch, as a closed curve runs; both are missing when it is whole. */
      start?: string;
      end?: string;
      construction?: boolean;
    }
  | {
      kind: "text";
      id: string;
      start: string;
      along: string;
      text: string;
      height: number;
      construction?: boolean;
    };

export type ConstraintKind =
  | "coincident"
  | "on-curve"
  | "horizontal"
  | "vertical"
  | "parallel"
  | "perpendicular"
  | "tangent"
  | "smooth"
  | "equal"
  | "concentric"
  | "midpoint"
  | "symmetric"
  | "collinear"
  | "fixed"
  | "turned"
  | "stepped"
  | "distance"
  | "horizontal-distance"
  | "vertical-distance"
  | "radius"
  | "diameter"
  | "angle"
  | "arc-length"
  | "offset";

export interface Constraint {
  kind: ConstraintKind;
  id: string;
  on: string[];
  value?: number | string;
  driven?: boolean;
}

export interface RegionRef {
  id: string;
  boundary: string[];
  inside: Vec2;
}

/** A face as it was when it was picked. */
export interface FaceRef {
  face: string;
  point: Vec3;
  normal: Vec3;
}

/** One of the three through the origin, one that a step made, or a face. */
export type Plane = "top" | "front" | "side" | { step: string } | FaceRef | ThroughEdge | Upright;

/** Beside another plane, through an edge that lies level to it. */
export interface ThroughEdge {
  on: Plane;
  through: EdgeRef;
}

/** Upright on another plane, at a place of it. */
export interface Upright {
  on: Plane;
  x: number;
  y: number;
  turn: number;
}

interface StepBase {
  id: string;
  name: string;
  off?: boolean;
}

export interface SketchStep extends StepBase {
  kind: "sketch";
  plane: Plane;
  entities: Entity[];
  constraints: Constraint[];
  /** Curves and points that follow the part. */
  traces?: { curve: string }[];
  underlay?: Underlay;
  /** How far it is moved and turned (in radians) in its plane; not there when it isn't. */
  moveX?: number | string;
  moveY?: number | string;
  turn?: number | string;
}

/** A picture laid under a sketch, by its lower left corner, in mm. */
export interface Underlay {
  picture: string;
  at: Vec2;
  width: number;
  height: number;
  strength: number;
}

/** An edge as it was when it was picked. */
export interface EdgeRef {
  edge: string;
  point: Vec3;
}
