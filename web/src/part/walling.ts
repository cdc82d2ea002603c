import type {
  Command,
  DraftStep,
  FaceLine,
  FaceRef,
  FacesStep,
  PartView,
  ShellStep,
  Step,
} from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { facesLeft } from "./lost";
import { keepStep } from "./forming";
import { usePart, type Pick, type WallDraft } from "./store";
import { edgeRef, faceRef } from "./referring";

type WallStep = ShellStep | DraftStep | FacesStep;

/** Steps that work on picked faces. */
export const isWall = (s: Step): s is Extract<Step, WallStep> =>
  s.kind === "shell" || s.kind === "draft" || s.kind === "faces";

export const OPS = {
  shell: "Shell",
  draft: "Draft",
  move: "Move",
  remove: "Take out",
  thicken: "Thicken",
  replace: "Replace",
  divide: "Divide",
} as const;
export const MOVES = { move: "Move", thicken: "Thicken" } as const;
export const LAYERS = { joined: "joined to the body", apart: "as a body of its own" } as const;
export const OPENINGS = { open: "leaving open", closed: "without opening, the body of" } as const;
export const WHERE = {
  inside: "inside its faces",
  outside: "outside its faces",
  both: "on both sides",
} as const;
export const CORNERS = { sharp: "with sharp corners", round: "with round corners" } as const;
export const CHAINS = { chain: "with faces that smoothly go on", alone: "and no others" } as const;
export const PULLS = { up: "away from it", down: "against it", both: "away from it on both sides" } as const;

/** Which way a draft narrows, as it is chosen. */
export const pullOf = (d: { flipped: boolean; both?: boolean }): keyof typeof PULLS =>
  d.both ? "both" : d.flipped ? "down" : "up";
export const pulled = (k: keyof typeof PULLS) => ({ flipped: k === "down", both: k === "both" });

/** The command that the form stands for, or null while something is missing. */
export function wallCommand(form: WallDraft): Command | null {
  if (form.faces.length === 0) return null;
  const common = { id: form.step ?? "", name: "", faces: form.faces, chain: form.chain };
  const kept = form.step ? "change-step" : "add-step";
  if (form.op === "shell") {
    const groups = form.groups.filter((g) => g.faces.length > 0);
    const empty =
      (form.where !== "outside" && !form.thickness.trim()) || groups.some((g) => !g.thickness.trim());
    if (empty || (form.where !== "inside" && !form.outside.trim())) return null;
    return {
      do: kept,
      step: {
        ...common,
        kind: "shell",
        closed: form.closed,
        thickness: form.where === "outside" ? 0 : form.thickness,
        outside: form.where === "inside" ? 0 : form.outside,
        ...(form.where !== "inside" && form.rounded ? { rounded: true } : {}),
        groups,
      },
    };
  }
  if (form.op === "draft") {
    if (!form.neutral || !form.angle.trim()) return null;
    return {
      do: kept,
      step: {
        ...common,
        kind: "draft",
        plane: form.neutral,
        flipped: form.flipped,
        both: form.both,
        angle: form.angle,
      },
    };
  }
  if (form.op === "replace" || form.op === "divide") {
    const sketches = form.op === "divide" ? form.sketches : [];
    if (!form.target && sketches.length === 0) return null;
    const by = form.target && sketches.length === 0 ? { plane: form.target } : { sketches };
    return { do: kept, step: { ...common, kind: "faces", remove: false, distance: 0, way: form.op, ...by } };
  }
  const remove = form.op === "remove";
  if (!remove && !form.distance.trim()) return null;
  return {
    do: kept,
    step: {
      ...common,
      kind: "faces",
      remove,
      distance: remove ? 0 : form.distance,
      ...(form.op === "thicken" ? { way: "thicken" as const, apart: form.apart } : {}),
    },
  };
}

const lineOf = (view: PartView, body: string, key: string) =>
  view.bodies.find((b) => b.id === body)?.faces.find((f) => f.key === key);

/** The last sketch that nothing is made of yet, to divide faces along. */
const lastSketch = (view: PartView): string[] =>
  view.steps
    .filter((s) => s.kind === "sketch" && view.sketches[s.id])
    .filter((s) => !view.steps.some((x) => x.uses.includes(s.id)))
    .slice(-1)
    .map((s) => s.id);

/** Begins an operation on the faces that are picked in the view. */
export function beginWall(op: WallDraft["op"]): void {
  const { view, picks, start } = usePart.getState();
  if (!view) return;
  const faces = picks.flatMap((p) => {
    const f = p.kind === "face" && lineOf(view, p.body, p.key);
    return f ? [faceRef(f)] : [];
  });
  const mm = view.unit === "in" ? 1.5875 : 2;
  start({
    kind: "walling",
    form: {
      step: null,
      op,
      faces,
      chain: false,
      closed: false,
      where: "inside",
      thickness: lengthText(mm, view.unit),
      outside: lengthText(mm, view.unit),
      rounded: false,
      groups: [],
      slot: "faces",
      neutral: "top",
      target: null,
      sketches: op === "divide" ? lastSketch(view) : [],
      apart: false,
      flipped: false,
      both: false,
      angle: "2",
      distance: lengthText(mm, view.unit),
    },
  });
  changeWall({});
}

/** A step of the sheet as the form that would make it. */
export function wallOf(step: WallStep, view: PartView): WallDraft {
  const written = (place: string, plain: unknown) =>
    view.formulas[`${step.id}/${place}`] ?? lengthText(plain as number, view.unit);
  const shell = step.kind === "shell" ? step : null;
  const inside = (shell?.thickness as number) ?? 2;
  const outside = (shell?.outside as number) ?? 0;
  return {
    step: step.id,
    op: step.kind === "faces" ? (step.way ?? (step.remove ? "remove" : "move")) : step.kind,
    faces: step.faces,
    chain: step.chain,
    closed: shell?.closed ?? false,
    where: inside > 0 && outside > 0 ? "both" : outside > 0 ? "outside" : "inside",
    thickness: written("thickness", inside || outside),
    outside: written("outside", outside || inside),
    rounded: shell?.rounded ?? false,
    groups: (shell?.groups ?? []).map((g, i) => ({
      thickness: written(`group${i + 1}`, g.thickness),
      faces: g.faces,
    })),
    slot: "faces",
    neutral: step.kind === "draft" ? step.plane : "top",
    target: (step.kind === "faces" && step.plane) || null,
    sketches: (step.kind === "faces" && step.sketches) || [],
    apart: (step.kind === "faces" && step.apart) ?? false,
    flipped: step.kind === "draft" && step.flipped,
    both: step.kind === "draft" && (step.both ?? false),
    angle:
      step.kind === "draft"
        ? (view.formulas[`${step.id}/angle`] ?? degrees(step.angle as number).replace("°", ""))
        : "2",
    distance: written("distance", step.kind === "faces" ? step.distance : 2),
  };
}

export function editWall(step: WallStep & Step): void {
  const { view, start } = usePart.getState();
  const form = wallOf(step, view!);
  start({
    kind: "walling",
    form: {
      ...form,
      faces: facesLeft(step, form.faces, view!),
      groups: form.groups.map((g) => ({ ...g, faces: facesLeft(step, g.faces, view!) })),
    },
  });
}

/** Changes the form and shows what it would give. */
export function changeWall(change: Partial<WallDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "walling") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "walling", form } });
  const command = wallCommand(form);
  // with nothing picked, what was changed before is shown as it was before
  tryOut(command ?? (form.step ? { do: "switch-step", id: form.step, off: true } : null));
  if (!command) set({ previewWhy: "" });
}

/** A face was clicked: it goes into the slot that waits for faces, or out of it. */
export function wallFace(face: FaceLine | undefined, found: Pick): boolean {
  const { doing, say, view } = usePart.getState();
  if (doing.kind !== "walling") return false;
  const edge = found.kind === "edge" && view ? edgeRef(view, found) : undefined;
  if (edge && doing.form.slot === "neutral") {
    const { neutral } = doing.form;
    const on = typeof neutral === "object" && "through" in neutral ? neutral.on : neutral;
    changeWall({ neutral: { on, through: edge }, slot: "faces" });
    return true;
  }
  if (!face) {
    say("Click a face, not an edge.", true);
    return true;
  }
  const { form } = doing;
  const toggled = (list: FaceRef[]) =>
    list.some((f) => f.face === face.key)
      ? list.filter((f) => f.face !== face.key)
      : [...list, faceRef(face)];
  if (form.slot === "neutral") {
    if (!face.normal) say("A draft turns about a flat face or an edge; this isn’t one.", true);
    else changeWall({ neutral: faceRef(face), slot: "faces" });
  } else if (form.slot === "target") changeWall({ target: faceRef(face), sketches: [], slot: "faces" });
  else if (form.slot === "faces") {
    const faces = toggled(form.faces);
    // the next click is for the face whose shape it takes
    const next = form.op === "replace" && !form.target && faces.length === 1;
    changeWall({ faces, ...(next ? { slot: "target" as const } : {}) });
  } else {
    const at = form.slot;
    changeWall({
      groups: form.groups.map((g, i) => (i === at ? { ...g, faces: toggled(g.faces) } : g)),
    });
  }
  return true;
}

/** The faces that the slot in use holds, for showing them in the view. */
export function wallPicks(form: WallDraft): FaceRef[] {
  if (form.slot === "target")
    return form.target && typeof form.target === "object" && "face" in form.target ? [form.target] : [];
  if (form.slot === "neutral")
    return typeof form.neutral === "object" && "face" in form.neutral ? [form.neutral] : [];
  return form.slot === "faces" ? form.faces : (form.groups[form.slot]?.faces ?? []);
}

export async function applyWall(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "walling") return;
  const { form } = doing;
  const missing =
    form.faces.length === 0
      ? form.op === "shell" && !form.closed
        ? "Click at least one face to leave open first."
        : "Click at least one face first."
      : form.op === "replace"
        ? "Click the face whose shape it takes, or choose a plane."
        : form.op === "divide"
          ? "Choose a sketch or a plane to divide along."
          : "Type a number first.";
  await keepStep(wallCommand(form), missing, form.step);
}
