import { Vector3 } from "three";
import { lengthText } from "../api/numbers";
import type { Answer } from "../api/talk";
import { PullArrow } from "../part/PullArrow";
import { usePart } from "../part/store";
import { enter } from "./machine";

/** The arrows of the open sentence; where a size doesn't do its arrow shows up to which one does. */
export function Handles({ answer }: { answer: Answer }) {
  const view = usePart((s) => s.view!);
  const preview = usePart((s) => s.preview);
  const { step } = answer.filled;
  const failed = preview?.steps.find(
    (s, i) => s.status === "failed" && (s.id === step || (!step && i === view.workLine)),
  );
  return (
    <>
      {answer.handles.map((h) => {
        const remedy = failed?.remedies?.find((r) => r.at === h.at && "pulled" in r.entry)?.entry;
        const most = remedy && "pulled" in remedy ? remedy.pulled : undefined;
        return (
          <PullArrow
            key={h.at}
            foot={new Vector3(...h.foot)}
            way={new Vector3(...h.way)}
            mm={h.mm}
            times={h.times}
            most={
              most === undefined
                ? undefined
                : { mm: most, text: `${most < h.mm ? "up to" : "from"} ${lengthText(most, view.unit)}` }
            }
            onPull={(mm) => (h.below ? mm !== 0 : mm > 0) && void enter(h.at, { pulled: mm })}
          />
        );
      })}
    </>
  );
}
