import { enter } from "../sentence/machine";
import { calledOf, seenOf } from "../sentence/pointing";
import { samePick, usePartOf } from "./store";

/** So many rows are shown; the rest as a count. */
const MOST = 40;

interface Row {
  key: string;
  called: string;
  point: () => void;
  out: () => void;
}

/** What is picked, or what the open sentence's place holds: each lit under the pointer, and taken out alone. */
export function PickedList() {
  const { doing, picks, view, set } = usePartOf("doing", "picks", "view", "set");
  if (!view) return null;
  const answer = doing.kind === "writing" ? doing.answer : null;
  const slot = answer?.slots[answer.aim];
  const rows: Row[] = answer
    ? (slot?.items ?? []).map((item, i) => ({
        key: `${item.out} ${i}`,
        called: item.called,
        point: () => set({ pointed: seenOf(slot!.held![i], slot!.as, view) }),
        out: () => void enter(answer.aim, { out: item.out }),
      }))
    : picks.map((p) => ({
        key: p.kind + p.body + p.key,
        called: calledOf(p, view),
        point: () => set({ pointed: [p] }),
        out: () => set({ picks: picks.filter((x) => !samePick(x, p)) }),
      }));
  if (rows.length === 0) return null;
  const reached = slot?.reached?.length ?? 0;
  return (
    <div className="picks">
      <h3>
        {slot?.label ?? "Picked"} <span>{rows.length}</span>
      </h3>
      <ul onMouseLeave={() => set({ pointed: [] })}>
        {rows.slice(0, MOST).map((r) => (
          <li key={r.key} onMouseEnter={r.point}>
            <span title={r.called}>{r.called}</span>
            <button
              className="take-out"
              aria-label={`Take out ${r.called}`}
              title="Take it out"
              onFocus={r.point}
              onBlur={() => set({ pointed: [] })}
              onClick={() => {
                set({ pointed: [] });
                r.out();
              }}
            >
              ✕
            </button>
          </li>
        ))}
        {rows.length > MOST && <li className="cap">and {rows.length - MOST} more</li>}
        {reached > 0 && <li className="cap">with {reached} more through smooth neighbours</li>}
      </ul>
    </div>
  );
}
