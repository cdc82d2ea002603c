import { usePart } from "./store";

/** The formula that gives a number; a press leads to the values in it. */
export function Given({ formula }: { formula: string }) {
  return (
    <button
      className="given"
      title={`Given by ${formula}: go to its values`}
      onClick={(e) => {
        e.preventDefault();
        leadTo(formula);
      }}
    >
      {formula} =
    </button>
  );
}

/** Opens the values, at the first one that a formula names. */
function leadTo(formula: string): void {
  const { view, set } = usePart.getState();
  set({ panel: "values" });
  const words = formula.match(/[\p{L}_][\p{L}\p{N}_]*/gu) ?? [];
  const name = words.find((w) => view?.values.some((v) => v.name === w));
  // once the table is there
  requestAnimationFrame(() => {
    const field = document.querySelector<HTMLElement>(`[aria-label="Value ${name}"]`);
    field?.scrollIntoView({ block: "nearest" });
    field?.focus();
  });
}
