import { DropdownMenu } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { Given } from "../part/Given";

/** A choice inside a sentence. */
export function ChoiceSlot<K extends string>({
  label,
  value,
  choices,
  onChoose,
  disabled,
  mark,
}: {
  label: string;
  value: K;
  choices: Record<K, string>;
  onChoose: (k: K) => void;
  disabled?: boolean;
  /** How it is marked. */
  mark?: "bad" | "followed";
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger
        className={`slot choice ${mark ?? ""}`}
        title={label}
        aria-label={label}
        disabled={disabled}
      >
        {choices[value]}
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start" onCloseAutoFocus={(e) => e.preventDefault()}>
          <DropdownMenu.RadioGroup value={value} onValueChange={(v) => onChoose(v as K)}>
            {(Object.keys(choices) as K[]).map((k) => (
              <DropdownMenu.RadioItem key={k} value={k}>
                {choices[k]}
              </DropdownMenu.RadioItem>
            ))}
          </DropdownMenu.RadioGroup>
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/**
 * A number inside a sentence: a button until it is pressed, then a field. Enter keeps, Esc drops.
 *
 * @param onTyping for showing what the number would give while it is typed; null when it is dropped
 */
export function NumberSlot({
  label,
  text,
  typed,
  formula,
  onKeep,
  onTyping,
}: {
  label: string;
  /** With its unit. */
  text: string;
  /** As it is typed. */
  typed: string;
  /** What the number is given by, if by a formula. */
  formula?: string;
  onKeep: (text: string) => Promise<boolean>;
  onTyping: (text: string | null) => void;
}) {
  const [open, setOpen] = useState(false);
  const ref = useRef<HTMLInputElement>(null);
  useEffect(() => {
    if (open) ref.current?.select();
  }, [open]);
  if (!open) {
    return (
      <>
        {formula && <Given formula={formula} />}
        <button className="slot" title={label} aria-label={`${label}: ${text}`} onClick={() => setOpen(true)}>
          {text}
        </button>
      </>
    );
  }
  const drop = () => {
    setOpen(false);
    onTyping(null);
  };
  return (
    <input
      ref={ref}
      className="slot"
      aria-label={label}
      autoFocus
      defaultValue={formula ?? typed}
      onChange={(e) => onTyping(e.target.value)}
      onBlur={drop}
      onKeyDown={(e) => {
        e.stopPropagation();
        if (e.key === "Enter") void onKeep(e.currentTarget.value).then((ok) => ok && setOpen(false));
        if (e.key === "Escape") drop();
      }}
    />
  );
}
