import { useEffect, useRef } from "react";
import { usePartOf } from "./store";

/** How far down the part is built; dragged, or moved with the arrow keys. */
export function WorkLine() {
  const { view, send } = usePartOf("view", "send");
  const ref = useRef<HTMLDivElement>(null);
  const at = view!.workLine;
  // where it has been asked to go while the answer is under way
  const wanted = useRef(at);
  useEffect(() => {
    wanted.current = at;
  }, [at]);
  const move = (to: number) => {
    if (to === wanted.current || to < 0 || to > view!.steps.length) return;
    wanted.current = to;
    void send({ do: "move-work-line", to });
  };
  const drop = (y: number) => {
    const rows = [...(ref.current?.closest(".steps")?.querySelectorAll(".step") ?? [])];
    move(rows.filter((r) => r.getBoundingClientRect().top + r.clientHeight / 2 < y).length);
  };
  return (
    <div
      ref={ref}
      className="workline"
      role="slider"
      tabIndex={0}
      aria-label="Work line"
      aria-valuemin={0}
      aria-valuemax={view!.steps.length}
      aria-valuenow={at}
      aria-valuetext={`building up to step ${at}`}
      onPointerDown={(e) => e.currentTarget.setPointerCapture(e.pointerId)}
      onPointerUp={(e) => drop(e.clientY)}
      onKeyDown={(e) => {
        if (e.key === "ArrowUp") move(wanted.current - 1);
        else if (e.key === "ArrowDown") move(wanted.current + 1);
        else return;
        e.preventDefault();
        e.stopPropagation();
      }}
    >
      <span className="grip" />
      <span className="lab">{at === 0 ? "nothing built" : "building up to here"}</span>
    </div>
  );
}
