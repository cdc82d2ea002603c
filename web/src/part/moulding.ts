import type { Command, Feature, MouldedStep, PartView, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { keepStep } from "./forming";
import { placeIn, standing } from "./placing";
import { faceOf, faceRef } from "./referring";
import { usePart, type MouldDraft, type Pick } from "./store";

export const isMoulded = (s: Step): s is Extract<Step, MouldedStep> => s.kind === "moulded";

export const FEATURES: Record<Feature, string> = {
  rim: "Mating rim",
  clip: "Cantilever clip",
  post: "Screw post",
  slots: "Slot field",
};

/** Each piece's sizes: name, the words before it and after its unit, what it starts with, and whether it is an angle. */
export const MOULD_SIZES: Record<Feature, [string, string, string, number, boolean?][]> = {
  rim: [
    ["height", "", "high and", 3],
    ["thickness", "", "thick", 1.5],
    ["clearance", ", clearance", "", 0.1],
  ],
  clip: [
    ["length", "", "to the hook,", 18],
    ["width", "", "wide,", 6],
    ["thickness", "", "thick at the root and", 2.5],
    ["tip", "", "at the hook, which stands out", 1.8],
    ["hook", "", "", 1.2],
    ["lead", ", entry", ",", 30, true],
    ["hold", "hold", ",", 5, true],
    ["root", "root radius", "", 0.8],
  ],
  post: [
    ["diameter", "", "across,", 7],
    ["height", "", "high, draft", 15],
    ["draft", "", ", with a hole", 1, true],
    ["hole", "", "across and", 2.6],
    ["depth", "", "deep", 12],
    ["reach", ", reaching", "from the axis and", 8],
    ["rise", "", "up,", 9],
    ["web", "", "thick", 1.2],
  ],
  slots: [
    ["length", "", "long,", 16],
    ["width", "", "wide,", 2],
    ["spacing", "", "apart,", 4],
    ["between", "rows", "apart,", 20],
    ["depth", "", "deep", 3],
  ],
};

/** The command that the form stands for, or null while something is missing. */
export function mouldCommand(form: MouldDraft): Command | null {
  const sizes = MOULD_SIZES[form.feature].map(([name, , , , angle]) => [
    name,
    angle ? `${form.sizes[name]}°` : form.sizes[name],
  ]);
  if (MOULD_SIZES[form.feature].some(([name]) => form.sizes[name].trim() === "")) return null;
  if (!form.plane || form.turn.trim() === "") return null;
  if (form.feature !== "rim" && form.at.length === 0) return null;
  return {
    do: form.step ? "change-step" : "add-step",
    step: {
      kind: "moulded",
      id: form.step ?? "",
      name: "",
      feature: form.feature,
      plane: form.plane,
      at: form.feature === "rim" ? [] : form.at.map(([x, y]) => ({ x, y })),
      turn: `${form.turn}°`,
      ...Object.fromEntries(sizes),
      count: form.count,
      rows: form.rows,
      outer: form.outer,
      recess: form.recess,
    },
  };
}

const fresh = (view: PartView): Record<string, string> => {
  const scale = view.unit === "in" ? 1.27 : 1;
  return Object.fromEntries(
    Object.values(MOULD_SIZES)
      .flat()
      .reverse()
      .map(([name, , , v, angle]) => [name, angle ? String(v) : lengthText(v * scale, view.unit)]),
  );
};

/** Begins a piece on the flat face that is picked, or on one still to be clicked. */
export function beginMould(feature: Feature): void {
  const { view, start, picks } = usePart.getState();
  if (!view) return;
  const face = faceOf(view, picks.length === 1 ? picks[0] : null);
  const own = Object.fromEntries(
    MOULD_SIZES[feature].map(([name, , , v, angle]) => [
      name,
      angle ? String(v) : lengthText(v * (view.unit === "in" ? 1.27 : 1), view.unit),
    ]),
  );
  start({
    kind: "moulding",
    form: {
      step: null,
      feature,
      plane: face?.normal ? faceRef(face) : null,
      at: face?.normal && feature !== "rim" ? [texts(view, placeIn(face))] : [],
      turn: "0",
      sizes: { ...fresh(view), ...own },
      count: feature === "post" ? 3 : 6,
      rows: 1,
      outer: false,
      recess: false,
      adding: false,
    },
  });
  changeMould({});
}

const texts = (view: PartView, [x, y]: [number, number]): [string, string] => [
  lengthText(x, view.unit),
  lengthText(y, view.unit),
];

/** A step of the sheet as the form that would make it. */
export function mouldOf(step: MouldedStep, view: PartView): MouldDraft {
  const formula = (place: string) => view.formulas[`${step.id}/${place}`];
  const known = step as unknown as Record<string, number>;
  const own = MOULD_SIZES[step.feature].map(([name, , , , angle]) => [
    name,
    formula(name) ?? (angle ? degrees(known[name]).replace("°", "") : lengthText(known[name], view.unit)),
  ]);
  return {
    step: step.id,
    feature: step.feature,
    plane: step.plane,
    at: step.at.map((p, i) => [
      formula(`x${i}`) ?? lengthText(p.x as number, view.unit),
      formula(`y${i}`) ?? lengthText(p.y as number, view.unit),
    ]),
    turn: formula("turn") ?? degrees(step.turn as number).replace("°", ""),
    sizes: { ...fresh(view), ...Object.fromEntries(own) },
    count: step.count,
    rows: step.rows,
    outer: step.outer,
    recess: step.recess,
    adding: false,
  };
}

export function editMould(step: MouldedStep): void {
  const { view, start } = usePart.getState();
  start({ kind: "moulding", form: mouldOf(step, view!) });
}

/** Changes the form and shows what it would give. */
export function changeMould(change: Partial<MouldDraft>): void {
  const { doing, set, tryOut } = usePart.getState();
  if (doing.kind !== "moulding") return;
  const form = { ...doing.form, ...change };
  set({ doing: { kind: "moulding", form } });
  const command = mouldCommand(form);
  tryOut(command);
  if (!command) set({ previewWhy: "" });
}

/** A click in the view: the rim's face, or where the piece stands, or one more of it. */
export function mouldAt(found: Pick | null, x: number, y: number): void {
  const { doing, view, say } = usePart.getState();
  if (doing.kind !== "moulding" || !view) return;
  const { form } = doing;
  const face = faceOf(view, found);
  if (face && !face.normal) return say("It stands on a flat face; this isn’t one.", true);
  if (form.feature === "rim") {
    if (face) changeMould({ plane: faceRef(face) });
    else say("Click the flat face of the rim.", true);
    return;
  }
  const further = form.adding && form.plane !== null;
  const plane = further ? form.plane! : face ? faceRef(face) : form.plane;
  if (!plane) return say("Click a flat face for it to stand on.", true);
  const at = texts(view, standing(plane).clicked(found, x, y));
  changeMould({ plane, at: further ? [...form.at, at] : [at, ...form.at.slice(1)] });
}

export async function applyMould(): Promise<void> {
  const { doing } = usePart.getState();
  if (doing.kind !== "moulding") return;
  const { form } = doing;
  const missing = !form.plane
    ? form.feature === "rim"
      ? "Click the flat face of the rim first."
      : "Click a flat face for it to stand on first."
    : "Every size needs a number.";
  await keepStep(mouldCommand(form), missing, form.step);
}
