import { create } from "zustand";
import { Look } from "./camera";

/** The scene's look, for what is drawn over it; a new turn means it has moved. */
export const useLookStore = create<{ look: Look; turn: number }>(() => ({ look: new Look(), turn: 0 }));

export function useLook(): Look {
  useLookStore((s) => s.turn);
  return useLookStore((s) => s.look);
}
