/** What a sketch is drawn and changed with: names, keys, and the ways in which a tool can work. */
export type ToolId =
  | "select"
  | "line"
  | "box"
  | "circle"
  | "arc"
  | "slot"
  | "polygon"
  | "ellipse"
  | "spline"
  | "text"
  | "point"
  | "touch-line"
  | "touch-arc"
  | "dimension"
  | "trim"
  | "extend"
  | "split"
  | "divide"
  | "join"
  | "round"
  | "bevel"
  | "offset"
  | "midline"
  | "mirror"
  | "around"
  | "along"
  | "tidy"
  | "trace"
  | "outline"
  | "picture"
  | "scale";

export type Group = "Draw" | "Change" | "Bring in";
export const GROUPS: Group[] = ["Draw", "Change", "Bring in"];

export interface ToolInfo {
  id: ToolId;
  key: string;
  name: string;
  group: Group;
  hint: string;
  ways?: { id: string; name: string }[];
}

export const TOOLS: ToolInfo[] = [
  { id: "line", key: "q", name: "Line", group: "Draw", hint: "Point to point, R bends off" },
  {
    id: "box",
    key: "w",
    name: "Box",
    group: "Draw",
    hint: "A rectangle",
    ways: [
      { id: "corners", name: "corner to corner" },
      { id: "centre", name: "about its centre" },
      { id: "askew", name: "by a side, askew" },
    ],
  },
  {
    id: "circle",
    key: "e",
    name: "Circle",
    group: "Draw",
    hint: "A full circle",
    ways: [
      { id: "centre", name: "centre and edge" },
      { id: "three", name: "through three points" },
      { id: "touching", name: "touching three curves" },
    ],
  },
  {
    id: "arc",
    key: "r",
    name: "Arc",
    group: "Draw",
    hint: "A piece of a circle",
    ways: [
      { id: "ends", name: "ends, then a point" },
      { id: "centre", name: "about its centre" },
      { id: "tangent", name: "going on from an end" },
    ],
  },
  { id: "slot", key: "t", name: "Slot", group: "Draw", hint: "Both centres, then the width" },
  { id: "polygon", key: "a", name: "Polygon", group: "Draw", hint: "Centre and a corner" },
  { id: "ellipse", key: "b", name: "Ellipse", group: "Draw", hint: "Centre and two half axes" },
  { id: "spline", key: "h", name: "Spline", group: "Draw", hint: "Smooth, through points" },
  { id: "text", key: "i", name: "Text", group: "Draw", hint: "Letters as outlines" },
  { id: "point", key: "", name: "Point", group: "Draw", hint: "For holes and bosses to stand on" },
  {
    id: "touch-line",
    key: "k",
    name: "Tangent line",
    group: "Draw",
    hint: "Touching two rounds, or one and ending on a line",
  },
  { id: "touch-arc", key: "l", name: "Tangent arc", group: "Draw", hint: "Touching two curves at once" },
  { id: "dimension", key: "s", name: "Dimension", group: "Draw", hint: "Give a length or an angle" },
  { id: "trim", key: "d", name: "Trim", group: "Change", hint: "Back to the next crossing" },
  { id: "extend", key: "f", name: "Extend", group: "Change", hint: "An end to the next curve" },
  { id: "split", key: "p", name: "Split", group: "Change", hint: "One curve into two" },
  { id: "divide", key: "u", name: "Divide", group: "Change", hint: "Points at equal lengths" },
  { id: "join", key: "j", name: "Join", group: "Change", hint: "Two pieces into one" },
  { id: "round", key: "g", name: "Round corner", group: "Change", hint: "A tangent arc between two curves" },
  { id: "bevel", key: "z", name: "Bevel corner", group: "Change", hint: "A straight cut across" },
  {
    id: "offset",
    key: "o",
    name: "Offset",
    group: "Change",
    hint: "What is picked, again beside it",
    ways: [
      { id: "sharp", name: "sharp corners" },
      { id: "rounded", name: "round outer corners" },
    ],
  },
  { id: "midline", key: "", name: "Midline", group: "Change", hint: "Midway between two lines or arcs" },
  { id: "mirror", key: "x", name: "Mirror", group: "Change", hint: "What is picked, about a line" },
  { id: "around", key: "c", name: "Repeat round", group: "Change", hint: "What is picked, round a point" },
  { id: "along", key: "v", name: "Repeat along", group: "Change", hint: "What is picked, in even steps" },
  { id: "tidy", key: "m", name: "Tidy up", group: "Change", hint: "Take away what trimming left over" },
  {
    id: "trace",
    key: "n",
    name: "Trace",
    group: "Bring in",
    hint: "The part as it is, kept tied to it",
    ways: [
      { id: "edge", name: "an edge" },
      { id: "outline", name: "a face’s edges" },
      { id: "silhouettes", name: "a round face’s silhouette" },
      { id: "crossings", name: "where the part crosses this plane" },
      { id: "passing", name: "where a sketch passes through" },
    ],
  },
  { id: "outline", key: "", name: "Outline file", group: "Bring in", hint: "Curves of an SVG file" },
  { id: "picture", key: "", name: "Picture", group: "Bring in", hint: "To draw over: PNG, JPEG or PDF" },
];

export const infoOf = (id: ToolId) => TOOLS.find((t) => t.id === id);

/** What a tool that works on a click says while it waits; further texts for its further clicks. */
export const CLICK_HINTS: Partial<Record<ToolId, string[]>> = {
  trim: ["Click the stretch to take away"],
  trace: ["Click an edge of the part"],
  extend: ["Click near the end to carry on"],
  split: ["Click where to cut the curve"],
  divide: ["Click the curve to divide", "Type how many parts it gets, or how long each is, such as 5 mm"],
  join: ["Click one piece", "Click the piece that goes on from it"],
  round: ["Click a corner of two curves"],
  bevel: ["Click a corner of two curves"],
  offset: ["Click the side on which the copies should lie", "Type how far beside"],
  midline: ["Click one line or arc", "Click the other one"],
  mirror: ["Click the line or axis to mirror about"],
  around: ["Click the point to repeat round"],
  along: ["Click where one step begins", "Click where it ends"],
  "touch-line": ["Click the first circle or arc, near where it should touch", "Click the second one"],
  "touch-arc": [
    "Click the first curve, near where it should touch",
    "Click the second one",
    "Type the radius",
  ],
  scale: ["Click one end of a length you know", "Click its other end", "Type how long it is"],
};

export const TRACE_HINTS: Record<string, string> = {
  edge: "Click an edge of the part",
  outline: "Click a face of the part; all its edges are traced",
  silhouettes: "Click a cylinder, cone, ball or ring",
  crossings: "Click anywhere: every place where the part passes through this plane is traced",
  passing: "Choose the sketch whose curves pass through this plane",
};

/** Tools that work on what is picked before they are chosen. */
export const ON_PICKS: ToolId[] = ["mirror", "around", "along", "offset"];
