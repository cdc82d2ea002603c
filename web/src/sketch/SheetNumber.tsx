import { useState } from "react";

export function SheetNumber({
  text,
  done,
  label = "Dimension",
  width = "w-20 text-right",
  placeholder,
}: {
  text: string;
  done: (t: string) => Promise<boolean>;
  label?: string;
  width?: string;
  placeholder?: string;
}) {
  const [now, set] = useState(text);
  return (
    <input
      className={`slot ${width}`}
      aria-label={label}
      placeholder={placeholder}
      value={now}
      onChange={(e) => set(e.target.value)}
      onFocus={(e) => e.target.select()}
      onBlur={() => set(text)}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") void done(now).then((ok) => ok || set(text));
        if (e.key === "Escape") e.currentTarget.blur();
      }}
    />
  );
}
