import type { RegionRef } from "../api/types";
import { alike } from "./forming";
import { usePart } from "./store";

/** Offers to pick all that a repeat has like what was picked last. */
export function AllAlike(props: {
  sketch: string | null;
  regions: RegionRef[];
  onPick: (regions: RegionRef[]) => void;
}) {
  const view = usePart((s) => s.view);
  const more = alike(view, props.sketch, props.regions);
  if (more.length === 0) return null;
  return (
    <button className="slot" onClick={() => props.onPick([...props.regions, ...more])}>
      add the {more.length === 1 ? "other one" : `${more.length} others`} like it
    </button>
  );
}
