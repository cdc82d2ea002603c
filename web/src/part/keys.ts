import { toggleSection } from "../check/section";
import { HOLDS } from "../sketch/holds";
import { Model } from "../sketch/model";
import { snap } from "../sketch/snap";
import { currentSketch, useSketch } from "../sketch/store";
import { TOOLS } from "../sketch/toolbox";
import { LineTool } from "../sketch/tools/line";
import { nextLock } from "../scene/lock";
import { useLookStore } from "../scene/useLook";
import { fit, lookFrom, shelfActions, STAGES } from "./actions";
import { lookBack, lookStraight } from "./looks";
import { lookMoved } from "../sketch/flat";
import { finishSketch } from "./sketching";
import { again, drop, focusDigits, keep, takeBack, tooEarly } from "../sentence/machine";
import { usePart } from "./store";
import { takeWalked, walk } from "./walk";

/** The keys of the part page; returns whether the key meant something. */
export function partKey(e: KeyboardEvent, openFinder: () => void, openKeys: () => void): boolean {
  const { doing, shift, start, set, picks, linked } = usePart.getState();
  const key = e.key;
  if ((e.ctrlKey || e.metaKey) && !e.altKey) {
    const k = key.toLowerCase();
    if (doing.kind === "writing" && (k === "z" || k === "y")) {
      if (k === "z" && !e.shiftKey) void takeBack();
    } else if (k === "z" && !e.shiftKey) void shift("undo");
    else if (k === "y" || (k === "z" && e.shiftKey)) void shift("redo");
    else return false;
    return true;
  }
  if (e.ctrlKey || e.metaKey || e.altKey) return false;
  if (key === "F6") {
    toggleSection();
    return true;
  }
  if (tooEarly(e)) return true;
  if (doing.kind === "sketching" && sketchKey(e)) return true;
  // digits go to the open sentence's number, wherever the focus is
  if (doing.kind === "writing" && /^[0-9,=-]$/.test(key)) return !focusDigits();
  if (doing.kind === "writing" && key.toLowerCase() === "l" && (doing.answer.grips ?? []).length > 0)
    nextLock();
  else if (key === ".") openFinder();
  else if (key === "?") openKeys();
  else if (key === "Home") lookFrom("Corner");
  else if (key === "End") fit();
  else if (key === "PageUp") lookBack();
  else if (key === "PageDown") lookStraight();
  else if (key.startsWith("Arrow")) {
    const { look } = useLookStore.getState();
    const step = Math.PI / 12 / 0.008;
    const d = { ArrowLeft: [step, 0], ArrowRight: [-step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[
      key
    ];
    if (!d) return false;
    look.orbit(d[0], d[1]);
    lookMoved();
  } else if (key === "Escape") {
    if (doing.kind === "writing") drop();
    else if (doing.kind !== "looking" && doing.kind !== "sketching") start({ kind: "looking" });
    else if (picks.length > 0 || linked) set({ picks: [], linked: null });
  } else if (key === "Enter" && doing.kind === "writing") void keep();
  else if (key === "Enter" && e.shiftKey && doing.kind === "looking") again();
  else if (doing.kind === "sketching") return false;
  else if (key.toLowerCase() === "n" || key === "F8") walk(e.shiftKey ? -1 : 1);
  else if (key.toLowerCase() === "m" || key === "F9") takeWalked();
  else if (STAGES.some((s) => String(s.n) === key)) {
    set({ stage: Number(key) });
    if (doing.kind === "choosing-face") start({ kind: "looking" });
  } else {
    const action = shelfActions(usePart.getState().stage).find((a) => a.key === key.toLowerCase());
    if (!action || doing.kind !== "looking") return false;
    if (action.why) usePart.getState().say(action.why, true);
    else action.run();
  }
  return true;
}

function sketchKey(e: KeyboardEvent): boolean {
  const s = useSketch.getState();
  const key = e.key;
  const field = s.tool?.fields[s.field];
  if (field) {
    const typing = field.text !== "";
    if (/^[0-9.,]$/.test(key) || (typing && /^[-/ a-z"]$/.test(key)) || key === "-") {
      s.type(key);
      return true;
    }
    if (key === "Backspace") {
      s.type("");
      return true;
    }
    if (key === "Tab") {
      const n = s.tool!.fields.length;
      s.set({ field: (s.field + (e.shiftKey ? n - 1 : 1)) % n });
      return true;
    }
    if (key === "Enter" && s.snap) {
      const typed = s.tool!.fields.some((f) => f.text !== "");
      s.click(typed ? { at: s.snap.at, offer: "", level: s.snap.level, plumb: s.snap.plumb } : s.snap);
      return true;
    }
  }
  if (s.tool && key.startsWith("Arrow")) return moveHand(key, e.shiftKey);
  if (key === "Enter" && s.snap?.byKeys && s.tool) {
    s.click(s.snap);
    return true;
  }
  if (key === "Tab" && s.nextWay()) return true;
  if (key === "Escape") {
    if (!s.back())
      usePart.getState().say("Nothing to drop here. Enter, or Finish, ends the sketch; all of it is kept.");
    return true;
  }
  if (key === "Enter") {
    if (s.tool?.finish && s.tool.from({ model: null as never, unit: "mm" })) s.click(null);
    else finishSketch();
    return true;
  }
  if (key === "Delete" || key === "Backspace") {
    s.erase();
    return true;
  }
  const k = key.toLowerCase();
  if (e.shiftKey) {
    const hold = HOLDS.find((h) => h.key.toLowerCase() === k);
    if (hold) s.hold(hold.kind);
    return hold !== undefined;
  }
  if (k === "r" && s.tool instanceof LineTool) {
    s.bend();
    return true;
  }
  const tool = TOOLS.find((t) => t.key === k);
  if (tool) s.choose(tool.id);
  else if (k === "y") s.construction();
  else return false;
  return true;
}

/** The drawing hand by keys: it begins at the origin and goes by steps of a size that can be seen, ten with Shift. */
function moveHand(key: string, far: boolean): boolean {
  const way = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, 1], ArrowDown: [0, -1] }[key];
  const step = currentSketch();
  const unit = usePart.getState().view?.unit;
  if (!way || !step) return false;
  const s = useSketch.getState();
  const by = (unit === "in" ? 25.4 / 16 : 1) * (far ? 10 : 1);
  const at: [number, number] = s.snap?.byKeys
    ? [s.snap.at[0] + by * way[0], s.snap.at[1] + by * way[1]]
    : [0, 0];
  // only what lies just there is held on to
  s.set({ snap: { ...snap(new Model(step), at, 1e-3), byKeys: true } });
  return true;
}
