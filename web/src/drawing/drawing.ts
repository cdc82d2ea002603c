import { useEffect } from "react";
import { create } from "zustand";
import { api, Refused } from "../api/client";
import type { DrawingSheet, SheetPlan } from "../api/types";
import { usePart } from "../part/store";

interface Drawing {
  /** Whether the drawing takes the view's place. */
  open: boolean;
  sheet: DrawingSheet | null;
  /** Why there is none. */
  why: string;
  /** The view, size, note or table that is picked on it. */
  picked: string | null;
}

export const useDrawing = create<Drawing>(() => ({ open: false, sheet: null, why: "", picked: null }));

/** Whether the drawing is looked at: it stands in the view's place while nothing else is under way. */
export function useOnSheet(): boolean {
  const open = useDrawing((s) => s.open);
  return usePart((s) => s.stage === 8 && s.doing.kind === "looking") && open;
}

/** Draws the sheet anew whenever the part has changed. */
export function useDrawn(): void {
  const view = usePart((s) => s.view);
  const on = useOnSheet();
  useEffect(() => {
    if (!view || !on) return;
    const gone = new AbortController();
    api.sheet(view.id, gone.signal).then(
      (sheet) => useDrawing.setState({ sheet, why: "" }),
      (e: unknown) => {
        if (!gone.signal.aborted)
          useDrawing.setState({
            why: e instanceof Refused ? e.message : "The sheet can’t be drawn just now.",
          });
      },
    );
    return () => gone.abort();
  }, [view, on]);
}

/** Lays the sheet out otherwise; it is kept with the part, and can be undone. */
export function lay(change: Partial<SheetPlan>): void {
  const { sheet } = useDrawing.getState();
  if (!sheet) return;
  void usePart.getState().send({ do: "lay-sheet", sheet: { ...sheet.plan, ...change } });
}

/** Moves something of the sheet, in mm of the paper, up and to the right. */
export function moveOnSheet(name: string, dx: number, dy: number): void {
  const { sheet } = useDrawing.getState();
  if (!sheet) return;
  const note = sheet.plan.notes.find((n) => `note:${n.id}` === name);
  if (note) {
    const notes = sheet.plan.notes.map((n) =>
      n === note ? { ...n, x: round(n.x + dx), y: round(n.y + dy) } : n,
    );
    return lay({ notes });
  }
  const [x, y] = sheet.plan.moved[name] ?? [0, 0];
  lay({ moved: { ...sheet.plan.moved, [name]: [round(x + dx), round(y + dy)] } });
}

const round = (v: number) => Math.round(v * 10) / 10;

/** Takes what is picked off the sheet: a note for good, the rest until it is shown again. */
export function hideOnSheet(name: string): void {
  const { sheet } = useDrawing.getState();
  if (!sheet) return;
  useDrawing.setState({ picked: null });
  if (name.startsWith("note:"))
    return lay({ notes: sheet.plan.notes.filter((n) => `note:${n.id}` !== name) });
  lay({ hidden: [...sheet.plan.hidden, name] });
}

export function addNote(text: string): void {
  const { sheet } = useDrawing.getState();
  if (!sheet) return;
  const next = 1 + Math.max(0, ...sheet.plan.notes.map((n) => Number(n.id.slice(1)) || 0));
  const y = 20 + 8 * sheet.plan.notes.length;
  lay({ notes: [...sheet.plan.notes, { id: `n${next}`, x: 25, y, text }] });
}

const VIEWS: Record<string, string> = {
  "view:front": "the front view",
  "view:top": "the view from above",
  "view:side": "the view from the side",
  "view:corner": "the corner view",
  "view:section": "the section",
  "table:holes": "the hole table",
};

/** What something on the sheet is called. */
export function called(name: string): string {
  if (VIEWS[name]) return VIEWS[name];
  if (name.startsWith("note:")) return "a note";
  return name.startsWith("hole:") ? "a hole’s tag" : "a size";
}

/** The step and its number that a size on the sheet stands for, a hole's diameter for its tag; null for what is neither. */
export function numberOf(name: string): { step: string; place: string } | null {
  const hole = /^hole:(s\d+)\//.exec(name);
  if (hole) return { step: hole[1], place: "diameter" };
  const m = /^size:(s\d+)\/(.+)$/.exec(name);
  return m ? { step: m[1], place: m[2] } : null;
}
