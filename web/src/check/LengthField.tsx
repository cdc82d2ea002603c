import { useState } from "react";
import { roughLength } from "../api/numbers";
import { usePart } from "../part/store";

/** A length that is typed over the view; what isn't one stays until it is. */
export function LengthField({
  label,
  text,
  onDone,
}: {
  label: string;
  text: string;
  onDone: (mm: number) => void;
}) {
  const unit = usePart((s) => s.view?.unit ?? "mm");
  const [typed, setTyped] = useState<string | null>(null);
  const value = typed === null ? null : roughLength(typed, unit);
  const done = () => {
    if (value !== null) onDone(value);
    setTyped(null);
  };
  return (
    <input
      className={`slot ${typed !== null && value === null ? "trouble" : ""}`}
      aria-label={label}
      size={Math.max(4, (typed ?? text).length)}
      value={typed ?? text}
      onFocus={(e) => e.target.select()}
      onChange={(e) => setTyped(e.target.value)}
      onBlur={done}
      onKeyDown={(e) => {
        if (e.key === "Enter") done();
        if (e.key === "Escape") setTyped(null);
        if (e.key !== "F6") e.stopPropagation();
      }}
    />
  );
}
