import type { Offer, Remedy, Sentence } from "./talk";
import type { SketchStep } from "./steps";

/** What the server sends and takes. Lengths in mm, angles in radians. */
export type Vec3 = [number, number, number];
export type Vec2 = [number, number];

export type * from "./steps";

/** What is told of each step: how it went, and its sentence. */
export interface Step extends Sentence {
  kind: string;
  id: string;
  name: string;
  off?: boolean;
  /** Its name, when somebody gave it one. */
  called?: string;
  stage: number;
  status: "built" | "off" | "below" | "failed";
  message: string;
  /** The places that the message speaks of. */
  places: Vec3[];
  /** Whether something that it was made on is gone; and what can be pressed to mend it. */
  lost?: boolean;
  remedies?: Remedy[];
  notes: string[];
  dependants: string[];
  /** The steps it builds on. */
  uses: string[];
  /** The sketch whose regions or lines it takes. */
  profile?: string;
  /** The sketches whose outlines or lines it makes material or paths of. */
  outlines?: string[];
  /** Whether it is made of steps that can be put in its place. */
  opens: boolean;
}

export type DrawnStep = Step & SketchStep;

export interface Region {
  boundary: string[];
  inside: Vec2;
  area: number;
  path: string;
  /** The same for all that are alike in a repeat. */
  kin?: string;
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
  /** Open lines: what bounds no region. */
  lines: Region[];
  faults: {
    stubs: { curve: string; at: Vec2; length: number; whole: boolean }[];
    hidden: string[];
    crossed: { first: string; second: string; at: Vec2 }[];
    near: {
      kind: "short" | "beside" | "beyond" | "touching";
      first: string;
      second: string;
      distance: number;
      at: Vec2;
    }[];
  };
  /** Repeats by the curves they began with; no centre when they go along a line. */
  repeats: { centre: string; count: number; curves: string[] }[];
  /** The outlines of texts as SVG path data. */
  texts: Record<string, string>;
  gaps: { first: string; second: string; distance: number }[];
  openEnds: string[];
  doubled: { first: string; second: string }[];
  freedoms: number;
  /** Whether there was time to find out; and whether none of what fights is needless. */
  judged: boolean;
  least: boolean;
  loose: string[];
  redundant: Said[];
  fighting: Said[];
}

export interface FaceLine {
  key: string;
  shape: string;
  /** Its form, and the steps that made it, in words; their ids in braces stand for their names. */
  called: string;
  point: Vec3;
  /** Out of the material, at the point. */
  out: Vec3;
  /** The same, when the face is flat. */
  normal?: Vec3;
  steps: string[];
}

export interface BodyView {
  id: string;
  /** What it is called. */
  called: string;
  faces: FaceLine[];
  edges: {
    key: string;
    shape: string;
    point: Vec3;
    called: string;
    form: "line" | "circle" | "other";
    /** From a sharp edge toward the middle of a ball that rounds it. */
    way?: Vec3;
  }[];
  vertices: { key: string; point: Vec3 }[];
  /** In mm3, and in kg when the material is known. */
  volume: number;
  mass?: number;
  /** How many of its faces and edges can't be drawn; what is left of it stands for them. */
  unshown?: number;
}

/** How a body, a sketch or a plane is called and shown. */
export interface LookOf {
  name: string;
  material: string;
  colour: string;
  hidden: boolean;
}

/** One of several parts made from the same steps: what it has differently. */
export interface Variant {
  name: string;
  values: Record<string, string>;
  off: Record<string, boolean>;
}

/** What differs between something earlier and the part as it is shown. */
export interface Comparison {
  steps: { id: string; name: string; kind: "added" | "gone" | "changed"; words: string[] }[];
  come?: Shape[];
  gone?: Shape[];
  comeVolume?: number;
  goneVolume?: number;
  message?: string;
}

export interface Version {
  id: number;
  name: string;
  made: string;
}

export interface Shape {
  positions?: string;
  normals?: string;
  triangles?: string;
  line?: string;
  /** Of a face told by what differs from another. */
  from?: string;
  pointRuns?: string;
  triangleRuns?: string;
}

export type Unit = "mm" | "cm" | "in";

export interface PartView {
  /** How it is to be made, and the limits set for it; left out where nothing was said yet. */
  making?: { way: Way; pull: Vec3; limits: Record<string, number>; accepted: Record<string, string> };
  /** By which the server knows what is at hand. */
  token: string;
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
  /** Names of groups by the steps in them. */
  groups?: Record<string, string>;
  looks?: Record<string, LookOf>;
  variants?: Variant[];
  /** The variant that is shown. */
  variant?: string;
  /** The steps that are off in the part itself. */
  baseOff?: string[];
  steps: Step[];
  offers: Offer[];
  sketches: Record<string, PlacedSketch>;
  planes: Record<string, { origin: Vec3; x: Vec3; y: Vec3; z: Vec3 }>;
  /** Points, and axes where there is a way. */
  marks: Record<string, { point: Vec3; way?: Vec3 }>;
  /** The paths that steps made, as points along them. */
  ways?: Record<string, Vec3[]>;
  bodies: BodyView[];
  /** Sentences on what can't be shown. */
  unshown?: string[];
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

/** What planes lay open. */
export interface Section {
  planes: { origin: Vec3; x: Vec3; y: Vec3; z: Vec3 }[];
  regions: { body: string; plane: number; area: number; path: string; centroid: Vec3 }[];
  area?: number;
  message?: string;
}

/** What one or two picked things measure; between two, the places that are nearest. */
export interface Measured {
  rows: { what: string; is: "length" | "area" | "angle" | "place"; value: number }[];
  from?: Vec3;
  to?: Vec3;
}

/** What a part weighs; mass and moments only where all bodies have a material. In mm, kg, kg mm2. */
export interface Mass {
  bodies: { id: string; called: string; material: string; volume: number; mass?: number }[];
  volume: number;
  area: number;
  centre: Vec3;
  mass?: number;
  principal?: Vec3;
}

/** Ways of making, as files call them. */
export type Way = "moulded" | "cast" | "machined" | "printed" | "bent";

/** Something that speaks against making the part; those with a reason are accepted. */
export interface Finding {
  id: string;
  rule: string;
  stops: boolean;
  sentence: string;
  step: string;
  mendable: boolean;
  places: Vec3[];
  faces: { body: string; key: string }[];
  accepted?: string;
}

export interface Checkup {
  way: Way;
  pull: Vec3;
  stopped: boolean;
  limits: Record<string, number>;
  notes: string[];
  findings: Finding[];
  clear: string[];
}

/** A state of the part as it went out. */
export interface Released {
  letter: string;
  version: number;
  made: string;
  files: string[];
}

/** How a part's drawing is laid out where that isn't left to the sheet; moves in mm of the paper. */
export interface SheetPlan {
  paper: string;
  scale: number;
  firstAngle: boolean;
  section: boolean;
  moved: Record<string, [number, number]>;
  hidden: string[];
  notes: { id: string; x: number; y: number; text: string }[];
}

export interface DrawingSheet {
  paper: string;
  width: number;
  height: number;
  scale: number;
  plan: SheetPlan;
  notShown: string[];
  svg: string;
}

/** A number that mends a finding, as it is said, what would be worse then, and the change that sets it. */
export interface Mending {
  said: string;
  but: string;
  command: Command;
}

/** Surfaces with a number at each point, packed in base 64; how many faces are missing; and the limits. */
export interface Mapped {
  unseen: number;
  maps: { positions: string; normals: string; values: string; triangles: string }[];
  limits: Record<string, number>;
}
