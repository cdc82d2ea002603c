import type { SketchStep, Vec2 } from "../api/types";
import { usePart } from "../part/store";
import { currentScene } from "../scene/current";
import { useSketch } from "./store";

/** Traces what lies under a pixel, in the way that is chosen. */
export async function traceAt(step: SketchStep, px: Vec2): Promise<void> {
  const { say, view, trace } = usePart.getState();
  const way = useSketch.getState().way.trace;
  if (way === "crossings") return void (await trace({ do: "trace", id: step.id, what: "crossings" }));
  if (way === "passing") return say("Choose a sketch below: its curves are followed to this plane.");
  const scene = currentScene();
  if (way === "edge") {
    const found = scene?.picking.edgeUnder(...px);
    const edge = view?.bodies.find((b) => b.id === found?.body)?.edges.find((e) => e.key === found?.key);
    if (!edge) return say("Click an edge of the part to trace it.", true);
    await trace({ do: "trace", id: step.id, what: "edge", edge: edge.key, point: edge.point });
    return;
  }
  const pick = scene?.picking.faceAt(...px);
  const face = view?.bodies.find((b) => b.id === pick?.body)?.faces.find((f) => f.key === pick?.key);
  if (!face) return say("Click a face of the part.", true);
  await trace({
    do: "trace",
    id: step.id,
    what: way,
    face: { face: face.key, point: face.point, normal: face.out },
  });
}

/** Sketches that another sketch could be traced from: those above it. */
export function sketchesAbove(step: SketchStep): { id: string; name: string }[] {
  const { view } = usePart.getState();
  const at = view?.steps.findIndex((s) => s.id === step.id) ?? 0;
  return (view?.steps ?? []).slice(0, at).filter((s) => s.kind === "sketch" && view?.sketches[s.id]);
}
