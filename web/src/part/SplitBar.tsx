import type { SplitStep, Step } from "../api/types";
import { Acts } from "./Acts";
import { LiveLine } from "./BarParts";
import { PlaneSlot } from "./PlaceBar";
import { planeWords } from "./planing";
import { applySplit, changeSplit } from "./splitting";
import { usePart } from "./store";

/** A split being made or changed, as a sentence. */
export function SplitBar() {
  const { doing, start, preview, view } = usePart();
  if (doing.kind !== "splitting") return null;
  const { form } = doing;
  const more = preview && view ? preview.bodies.length - view.bodies.length : 0;
  return (
    <>
      <div className="say">
        <p className="sent">
          Split the bodies along <PlaneSlot plane={form.plane} onChoose={changeSplit} />
          {more > 0 && ` into ${preview!.bodies.length} bodies`}
        </p>
        <LiveLine step={form.step} hint="Click a face in the view, or choose a plane" />
      </div>
      <Acts main="Apply" onMain={() => void applySplit()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** A split in the build sheet. */
export function SplitSentence({ step, onOpen }: { step: SplitStep & Step; onOpen: () => void }) {
  const view = usePart((s) => s.view);
  const own = /^Split \d+$/.test(step.name) ? null : step.name;
  return (
    <>
      {own && <span className="who">{own}</span>}Split the bodies along{" "}
      <button className="slot geo" title="Open in the work bar to pick another" onClick={onOpen}>
        {planeWords(step.plane, view!)}
      </button>
    </>
  );
}
