import type { ConstraintKind } from "../api/types";

const STROKES: Partial<Record<ConstraintKind, string>> = {
  horizontal: "M2 8H14M6 8a2 2 0 1 0 4 0a2 2 0 1 0-4 0",
  vertical: "M8 2V14M8 6a2 2 0 1 0 0 4a2 2 0 1 0 0-4",
  parallel: "M3 13L9 3M7 13L13 3",
  perpendicular: "M3 3V13H13M3 9H7V13",
  tangent: "M2 13H14M4 8.5a4.5 4.5 0 1 1 9 0a4.5 4.5 0 1 1-9 0",
  smooth: "M2 13C6 13 6 8 8 6C10 4 12 3 14 3M5 13.5a1.2 1.2 0 1 0 0.1 0M11 4a1.2 1.2 0 1 0 0.1 0",
  equal: "M3 6H13M3 10H13M5 4V12M11 4V12",
  concentric: "M8 2.5a5.5 5.5 0 1 0 0 11a5.5 5.5 0 1 0 0-11M8 6a2 2 0 1 0 0 4a2 2 0 1 0 0-4",
  midpoint: "M2 8H14M2 5V11M14 5V11M8 5.5L10.5 10H5.5Z",
  symmetric: "M8 2V14M2 8H5M11 8H14M4 6L6 8L4 10M12 6L10 8L12 10",
  collinear: "M2 12L6 8.5M10 5.5L14 2",
  fixed: "M4 13H12M5 13V8H11V13M6.5 8V5.5a1.5 1.5 0 0 1 3 0V8",
  coincident: "M4 4L12 12M12 4L4 12M8 6a2 2 0 1 0 0 4a2 2 0 1 0 0-4",
  "on-curve": "M2 12C5 4 11 4 14 12M8 4a2 2 0 1 0 0 4a2 2 0 1 0 0-4",
};

/** The small mark of a constraint. */
export function Mark({ kind }: { kind: ConstraintKind }) {
  return (
    <svg viewBox="0 0 16 16" aria-hidden="true">
      <path d={STROKES[kind] ?? ""} fill="none" stroke="currentColor" strokeWidth="1.4" />
    </svg>
  );
}
