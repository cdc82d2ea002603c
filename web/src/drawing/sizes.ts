import type { Step } from "../api/types";
import { isSketch } from "../sketch/drawn";
import { usePart } from "../part/store";
import { keepNumber } from "../sentence/SheetSentence";

/** Changes the number that a size on the sheet stands for, and with it the part; whether it was taken. */
export function changeSize(step: Step, place: string, text: string): Promise<boolean> {
  if (!text.trim()) return Promise.resolve(false);
  return isSketch(step)
    ? usePart.getState().send({ do: "set-dimension", id: step.id, dimension: place, value: text })
    : keepNumber(step, place, text);
}
