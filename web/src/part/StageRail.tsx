import { fold } from "../frame/Fold";
import { STAGES } from "./actions";
import { usePartOf } from "./store";

const ART: Record<number, string> = {
  1: "M4 18L4 9L12 3L20 9L20 18ZM4 18m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0M20 18m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0M12 3m-2 0a2 2 0 1 0 4 0a2 2 0 1 0-4 0",
  2: "M3 20H21M5 20V10A7 6 0 0 1 19 10V20M9 20V13H15V20M5 20L9 13M15 13L19 20",
  3: "M3 20H21V5H17L15.5 16.5H8.5L7 5H3ZM12 16.5V9",
  4: "M4 20V11A7 7 0 0 1 11 4H20M4 20H20V4M8 20V12A4 4 0 0 1 12 8H20",
  5: "M12 3V15M8 5H16M9 8L15 10M9 11L15 13M10 15H14L12 19ZM4 21H20",
  6: "M4 14H10V20H4ZM14 14H20V20H14ZM14 4H20V10H14ZM4 7H9M6.5 4.5L9 7L6.5 9.5",
  7: "M4 20V6L12 3V20ZM12 20H20V6L12 3M14.5 9L18 6.5M14.5 13L18 10.5M14.5 17L18 14.5",
  8: "M4 21H20M6 17H18V21H6ZM10 17V10C8 9 8 3 12 3C16 3 16 9 14 10V17",
};

/** The order of work; each stop says how many steps the part has of it. */
export function StageRail() {
  const { view, stage, set, doing } = usePartOf("view", "stage", "set", "doing");
  const count = (n: number) => view?.steps.filter((s) => s.stage === n).length ?? 0;
  const now = doing.kind === "sketching" ? 1 : doing.kind === "writing" ? doing.answer.stage : stage;
  return (
    <nav className="rail" aria-label="Stages">
      {STAGES.map((s) => (
        <button
          key={s.n}
          className={`station ${now === s.n ? "on" : ""}`}
          title={`${s.name} (${s.n})`}
          aria-pressed={now === s.n}
          disabled={doing.kind === "sketching"}
          onClick={() => {
            fold("shelf", false);
            set({ stage: s.n, ...(doing.kind === "choosing-face" ? { doing: { kind: "looking" } } : {}) });
          }}
        >
          <span className={`no ${count(s.n) === 0 ? "nil" : ""}`}>{count(s.n) || ""}</span>
          <svg width="24" height="24" viewBox="0 0 24 24" fill="none" stroke="currentColor" strokeWidth="1.5">
            <path d={ART[s.n]} />
          </svg>
          <span className="wd">{s.name}</span>
        </button>
      ))}
    </nav>
  );
}
