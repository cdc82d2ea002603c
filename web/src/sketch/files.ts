import type { SketchStep, Underlay } from "../api/types";
import { api, Refused } from "../api/client";
import { refit } from "./flat";
import { usePart } from "../part/store";
import { atOnce, currentSketch, useSketch } from "./store";

/** Lets a file be chosen: an outline to take, or a picture to lay under the sketch. */
function takeFile(what: "outline" | "picture"): void {
  document.querySelector("input[data-chooser]")?.remove();
  const input = document.createElement("input");
  input.dataset.chooser = "yes";
  input.type = "file";
  input.accept = what === "outline" ? ".svg,image/svg+xml" : ".png,.jpg,.jpeg,.gif,.pdf";
  input.style.display = "none";
  input.dataset.testid = `${what}-file`;
  input.onchange = () => {
    const file = input.files?.[0];
    input.remove();
    if (file) void (what === "outline" ? readOutline(file) : layPicture(file));
  };
  document.body.append(input);
  input.click();
}

async function readOutline(file: File): Promise<void> {
  const svg = await file.text();
  let finds: string;
  try {
    const look = await api.outline(svg);
    const left = look.leftOut === 1 ? "1 thing is left out" : `${look.leftOut} things are left out`;
    finds =
      `${look.curves} ${look.curves === 1 ? "line or curve" : "lines and curves"}` +
      (look.leftOut === 0 ? "" : `; ${left}. ${look.trouble || "Texts and pictures don't come in."}`);
  } catch (e) {
    usePart.getState().say(e instanceof Refused ? e.message : "This file can't be read.", true);
    return;
  }
  // a file that says its size in units of length needs no question
  const sized = /<svg[^>]*\swidth\s*=\s*["'][^"']*(mm|cm|in|pt|pc|px)["']/i.test(svg);
  useSketch.getState().choose("select");
  useSketch.getState().set({
    outline: { name: file.name, svg, unit: sized ? "0" : "1", tolerance: "0.01", finds },
    group: "Bring in",
  });
}

/** Draws the chosen outline into the sketch. */
export async function takeOutline(): Promise<void> {
  const { outline, set } = useSketch.getState();
  const step = currentSketch();
  if (!outline || !step) return;
  const tolerance = Number(outline.tolerance.replace(",", "."));
  const unit = Number(outline.unit.replace(",", "."));
  const done = await usePart
    .getState()
    .send({ do: "take-outline", id: step.id, svg: outline.svg, unit, tolerance });
  if (done) {
    set({ outline: null });
    refit(step.id);
  }
}

async function layPicture(file: File): Promise<void> {
  const { say, send } = usePart.getState();
  const step = currentSketch();
  if (!step) return;
  try {
    const p = await api.picture(file);
    const width = 100;
    const height = (width * p.height) / p.width;
    const underlay: Underlay = {
      picture: p.picture,
      at: [-width / 2, -height / 2],
      width,
      height,
      strength: 0.5,
    };
    if (await send({ do: "set-underlay", id: step.id, underlay })) {
      say("The picture lies under the sketch. Scale it by a length you know.");
      useSketch.getState().choose("scale");
    }
  } catch (e) {
    say(e instanceof Refused ? e.message : "This picture can't be taken.", true);
  }
}

/** Changes how strongly the picture shows, or takes it away. */
export function setUnderlay(step: SketchStep, underlay: Underlay | null): void {
  void usePart.getState().send({ do: "set-underlay", id: step.id, ...(underlay ? { underlay } : {}) });
}

atOnce.set("outline", () => takeFile("outline"));
atOnce.set("picture", () => takeFile("picture"));
