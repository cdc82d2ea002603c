import type { HomePage, Unit } from "../api/types";
import { VIEWS } from "../scene/camera";
import { useSketch } from "../sketch/store";
import { TOOLS } from "../sketch/toolbox";
import { type Action, fit, goHome, lookFrom, openStep, shelfActions, STAGES } from "./actions";
import { lookBack, lookStraight } from "./looks";
import { finishSketch } from "./sketching";
import { type Display, type Panel, usePart } from "./store";

export const DISPLAYS: [Display, string][] = [
  ["edged", "Ink edges"],
  ["shaded", "Shaded"],
  ["lines", "Edges alone"],
  ["dashed", "Hidden dashed"],
];

const UNITS: Record<Unit, string> = { mm: "millimetres", cm: "centimetres", in: "inches" };

/** Everything that can be found by its name, in the order in which it is told when all of it fits alike. */
export function everything(parts: HomePage["parts"] = []): Action[] {
  const { view, shift, doing, set, send, start } = usePart.getState();
  if (!view) return [];
  const sketching = doing.kind === "sketching";
  const leaveFirst = sketching
    ? "Finish the sketch first."
    : doing.kind === "writing"
      ? "Apply or drop the sentence first."
      : undefined;
  const panel = (p: Panel) => () => set({ panel: p });
  const tools: Action[] = sketching
    ? [
        ...TOOLS.map((t) => ({
          name: t.name,
          hint: `draw · ${t.hint}`,
          run: () => useSketch.getState().choose(t.id),
        })),
        { name: "Finish sketch", hint: "sketch", run: finishSketch },
      ]
    : [];
  const shelves = STAGES.flatMap((s) =>
    shelfActions(s.n).map((a) => ({
      ...a,
      key: undefined,
      name: s.n === 1 && !a.offer ? `Sketch ${a.name.toLowerCase()}` : a.name,
      hint: `${s.name} · ${a.hint}`,
      why: a.why ?? leaveFirst,
    })),
  );
  const steps = view.steps.flatMap((s, i): Action[] => [
    {
      name: `Change ${i + 1} ${s.name}`,
      hint: "step",
      also: "edit",
      why: leaveFirst,
      run: () => openStep(s),
    },
    {
      name: `Delete ${i + 1} ${s.name}`,
      hint: "step",
      also: "remove",
      why: leaveFirst,
      run: () => set({ deleting: s.id }),
    },
  ]);
  const bodies = view.bodies.map((b): Action => {
    const look = view.looks?.[b.id] ?? { name: "", material: "", colour: "", hidden: false };
    return {
      name: `${look.hidden ? "Show" : "Hide"} ${b.called}`,
      hint: "body",
      run: () => void send({ do: "set-look", id: b.id, ...look, hidden: !look.hidden }),
    };
  });
  const values = view.values.map((v) => ({
    name: `Value ${v.name}`,
    hint: v.formula,
    also: "parameter, variable",
    run: panel("values"),
  }));
  const panels: Action[] = [
    { name: "Values", hint: "Named numbers and formulas", also: "parameters", run: panel("values") },
    { name: "Variants", hint: "Several parts from one", also: "configurations", run: panel("variants") },
    {
      name: "Bodies",
      hint: "Names, materials, mass, colours",
      also: "material, mass, weight, volume, density, colour, hide, show",
      run: panel("bodies"),
    },
    { name: "Versions", hint: "States kept under a name", also: "compare, history", run: panel("versions") },
  ];
  const looks: Action[] = [
    ...Object.keys(VIEWS).map((name) => ({
      name: `Look from ${name.toLowerCase()}`,
      hint: "view",
      run: () => lookFrom(name),
    })),
    {
      name: "Look straight on",
      hint: "view · at the picked face or the sketch",
      also: "normal to",
      run: lookStraight,
    },
    { name: "Look as before", hint: "view", also: "previous, back", run: lookBack },
    { name: "Fit the part into the view", hint: "view", also: "zoom all", run: fit },
    ...DISPLAYS.map(([display, name]) => ({
      name,
      hint: "view",
      also: "display",
      run: () => set({ display }),
    })),
  ];
  const units = (Object.keys(UNITS) as Unit[]).map((unit) => ({
    name: `Unit ${unit}`,
    hint: UNITS[unit],
    also: "units",
    why: view.unit === unit ? "The part is in it." : undefined,
    run: () => void send({ do: "set-unit", unit }),
  }));
  const back: Action[] = [
    {
      name: "Undo",
      hint: view.undo,
      why: leaveFirst ?? (view.undo ? undefined : "Nothing to undo."),
      run: () => void shift("undo"),
    },
    {
      name: "Redo",
      hint: view.redo,
      why: leaveFirst ?? (view.redo ? undefined : "Nothing to redo."),
      run: () => void shift("redo"),
    },
  ];
  const others = parts
    .filter((p) => p.id !== view.id)
    .map((p) => ({ name: `Open ${p.name}`, hint: "part", run: () => goTo(p.id) }));
  const home = { name: "All parts", hint: "home", run: () => (start({ kind: "looking" }), goHome()) };
  return [
    ...tools,
    ...shelves,
    ...steps,
    ...bodies,
    ...panels,
    ...values,
    ...looks,
    ...units,
    ...back,
    ...others,
    home,
  ];
}

function goTo(id: number): void {
  usePart.getState().start({ kind: "looking" });
  history.pushState(null, "", `/part/${id}`);
  dispatchEvent(new PopStateEvent("popstate"));
}

const wordsOf = (text: string) =>
  text
    .toLowerCase()
    .split(/[^\p{L}\p{N}]+/u)
    .filter(Boolean);

/** How well a word fits: the smaller the better; nothing when it doesn't. */
function fits(word: string, a: Action): number | null {
  const [name, other] = [a.name.toLowerCase(), `${a.also ?? ""} ${a.hint}`.toLowerCase()];
  const own = wordsOf(name);
  const also = wordsOf(other);
  if (own[0] === word) return 0;
  if (own.includes(word)) return 1;
  if (also.includes(word)) return 2;
  if (own[0]?.startsWith(word)) return 3;
  if (own.some((w) => w.startsWith(word))) return 4;
  if (also.some((w) => w.startsWith(word))) return 5;
  if (word.length < 3) return null;
  return name.includes(word) ? 6 : other.includes(word) ? 7 : null;
}

/** What is meant by some words, the best first: whole words before beginnings, its name before what else is said of it. */
export function found(all: Action[], text: string): Action[] {
  const words = wordsOf(text);
  return all
    .flatMap((a) => {
      const marks = words.map((w) => fits(w, a));
      return marks.includes(null) ? [] : [{ a, mark: marks.reduce<number>((n, m) => n + m!, 0) }];
    })
    .sort((x, y) => x.mark - y.mark)
    .map((x) => x.a);
}
