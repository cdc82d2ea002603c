/** What the server sends and takes. Lengths in mm, angles in radians. */
export type Vec3 = [number, number, number];
export type Vec2 = [number, number];

export type Entity =
  | { kind: "point"; id: string; x: number; y: number }
  | { kind: "line"; id: string; start: string; end: string; construction?: boolean }
  | { kind: "circle"; id: string; centre: string; radius: number; construction?: boolean }
  | { kind: "arc"; id: string; centre: string; start: string; end: string; construction?: boolean };

export type ConstraintKind =
  | "coincident"
  | "on-curve"
  | "horizontal"
  | "vertical"
  | "parallel"
  | "perpendicular"
  | "tangent"
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
  | "angle";

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

export type Plane = "top" | "front" | "side" | FaceRef;

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

export interface BlendStep extends StepBase {
  kind: "blend";
  bevel: boolean;
  size: number | string;
  chain: boolean;
  edges: EdgeRef[];
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

export type Mouth = "plain" | "counterbore" | "countersink";

/** Round holes of one size at several places of flat faces. */
export interface HoleStep extends StepBase {
  kind: "hole";
  mouth: Mouth;
  diameter: number | string;
  through: boolean;
  depth: number | string;
  pointed: boolean;
  head: number | string;
  headDepth: number | string;
  /** The countersink's whole angle, in radians. */
  sink: number | string;
  use: string;
  places: { id: string; on: FaceRef; at: Vec2 }[];
}

/** What a repeat goes along or round: one of the part's axes, or a face. */
export type Axis = "x" | "y" | "z" | FaceRef;

export interface RepeatStep extends StepBase {
  kind: "repeat";
  steps: string[];
  round: boolean;
  axis: Axis;
  /** In all, the original among them. */
  count: number;
  spacing: number | string;
  full: boolean;
  /** In radians. */
  angle: number | string;
  flipped: boolean;
  skip: number[];
}

/** A metric screw size and the holes that belong to it, in mm; zero where the standards have none. */
export interface Screw {
  size: string;
  diameter: number;
  pitch: number;
  fine: number;
  drill: number;
  close: number;
  normal: number;
  loose: number;
  bore: number;
  boreDepth: number;
  sink: number;
}

export interface SplitStep extends StepBase {
  kind: "split";
  plane: Plane;
}

export interface StepReport {
  status: "built" | "off" | "below" | "failed";
  message: string;
  notes: string[];
  dependants: string[];
}

export type Step = (
  SketchStep | ExtrudeStep | RevolveStep | BlendStep | ReadyStep | SplitStep | HoleStep | RepeatStep
) &
  StepReport;

export interface Region {
  boundary: string[];
  inside: Vec2;
  area: number;
  path: string;
}

export interface Said {
  id: string;
  words: string;
}

export interface PlacedSketch {
  origin: Vec3;
  x: Vec3;
  y: Vec3;
  z: Vec3;
  regions: Region[];
  gaps: { first: string; second: string; distance: number }[];
  openEnds: string[];
  doubled: { first: string; second: string }[];
  freedoms: number;
  loose: string[];
  redundant: Said[];
  fighting: Said[];
}

export interface FaceLine {
  key: string;
  shape: string;
  surface: string;
  point: Vec3;
  /** Out of the material, at the point. */
  out: Vec3;
  /** The same, when the face is flat. */
  normal?: Vec3;
  steps: string[];
}

export interface BodyView {
  id: string;
  faces: FaceLine[];
  edges: { key: string; shape: string; point: Vec3 }[];
  vertices: { key: string; point: Vec3 }[];
}

export interface Shape {
  positions?: string;
  normals?: string;
  triangles?: string;
  line?: string;
}

export type Unit = "mm" | "cm" | "in";

export interface PartView {
  id: number;
  revision: number;
  name: string;
  unit: Unit;
  undo: string;
  redo: string;
  workLine: number;
  values: { name: string; formula: string; number: number; used: string[] }[];
  /** By place: step id, a stroke, dimension id or "distance". */
  formulas: Record<string, string>;
  steps: Step[];
  sketches: Record<string, PlacedSketch>;
  bodies: BodyView[];
  shapes: Record<string, Shape>;
  volume?: number;
  area?: number;
  min?: Vec3;
  max?: Vec3;
}

export interface PartLine {
  id: number;
  folder: number | null;
  name: string;
  unit: Unit;
  revision: number;
  changed: string;
}

export interface HomePage {
  folders: { id: number; name: string }[];
  parts: PartLine[];
}

export type Command = { do: string } & Record<string, unknown>;
