import type { Command, SketchStep, Vec2 } from "../api/types";
import { lengthText, roughLength } from "../api/numbers";
import { refit } from "./flat";
import { usePart } from "../part/store";
import { dist, Model, sub } from "./model";
import { atOnce, currentSketch, useSketch, type Ask } from "./store";
import type { ToolId } from "./toolbox";

/** Numbers given last, offered again. */
const last: Partial<Record<ToolId, string>> = {};
const OFFERS: Partial<Record<ToolId, string>> = {
  around: "6",
  along: "6",
  divide: "3",
  round: "3",
  bevel: "3",
};
const offer = (tool: ToolId) => last[tool] ?? OFFERS[tool] ?? lengthText(3, usePart.getState().view!.unit);

const say = (text: string) => usePart.getState().say(text, true);

/** Sends a command of the open sketch; the tool stays for the next. */
async function send(step: SketchStep, command: Command): Promise<boolean> {
  const done = await usePart.getState().send({ ...command, id: step.id });
  if (done) refit(step.id);
  return done;
}

/** Asks for a number at a place; what is typed is kept as the tool's offer once it was taken. */
function ask(at: Vec2, label: string, take: (text: string) => Promise<boolean>): void {
  const { toolId, set } = useSketch.getState();
  const question: Ask = {
    at,
    label,
    start: offer(toolId),
    done: async (text) => {
      if (await take(text)) {
        last[toolId] = text;
        set({ ask: null, clicked: [] });
      }
    },
  };
  set({ ask: question });
}

/** A whole number, or a word about what is needed. */
function count(text: string, what: string): number | null {
  const n = Number(text);
  if (Number.isInteger(n)) return n;
  say(`${what} needs a whole number${what === "Dividing" ? ", or a length with its unit" : ""}.`);
  return null;
}

/** A click with a tool that changes what is there. */
export function editClick(id: string | null, at: Vec2): void {
  const { toolId, way, picks, clicked, set } = useSketch.getState();
  const step = currentSketch();
  if (!step) return;
  const model = new Model(step);
  const entity = id ? model.get(id) : undefined;
  const curve = entity && entity.kind !== "point" ? entity : null;
  const curves = picks.filter((p) => p !== id && model.curves().some((c) => c.id === p));
  const then = (ok: boolean) => ok && set({ clicked: [] });
  switch (toolId) {
    case "trim":
    case "extend":
    case "split":
      if (curve) void send(step, { do: toolId, curve: id, at });
      return;
    case "divide":
      if (curve)
        ask(at, "parts, or the length of each", async (text) => {
          // a length has its unit, or is worked out from values
          if (/[a-z"'=]/i.test(text)) return send(step, { do: "divide", curve: id, length: text });
          const parts = count(text, "Dividing");
          return parts !== null && send(step, { do: "divide", curve: id, parts });
        });
      return;
    case "join":
    case "midline":
      if (!curve) return;
      if (clicked.length === 0) set({ clicked: [{ id: id!, at }] });
      else void send(step, { do: toolId, first: clicked[0].id, second: id }).then(then);
      return;
    case "round":
    case "bevel":
      if (entity?.kind !== "point") return say("Click the corner point itself.");
      set({ picks: [id!] });
      ask(model.at(id!), toolId === "round" ? "radius" : "distance", (text) =>
        send(step, {
          do: `${toolId}-corner`,
          point: id,
          [toolId === "round" ? "radius" : "distance"]: text,
        }),
      );
      return;
    case "around":
      if (entity?.kind !== "point") return say("Click a point or the origin to repeat round.");
      ask(at, "how many", async (text) => {
        const n = count(text, "A repeat");
        return n !== null && closing(send(step, { do: "repeat-round", curves, centre: id, count: n }));
      });
      return;
    case "mirror":
      if (curve) void closing(send(step, { do: "mirror", curves, about: id }));
      return;
    case "touch-line":
    case "touch-arc":
      if (!curve || id!.endsWith("-axis")) return say("Click a curve of the sketch.");
      if (clicked.length === 0) {
        set({ clicked: [{ id: id!, at }] });
        return;
      }
      touch(step, clicked[0], { id: id!, at });
      return;
    case "offset": {
      // construction lines stay behind when drawn ones are picked too
      const drawn = picks.filter((p) => model.curves().some((c) => c.id === p && !c.construction));
      const which = drawn.length > 0 ? drawn : picks;
      ask(at, "distance", (text) =>
        closing(
          send(step, {
            do: "offset",
            curves: which,
            distance: text,
            side: at,
            round: way.offset === "rounded",
          }),
        ),
      );
      return;
    }
    default:
  }
}

/** Goes back to picking once something was done. */
async function closing(done: Promise<boolean>): Promise<boolean> {
  const ok = await done;
  if (ok) useSketch.getState().choose("select");
  return ok;
}

function touch(step: SketchStep, a: { id: string; at: Vec2 }, b: { id: string; at: Vec2 }): void {
  const { toolId, set, clicked } = useSketch.getState();
  const common = { first: a.id, nearFirst: a.at, second: b.id, nearSecond: b.at };
  if (toolId === "touch-line") {
    void send(step, { do: "tangent-line", ...common }).then(() => set({ clicked: [] }));
    return;
  }
  set({ clicked: [...clicked, b] });
  ask(b.at, "radius", (text) => send(step, { do: "tangent-arc", ...common, radius: text }));
}

/** A place was clicked with a tool that goes by places: a step of a repeat, a length known on a picture. */
export function placeClick(at: Vec2): void {
  const { toolId, clicked, picks, set } = useSketch.getState();
  const step = currentSketch();
  if (!step) return;
  if (clicked.length !== 1) {
    set({ clicked: [{ id: "", at }], ask: null });
    return;
  }
  const from = clicked[0].at;
  set({ clicked: [clicked[0], { id: "", at }] });
  if (toolId === "along") {
    const model = new Model(step);
    const curves = picks.filter((p) => model.curves().some((c) => c.id === p));
    ask(at, "how many", async (text) => {
      const n = count(text, "A repeat");
      return n !== null && closing(send(step, { do: "repeat-along", curves, step: sub(at, from), count: n }));
    });
  } else if (toolId === "scale") {
    ask(at, "length", (text) => closing(scalePicture(step, from, at, text)));
  }
}

/** Makes the picture as large as a length on it really is; its first point stays. */
async function scalePicture(step: SketchStep, from: Vec2, to: Vec2, text: string): Promise<boolean> {
  const u = step.underlay;
  const length = roughLength(text, usePart.getState().view!.unit);
  if (!u || length === null || length <= 0 || dist(from, to) < 1e-9) {
    say("Type the length in numbers, with its unit if it is another one.");
    return false;
  }
  const k = length / dist(from, to);
  return send(step, {
    do: "set-underlay",
    underlay: {
      ...u,
      at: [from[0] + k * (u.at[0] - from[0]), from[1] + k * (u.at[1] - from[1])],
      width: k * u.width,
      height: k * u.height,
    },
  });
}

/** Takes away what trimming has left over. */
function tidyUp(): void {
  const step = currentSketch();
  if (step) void send(step, { do: "tidy" });
}

atOnce.set("tidy", tidyUp);
