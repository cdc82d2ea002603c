import type { Vec3 } from "./types";

/** Something picked, in the form in which part files refer to it. */
export type Ref = string | Record<string, unknown>;

/** A field of a sentence as it stands. */
export interface Slot {
  is: "number" | "choice" | "pick" | "act" | "word" | "open" | "file";
  label: string;
  text: string;
  hint?: string;
  trouble?: string;
  lack?: string;
  quiet?: boolean;
  /** Of a number: as it was typed, its unit, the formula that gives it. */
  typed?: string;
  unit?: string;
  angle?: boolean;
  plain?: boolean;
  value?: number;
  formula?: string;
  /** Of a choice, or of a pick that can also be called by a name. */
  chosen?: string;
  options?: { key: string; label: string }[];
  /** Of a pick: what can be hit for it, whether several, and what it holds. */
  what?: string[];
  many?: boolean;
  held?: Ref[];
  /** What it holds, each by what it is taken out and in words; and what is taken along, such as smooth neighbours. */
  items?: { out: string; called: string }[];
  reached?: Ref[];
  as?: "body" | "step" | "face";
  /** Sketches whose regions, lines or curves can be clicked for it; and the one in use. */
  among?: string[];
  sketch?: string;
  pressed?: boolean;
}

/** A sentence: its words in order, and the slots among them. */
export interface Sentence {
  words: { t?: string; at?: string; quiet?: boolean }[];
  slots: Record<string, Slot>;
}

/** What a sentence holds while it is written; only the server looks inside. */
export interface Filled {
  kind: string;
  step: string;
}

/** A click in the view. */
export interface Hit {
  what:
    | "face"
    | "edge"
    | "corner"
    | "region"
    | "line"
    | "curve"
    | "point"
    | "mark"
    | "body"
    | "step"
    | "place"
    | "nothing";
  of: string;
  key: string;
  ref?: unknown;
  point?: Vec3;
  ray?: { from: Vec3; way: Vec3 };
  under?: Hit;
  /** The centre of the clicked face, that of the edge under it, or just the point, where it isn't the grid that is meant. */
  spot?: "centre" | "edge" | "point";
}

/** Where a click on a flat face snaps to: its spots, else the grid of its frame; and its straight sides. */
export interface FaceSpots {
  grid: number;
  frame: { origin: Vec3; x: Vec3; y: Vec3 };
  spots: { kind: "centre" | "edge" | "point"; key: string; word: string; at: Vec3 }[];
  sides: { from: Vec3; to: Vec3 }[];
}

export type Entry =
  | { typed: string }
  | { pulled: number }
  | { moved: Vec3 }
  | { chose: string }
  | { hit: Hit }
  | { out: string }
  | { press: true }
  | { aim: true };

/** A sentence as it was left, or one to be opened or begun; and an entry. */
export interface Talk {
  filled?: Filled;
  open?: string;
  begin?: string;
  picked?: Hit[];
  again?: Filled;
  at?: string;
  entry?: Entry;
}

/** An arrow by which a length is pulled. */
export interface Handle {
  at: string;
  foot: Vec3;
  way: Vec3;
  times: number;
  below: boolean;
  mm: number;
}

/** A place that can be moved: freely, or where one number counts from a foot along a way. */
export interface Grip {
  at: string;
  place: Vec3;
  foot?: Vec3;
  way?: Vec3;
  /** How many mm one of the number is. */
  unit?: number;
}

/** Where a section begins, which way it is gone round from there, and where else it could begin. */
export interface Start {
  at: string;
  number: number;
  place: Vec3;
  way: Vec3;
  spots: Vec3[];
}

/** A sentence after an entry. */
export interface Answer extends Sentence {
  filled: Filled;
  lacks: { at: string; said: string }[];
  refused?: string;
  /** The place that the next click is for, and what it asks for. */
  aim: string;
  ask: string;
  takes: string[];
  /** A number that came with the entry. */
  focus?: string;
  /** The number that is another when a size that would do is known. */
  remedied?: string;
  /** Whether the part is shown without the step while something is missing. */
  seenWithout: boolean;
  handles: Handle[];
  grips?: Grip[];
  starts?: Start[];
  /** While places are put in the view: from where the next one goes on. */
  placing?: Vec3;
  /** Lines that show from where its lengths are measured. */
  measures?: { from: Vec3; to: Vec3 }[];
  stage: number;
  offer: string;
}

/** A row of the shelf. */
export interface Offer {
  key: string;
  stage: number;
  label: string;
  hint: string;
  /** Other words of the trade for it. */
  also?: string;
  why: string;
}

/** A way to mend a step that failed. */
export interface Remedy {
  label: string;
  at: string;
  entry: Entry;
}
