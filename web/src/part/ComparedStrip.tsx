import { MM, spaced } from "../api/numbers";
import { usePartOf } from "./store";

/** Over the view while the part is compared: what came, what went, and the end of it. */
export function ComparedStrip() {
  const { compared, view, compare } = usePartOf("compared", "view", "compare");
  if (!compared || !view) return null;
  const { answer, other } = compared;
  const volume = (v: number) => `${spaced(v / MM[view.unit] ** 3)} ${view.unit}³`;
  const what =
    other === "last"
      ? "what it was before the last change"
      : other === "variant:"
        ? "the part itself"
        : other.startsWith("variant:")
          ? other.slice(8)
          : "a kept version";
  const nothing = answer.comeVolume === 0 && answer.goneVolume === 0;
  return (
    <div className="compared" data-testid="compared">
      <span>Compared with {what}</span>
      {answer.message ? (
        <span className="plum">{answer.message}</span>
      ) : nothing ? (
        <span>the material is the same</span>
      ) : (
        <>
          <span className="come">{volume(answer.comeVolume!)} came</span>
          <span className="gone">{volume(answer.goneVolume!)} went</span>
        </>
      )}
      {answer.steps
        .filter((s) => s.kind === "gone")
        .map((s) => (
          <span key={s.id}>without {s.name}</span>
        ))}
      <button className="btn plain" onClick={() => void compare(null)}>
        End
      </button>
    </div>
  );
}
