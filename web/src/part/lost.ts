import type { EdgeRef, FaceRef, PartView, Step } from "../api/types";

/** Whether a step failed because something that it was made on is gone. */
export const lostSomething = (s: Step): boolean =>
  s.status === "failed" && /no longer (there|closed)/.test(s.message);

/** Of the edges that a step picked, those that are still to be seen; all when nothing is lost. */
export function edgesLeft(step: Step, edges: EdgeRef[], view: PartView): EdgeRef[] {
  if (!lostSomething(step)) return edges;
  return edges.filter((e) => view.bodies.some((b) => b.edges.some((x) => x.key === e.edge)));
}

/** The same for faces. */
export function facesLeft(step: Step, faces: FaceRef[], view: PartView): FaceRef[] {
  if (!lostSomething(step)) return faces;
  return faces.filter((f) => view.bodies.some((b) => b.faces.some((x) => x.key === f.face)));
}
