import type {
  Axis,
  CornerRef,
  EdgeRef,
  Extent,
  FaceRef,
  Feature,
  HolePlace,
  HoleStep,
  MarkWay,
  Mode,
  Mouth,
  Plane,
  PlaneStep,
  ReadyShape,
  RegionRef,
  RepeatStep,
  Vec2,
  WallSide,
} from "../api/types";

/** The extrusion or revolution being written in the work bar. */
export interface FormDraft {
  op: "extrude" | "revolve";
  step: string | null;
  sketch: string | null;
  regions: RegionRef[];
  bothWays: boolean;
  flipped: boolean;
  mode: Mode;
  /** How far an extrusion goes. */
  extent: Extent;
  distance: string;
  lean: Lean;
  taper: string;
  target: FaceRef | null;
  gap: string;
  /** The second of two distances, while there are two. */
  back: string | null;
  /** Whether it starts from the sketch's plane or a face, and from which. */
  starts: "plane" | "face";
  from: FaceRef | null;
  /** Which of the faces the next click in the view gives. */
  aim: "from" | "target";
  /** Solid, or a wall and on which side. */
  made: "solid" | WallSide;
  thickness: string;
  /** What a revolution turns about, and how far. */
  axis: string;
  full: boolean;
  angle: string;
}

/** The rounding or bevelling being written in the work bar. */
export interface BlendDraft {
  step: string | null;
  bevel: boolean;
  size: string;
  /** The second length of a bevel, while it has two. */
  second: string | null;
  /** The angle of a bevel, in degrees, while it has one. */
  angle: string | null;
  flipped: boolean;
  /** Whether a round's size is its width. */
  width: boolean;
  /** Whether faces are made round from side to side. */
  full: boolean;
  chain: boolean;
  edges: EdgeRef[];
  faces: FaceRef[];
  whole: "none" | "all" | "outer" | "inner";
  also: { size: string; edges: EdgeRef[] }[];
  /** Further radii at percents of the way, while the radius changes. */
  places: { at: string; size: string }[];
  turned: boolean;
  /** Edges to end on and faces on the other side; null while it does neither. */
  held: EdgeRef[] | null;
  against: FaceRef[] | null;
  /** Which of the further sizes a clicked edge gets, or whether it is held, or a face the other side's; null for the first size. */
  aim: number | "held" | "against" | null;
}

/** The ready body being placed. */
export interface PlaceDraft {
  step: string | null;
  shape: ReadyShape;
  plane: Plane;
  at: [string, string];
  sizes: Record<string, string>;
  flipped: boolean;
  mode: Mode;
}

/** The ready piece of a moulded part being made. */
export interface MouldDraft {
  step: string | null;
  feature: Feature;
  plane: Plane | null;
  at: [string, string][];
  turn: string;
  sizes: Record<string, string>;
  count: number;
  rows: number;
  outer: boolean;
  recess: boolean;
  /** Whether the next click places one more. */
  adding: boolean;
}

/** The holes being drilled. */
export interface DrillDraft {
  step: string | null;
  mouth: Mouth;
  /** A screw size, or "own". */
  size: string;
  fit: "close" | "normal" | "loose" | "tapped" | "fine";
  diameter: string;
  extent: HoleStep["extent"];
  target: FaceRef | null;
  /** Whether the next face that is clicked is the one up to which the hole goes. */
  aiming: boolean;
  depth: string;
  pointed: boolean;
  /** The angle of the drill's point. */
  point: string;
  head: string;
  headDepth: string;
  sink: string;
  places: HolePlace[];
  /** The first edge that the last place is measured from, while the second is waited for. */
  beside: EdgeRef | null;
}

/** The repeat being written in the work bar. */
export interface RepeatDraft {
  step: string | null;
  steps: string[];
  bodies: string[];
  faces: FaceRef[];
  /** Whether a click takes the face itself, of a pocket or boss, instead of the step that made it. */
  byFaces: boolean;
  layout: RepeatStep["layout"];
  axis: Axis;
  /** What the next click in the view gives: something to repeat, an axis, or the plane of a mirror. */
  aim: "what" | "axis" | "axis2" | "plane";
  count: string;
  spacing: string;
  /** Whether the spacing or the angle is that of the first and the last. */
  overall: boolean;
  /** The other direction of a grid, while there is one. */
  second: { axis: Axis; count: string; spacing: string; flipped: boolean } | null;
  full: boolean;
  angle: string;
  /** The line that is followed. */
  path: { sketch: string; line: { boundary: string[]; inside: Vec2 } } | null;
  /** Whether the copies are spread evenly over the line. */
  even: boolean;
  turning: boolean;
  plane: Plane;
  flipped: boolean;
  /** Numbers of the places left out, as typed. */
  skip: string;
}

/** The split being written in the work bar. */
export interface SplitDraft {
  step: string | null;
  plane: Plane | null;
}

/** The shell, draft or moved faces being written in the work bar. */
export interface WallDraft {
  step: string | null;
  op: "shell" | "draft" | "move" | "remove" | "thicken" | "replace" | "divide";
  faces: FaceRef[];
  chain: boolean;
  closed: boolean;
  where: "inside" | "outside" | "both";
  thickness: string;
  outside: string;
  rounded: boolean;
  groups: { thickness: string; faces: FaceRef[] }[];
  /** Where faces that are clicked go: the faces, a draft's plane, or a group of a shell. */
  slot: "faces" | "neutral" | "target" | number;
  neutral: Plane;
  /** Whose shape a face takes, or along which faces are divided. */
  target: Plane | null;
  sketches: string[];
  /** Whether new material is a body of its own. */
  apart: boolean;
  flipped: boolean;
  /** Whether a draft leans away from its plane on both sides. */
  both: boolean;
  angle: string;
  distance: string;
}

/** The plane being written in the work bar. */
export interface PlaneDraft {
  step: string | null;
  way: PlaneStep["way"];
  from: Plane;
  second: Plane | null;
  edge: EdgeRef | null;
  round: FaceRef | null;
  corners: CornerRef[];
  distance: string;
  angle: string;
  /** Where a flat face that is clicked goes. */
  slot: "from" | "second";
}

/** The axis or point being written in the work bar. */
export interface MarkDraft {
  step: string | null;
  way: MarkWay;
  from: Plane;
  second: Plane | null;
  edge: EdgeRef | null;
  round: FaceRef | null;
  corners: CornerRef[];
  at: [string, string, string];
  /** Where a flat face that is clicked goes. */
  slot: "from" | "second";
}

/** Bodies being mirrored, combined or moved. */
export interface BodiesDraft {
  step: string | null;
  op: "mirror" | "combine" | "move";
  /** Ids of the bodies meant, the first one first; none for all. */
  bodies: string[];
  /** Whether a click picks a body, a plane to mirror in, or an axis to turn about. */
  aim: "bodies" | "plane" | "axis";
  plane: Plane;
  join: boolean;
  way: "join" | "subtract" | "common";
  by: [string, string, string];
  axis: Axis;
  angle: string;
  copy: boolean;
}

/** The ribs being written in the work bar. */
export interface RibDraft {
  step: string | null;
  sketch: string | null;
  regions: RegionRef[];
  upright: boolean;
  thickness: string;
  side: WallSide;
  atBase: boolean;
  draft: string;
  carriedOn: boolean;
  /** Null for to the next face. */
  depth: string | null;
  flipped: boolean;
}

/** How the sides of an extrusion stand. */
export type Lean = "upright" | "in" | "out";
