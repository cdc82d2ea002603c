import { SketchBar } from "../sketch/SketchBar";
import { Acts } from "./Acts";
import { WriteBar } from "../sentence/WriteBar";
import { usePart, usePartOf } from "./store";

/** What is being made, as one sentence. */
export function WorkBar() {
  const doing = usePart((s) => s.doing);
  return (
    <section className="work" aria-label="Work bar">
      {doing.kind === "writing" ? (
        <WriteBar answer={doing.answer} turn={doing.turn} />
      ) : doing.kind === "sketching" ? (
        <SketchBar id={doing.step} />
      ) : doing.kind === "choosing-face" ? (
        <ChooseFaceBar />
      ) : (
        <IdleBar />
      )}
    </section>
  );
}

function IdleBar() {
  const { view, picks } = usePartOf("view", "picks");
  const flat =
    picks.length === 1 &&
    view?.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key)?.normal;
  return (
    <div className="say">
      <p className="sent">
        {view?.steps.length === 0
          ? "Nothing is being made. Choose a plane to sketch on."
          : flat
            ? "A flat face is picked. Sketch on it, or double-click it to change the step that made it."
            : picks.length > 0
              ? "What fits the pick stands beside it; a right click lists what lies behind."
              : "Nothing is being made. Choose an operation at the left, or a field in the build sheet."}
      </p>
      <p className="live">
        <span className="k">?</span> shows all keys, <span className="k">.</span> finds anything
      </p>
    </div>
  );
}

function ChooseFaceBar() {
  const { start } = usePartOf("start");
  return (
    <>
      <div className="say">
        <p className="sent">
          Sketch on <span className="slot lit geo">pick a flat face</span>
        </p>
      </div>
      <Acts main="" onDrop={() => start({ kind: "looking" })} />
    </>
  );
}
