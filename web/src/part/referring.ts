import type { EdgeRef, FaceLine, FaceRef, PartView, Step } from "../api/types";
import type { Pick } from "./store";

/** A face as steps refer to it: as it is now. */
export const faceRef = (f: FaceLine): FaceRef => ({ face: f.key, point: f.point, normal: f.out });

/** The face that was picked, if a face was. */
export const faceOf = (view: PartView, p: Pick | null): FaceLine | undefined =>
  p?.kind === "face"
    ? view.bodies.find((b) => b.id === p.body)?.faces.find((f) => f.key === p.key)
    : undefined;

/** The edge that was picked, as steps refer to it. */
export function edgeRef(view: PartView, p: Pick): EdgeRef | undefined {
  const e = view.bodies.find((b) => b.id === p.body)?.edges.find((x) => x.key === p.key);
  return e && { edge: e.key, point: e.point };
}

/** A step's own fields, without what was told about it. */
export function bare(step: Step): Record<string, unknown> {
  const fields: Record<string, unknown> = { ...step };
  for (const told of ["status", "message", "notes", "dependants", "uses", "sizes", "remedy"])
    delete fields[told];
  return fields;
}
