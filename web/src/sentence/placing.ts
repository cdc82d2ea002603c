import { create } from "zustand";

/** Where the pointer is in the view, in pixels, while places are put there; and the place that is held. */
export const usePointer = create<{ at: [number, number] | null; held: string | null }>(() => ({
  at: null,
  held: null,
}));
