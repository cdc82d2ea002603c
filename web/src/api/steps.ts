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

export type Extent = "distance" | "through" | "next" | "face";

export type Mode = "body" | "add" | "remove" | "common";

/** On which side of the lines a wall stands. */
export type WallSide = "inside" | "outside" | "middle";

export interface ExtrudeStep extends StepBase {
  kind: "extrude";
  sketch: string;
  regions: RegionRef[];
  extent?: Extent;
  distance: number | string;
  /** By which the sides lean inward, in radians. */
  taper?: number | string;
  /** The face up to which it goes, and how far short of it it stops. */
  target?: FaceRef;
  gap?: number | string;
  /** How far it goes the other way too. */
  back?: number | string;
  /** The face it starts from instead of the sketch's plane. */
  from?: FaceRef;
  /** As a wall along the lines. */
  thickness?: number | string;
  side?: WallSide;
  bothWays: boolean;
  flipped: boolean;
  mode: Mode;
}

export interface RevolveStep extends StepBase {
  kind: "revolve";
  sketch: string;
  regions: RegionRef[];
  axis: string;
  full: boolean;
  /** In radians. */
  angle: number | string;
  bothWays: boolean;
  flipped: boolean;
  mode: Mode;
}

/** An edge as it was when it was picked. */
export interface EdgeRef {
  edge: string;
  point: Vec3;
}

/** A corner as it was when it was picked. */
export interface CornerRef {
  corner: string;
  point: Vec3;
}

export interface BlendStep extends StepBase {
  kind: "blend";
  bevel: boolean;
  size: number | string;
  /** How far a bevel reaches along the other faces; not there for as far. */
  second?: number | string;
  /** Of a bevel to the faces of its size, in radians; not there when it has none. */
  angle?: number | string;
  flipped?: boolean;
  /** Whether a round's size is its width. */
  width?: boolean;
  /** Whether faces are made round from side to side. */
  full?: boolean;
  chain: boolean;
  edges: EdgeRef[];
  /** Faces all of whose edges are meant. */
  faces?: FaceRef[];
  whole?: "all" | "outer" | "inner";
  /** Edges with a size of their own. */
  also?: { size: number | string; edges: EdgeRef[] }[];
  /** Further radii at parts of the way along the edges, from 0 to 1. */
  places?: { at: number; size: number | string }[];
  turned?: boolean;
  /** Edges on which the round ends. */
  held?: EdgeRef[];
  /** The faces on the round's other side. */
  against?: FaceRef[];
}

export type ReadyShape = "box" | "cylinder" | "cone" | "ball" | "ring";

/** A body without a sketch; its sizes are fields named as its shape's sizes are. */
export interface ReadyStep extends StepBase {
  kind: "ready";
  shape: ReadyShape;
  plane: Plane;
  /** Where its middle stands in the plane's coordinates. */
  at?: Vec2;
  flipped: boolean;
  mode: Mode;
}

export type Mouth = "plain" | "counterbore" | "countersink" | "spotface";

/** What the place of a hole follows: a sketch point, an edge's centre or middle, or two edges at distances. */
export type HoleSpot =
  | { sketch: string; point: string }
  | { edge: EdgeRef }
  | { first: EdgeRef; a: number | string; second: EdgeRef; b: number | string };

export interface HolePlace {
  id: string;
  on: FaceRef;
  at: Vec2;
  spot?: HoleSpot;
}

/** Round holes of one size at several places of flat faces. */
export interface HoleStep extends StepBase {
  kind: "hole";
  mouth: Mouth;
  diameter: number | string;
  extent: "blind" | "through" | "next" | "line" | "face";
  depth: number | string;
  target?: FaceRef;
  pointed: boolean;
  /** The whole angle of the drill's point, in radians. */
  point: number | string;
  head: number | string;
  headDepth: number | string;
  /** The countersink's whole angle, in radians. */
  sink: number | string;
  use: string;
  places: HolePlace[];
}

/** What a repeat goes along or round: one of the part's axes, a face, an edge, or an axis that a step made. */
export type Axis = "x" | "y" | "z" | FaceRef | EdgeRef | { step: string };

/** Does again elsewhere what steps did, or what bodies or faces are. Fields by layout. */
export interface RepeatStep extends StepBase {
  kind: "repeat";
  steps: string[];
  bodies: string[];
  faces: FaceRef[];
  layout: "row" | "round" | "path" | "mirror";
  axis?: Axis;
  /** In all, the original among them. */
  count?: number;
  spacing?: number | string;
  overall?: boolean;
  axis2?: Axis;
  count2?: number;
  spacing2?: number | string;
  flipped2?: boolean;
  full?: boolean;
  /** In radians. */
  angle?: number | string;
  sketch?: string;
  line?: { boundary: string[]; inside: Vec2 };
  turning?: boolean;
  plane?: Plane;
  flipped: boolean;
  skip: number[];
}

/** A screw size and the holes that belong to it, in mm; zero where the standards have none. */
export interface Screw {
  size: string;
  system: "metric" | "inch";
  diameter: number;
  pitch: number;
  fine: number;
  drill: number;
  fineDrill: number;
  close: number;
  normal: number;
  loose: number;
  bore: number;
  boreDepth: number;
  sink: number;
  /** In degrees. */
  sinkAngle: number;
  coarseName: string;
  fineName: string;
}

/** Hollows bodies to walls, leaving faces open. */
export interface ShellStep extends StepBase {
  kind: "shell";
  faces: FaceRef[];
  chain: boolean;
  closed: boolean;
  thickness: number | string;
  outside: number | string;
  /** Whether corners of walls outside are round by their thickness. */
  rounded?: boolean;
  groups: { thickness: number | string; faces: FaceRef[] }[];
}

/** Leans faces to the pull of a mould. */
export interface DraftStep extends StepBase {
  kind: "draft";
  faces: FaceRef[];
  chain: boolean;
  plane: Plane;
  flipped: boolean;
  /** Whether the faces lean away from the plane on both sides. */
  both?: boolean;
  /** In radians. */
  angle: number | string;
}

/** Moves faces along their normals, or takes them out, or does what the way says. */
export interface FacesStep extends StepBase {
  kind: "faces";
  faces: FaceRef[];
  chain: boolean;
  remove: boolean;
  distance: number | string;
  way?: "thicken" | "replace" | "divide";
  /** Whose shape they take, or along which they are divided. */
  plane?: Plane;
  sketches?: string[];
  apart?: boolean;
}

export type Feature = "rim" | "clip" | "post" | "slots";

/** A ready piece of a moulded part; its sizes are fields named as its feature's sizes are. */
export interface MouldedStep extends StepBase {
  kind: "moulded";
  feature: Feature;
  plane: Plane;
  at: { x: number | string; y: number | string }[];
  /** In radians. */
  turn: number | string;
  count: number;
  rows: number;
  outer: boolean;
  recess: boolean;
}

/** A plane that others stand on. */
export interface PlaneStep extends StepBase {
  kind: "plane";
  way: "beside" | "midway" | "turned" | "meeting" | "tangent" | "corners" | "square";
  plane: Plane;
  second?: Plane;
  edge?: EdgeRef;
  round?: FaceRef;
  corners?: CornerRef[];
  distance: number | string;
  /** In radians. */
  angle: number | string;
}

export type MarkWay =
  | "along-edge"
  | "of-face"
  | "where-planes-meet"
  | "through-corners"
  | "square"
  | "point-at"
  | "point-on-corner"
  | "point-on-edge"
  | "point-in-plane";

/** An axis or a point that others go by. */
export interface MarkStep extends StepBase {
  kind: "axis" | "point";
  way: MarkWay;
  plane: Plane;
  second?: Plane;
  edge?: EdgeRef;
  round?: FaceRef;
  corners?: CornerRef[];
  x: number | string;
  y: number | string;
  z: number | string;
}

export interface MirrorStep extends StepBase {
  kind: "mirror";
  plane: Plane;
  join: boolean;
  /** None for all. */
  bodies?: string[];
}

/** Moves and turns bodies, or copies of them. */
export interface MoveStep extends StepBase {
  kind: "move";
  bodies: string[];
  x: number | string;
  y: number | string;
  z: number | string;
  axis: Axis;
  /** In radians. */
  angle: number | string;
  copy: boolean;
}

export interface CombineStep extends StepBase {
  kind: "combine";
  way: "join" | "subtract" | "common";
  /** The first one first; none for all. */
  bodies?: string[];
}

/** Ribs along drawn lines of a sketch. */
export interface RibStep extends StepBase {
  kind: "rib";
  sketch: string;
  regions: RegionRef[];
  upright: boolean;
  thickness: number | string;
  side: WallSide;
  atBase: boolean;
  /** In radians. */
  draft: number | string;
  carriedOn: boolean;
  depth: number | string;
  flipped: boolean;
}

export interface SplitStep extends StepBase {
  kind: "split";
  plane: Plane;
}
