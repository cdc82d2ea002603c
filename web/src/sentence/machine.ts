import { api, Refused } from "../api/client";
import type { Answer, Entry, Filled, Talk } from "../api/talk";
import { type Ahead, type Followed, kept, usePart } from "../part/store";
import { hitOf } from "./pointing";

/** Entries that wait for their turn: each is made in the sentence that the one before left. */
let waiting: { at: string; entry: Entry }[] = [];
let running: Promise<void> | null = null;
/** Grows with each sentence that is opened, so that late answers of others are dropped. */
let session = 0;

/** Asks for a sentence; once more when the part has gone on meanwhile. */
async function asked(talk: Talk): Promise<Answer> {
  await kept();
  const { view } = usePart.getState();
  try {
    return await api.sentence(view!.id, view!.revision, talk);
  } catch (e) {
    if (!(e instanceof Refused) || e.status !== 409) throw e;
    await usePart.getState().refetch();
    const now = usePart.getState().view!;
    return api.sentence(now.id, now.revision, talk);
  }
}

/** How the open sentence stood before each entry, with the place that the entry was for. */
let past: { filled: Filled; at: string; typing: boolean }[] = [];

const answerNow = (): Answer | null => {
  const { doing } = usePart.getState();
  return doing.kind === "writing" ? doing.answer : null;
};

function told(e: unknown): void {
  if (!(e instanceof Refused)) throw e;
  usePart.getState().say(e.message, true);
}

/** Shows what a sentence would give; wrong numbers leave what was shown last. */
function preview(answer: Answer): void {
  const { tryOut, set } = usePart.getState();
  const onlyNumbers = answer.lacks.every((l) => answer.slots[l.at]?.is === "number");
  if (answer.lacks.length === 0 || (answer.seenWithout && !onlyNumbers))
    tryOut({ do: "keep", talk: { filled: answer.filled } });
  else if (!onlyNumbers) {
    tryOut(null);
    set({ previewWhy: "" });
  }
}

/** Asks for what a number gives beside asking for its sentence, when nothing else is missing. */
function previewAhead(before: Answer, { at, entry }: { at: string; entry: Entry }): Ahead | null {
  const { tryOut } = usePart.getState();
  const ahead: Ahead = {};
  if (!("typed" in entry || "pulled" in entry || "moved" in entry) || before.lacks.some((l) => l.at !== at))
    return null;
  tryOut({ do: "keep", talk: { filled: before.filled, at, entry } }, ahead);
  return ahead;
}

/** Keys that were pressed while a sentence was on its way; they belong to it. */
let early: string[] | null = null;

type Pressed = Pick<KeyboardEvent, "key" | "shiftKey">;

/** Keys that were pressed after Enter while the sentence's last entry was on its way; they are meant for what comes then. */
let held: Pressed[] | null = null;

/** Keeps a key for the sentence that is on its way, or for what comes after the one that is being ended; false when none is. */
export function tooEarly(e: Pressed): boolean {
  const { key } = e;
  if (held) {
    held.push(e);
    return true;
  }
  if (!early || !/^([0-9.,=/-]|Enter|Escape)$/.test(key)) return false;
  early.push(key);
  return true;
}

function catchUp(keys: string[]): void {
  const end = keys.findIndex((k) => k === "Enter" || k === "Escape");
  const typed = (end < 0 ? keys : keys.slice(0, end)).join("");
  const answer = answerNow();
  const numbers = (answer?.words ?? []).flatMap((w) =>
    w.at && answer!.slots[w.at].is === "number" ? w.at : [],
  );
  const place = numbers.find((at) => answer!.slots[at].lack) ?? numbers[0];
  if (typed && place) void enter(place, { typed });
  if (keys[end] === "Enter") void keep();
  else if (keys[end] === "Escape") drop();
}

/** Opens a sentence in the work bar. */
async function first(talk: Talk, show: boolean): Promise<void> {
  const mine = ++session;
  waiting = [];
  early = [];
  try {
    const answer = await asked(talk);
    if (mine !== session) return;
    past = [];
    usePart.getState().start({ kind: "writing", answer, turn: mine });
    if (show) preview(answer);
    const keys = early;
    early = null;
    catchUp(keys);
  } catch (e) {
    told(e);
  } finally {
    if (mine === session) early = null;
  }
}

/** Begins what the shelf offers, with what is picked. */
export const begin = (offer: string, picks = usePart.getState().picks): Promise<void> =>
  first({ begin: offer, picked: picks.map((p) => hitOf(p)) }, true);

/** Opens a step of the sheet; a place of its sentence is what the next click is for. */
export const openStep = (step: string, at?: string): Promise<void> =>
  first(at ? { open: step, at, entry: { aim: true } } : { open: step }, false);

/** The last operation once more, with what is picked still to come. */
export function again(): void {
  const { last, say } = usePart.getState();
  if (!last) say("Nothing was made yet that could be made again.", true);
  else void first({ again: last }, true);
}

/** Puts a sentence that lacks something where it can be filled in. */
export function write(answer: Answer): void {
  past = [];
  usePart.getState().start({ kind: "writing", answer, turn: ++session });
  preview(answer);
}

const sameKind = (a: Entry, b: Entry) => ["typed", "pulled", "moved"].some((k) => k in a && k in b);

/** Makes an entry in the open sentence. */
export function enter(at: string, entry: Entry): Promise<void> {
  const last = waiting[waiting.length - 1];
  if (last && last.at === at && sameKind(last.entry, entry)) last.entry = entry;
  else waiting.push({ at, entry });
  running ??= run().finally(() => (running = null));
  return running;
}

async function run(): Promise<void> {
  while (waiting.length > 0) {
    const next = waiting.shift()!;
    const before = answerNow();
    const mine = session;
    if (!before) {
      waiting = [];
      return;
    }
    try {
      const ahead = waiting.length === 0 ? previewAhead(before, next) : null;
      const answer = await asked({ filled: before.filled, ...next });
      if (mine !== session || !answerNow()) return;
      if (!answer.refused) passed(before.filled, next);
      const whole = answer.lacks.length === 0 && !answer.refused;
      if (ahead && whole) ahead.sure = true;
      else if (ahead) usePart.getState().stay();
      const followed = followedFrom(before, answer, next.at);
      usePart.getState().set({ doing: { kind: "writing", answer, turn: mine, followed } });
      if (usePart.getState().notice?.trouble) usePart.getState().set({ notice: null });
      if (answer.refused) usePart.getState().say(answer.refused, true);
      else if (!ahead?.sure || ahead.refused) preview(answer);
      if (answer.focus && "chose" in next.entry) focusOn(answer.focus);
      else if ("hit" in next.entry || "press" in next.entry) focusBack();
    } catch (e) {
      told(e);
    }
  }
}

/** Choices that are others after an entry elsewhere, with what they were. */
const followedFrom = (before: Answer, after: Answer, at: string): Followed[] =>
  Object.entries(after.slots).flatMap(([place, s]) => {
    const was = before.slots[place];
    return s.is === "choice" && place !== at && was?.chosen && was.chosen !== s.chosen
      ? [{ at: place, was: was.chosen, said: was.text }]
      : [];
  });

/** Keeps how the sentence stood; what is typed at one place is one thing to take back. */
function passed(filled: Filled, { at, entry }: { at: string; entry: Entry }): void {
  if ("aim" in entry) return;
  const typing = "typed" in entry || "pulled" in entry || "moved" in entry;
  const last = past[past.length - 1];
  if (!(typing && last?.typing && last.at === at)) past.push({ filled, at, typing });
}

/** Takes back the last entry of the open sentence. */
export async function takeBack(): Promise<void> {
  await running;
  const to = past.pop();
  if (!to || !answerNow()) {
    usePart.getState().say("Nothing to take back in this sentence. Drop it (Esc) to undo steps of the part.");
    return;
  }
  const mine = session;
  try {
    const answer = await asked({ filled: to.filled });
    if (mine !== session || !answerNow()) return;
    usePart.getState().set({ doing: { kind: "writing", answer, turn: mine } });
    preview(answer);
    if (to.typing) focusOn(to.at);
  } catch (e) {
    told(e);
  }
}

/** Keeps what is being made, or says what is missing; says too what is wrong with it once it is kept. */
export async function keep(): Promise<void> {
  if (held) return;
  if (running) {
    held = [];
    (document.activeElement as HTMLElement | null)?.blur();
    let keys: Pressed[];
    try {
      await running;
    } finally {
      keys = held;
      held = null;
    }
    const ending = ended();
    if (usePart.getState().doing.kind === "looking")
      keys.forEach((k) =>
        document.body.dispatchEvent(new KeyboardEvent("keydown", { ...init(k), bubbles: true })),
      );
    await ending;
  } else await ended();
}

const init = ({ key, shiftKey }: Pressed) => ({ key, shiftKey });

async function ended(): Promise<void> {
  const answer = answerNow();
  if (!answer) return;
  const { doing, say, set, send } = usePart.getState();
  const lack = answer.lacks[0];
  if (lack) {
    say(lack.said, true);
    if (answer.slots[lack.at]?.is === "number") focusOn(lack.at);
    return;
  }
  session++;
  // the next thing can be begun while this one is being kept; what was previewed stays in sight until then
  set({ doing: { kind: "looking" }, picks: [], hover: null, pointed: [] });
  if (await send({ do: "keep", talk: { filled: answer.filled } })) {
    set({ last: answer.filled });
    reportFailure(answer.filled.step);
  } else if (usePart.getState().doing.kind === "looking") set({ doing });
}

/** Says what is wrong with the step just kept: the one changed, or the newest. */
function reportFailure(id: string): void {
  const { view, say } = usePart.getState();
  const step = id ? view?.steps.find((s) => s.id === id) : view?.steps[view.workLine - 1];
  if (step?.status === "failed") say(`${step.name} was kept but can’t be built: ${step.message}`, true);
}

export function drop(): void {
  session++;
  usePart.getState().start({ kind: "looking" });
}

// where typed digits go

const fields = () => [...document.querySelectorAll<HTMLInputElement>(".work input[data-place]")];
const field = (place: string) => fields().find((f) => f.dataset.place === place);

let lastField = "";
export const fieldUsed = (place: string) => (lastField = place);

function select(f: HTMLInputElement | undefined): boolean {
  f?.focus();
  f?.select();
  return f !== undefined;
}

function focusOn(place: string): void {
  requestAnimationFrame(() => select(field(place)));
}

/** The first field that is empty, else the first. */
function firstField(): HTMLInputElement | undefined {
  const answer = answerNow();
  const empty = fields().find((f) => f.value === "" && answer?.slots[f.dataset.place!]?.lack);
  return empty ?? fields()[0];
}

export function focusFirst(): void {
  select(firstField());
}

/** Where typed digits go when no field has the focus: to the one that had it last, else the first. */
export const focusDigits = (): boolean => select(field(lastField) ?? fields()[0]);

/** After a click in the view typed digits go where they went before. */
export function focusBack(): void {
  const el = document.activeElement;
  if (el && el !== document.body && el.closest("input, [role=menu]")) return;
  requestAnimationFrame(focusDigits);
}
