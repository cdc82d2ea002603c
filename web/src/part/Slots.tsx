import { DropdownMenu } from "radix-ui";
import { useEffect, useRef, useState } from "react";

/** A choice inside a sentence. */
export function ChoiceSlot<K extends string>({
  label,
  value,
  choices,
  onChoose,
  disabled,
}: {
  label: string;
  value: K;
  choices: Record<K, string>;
  onChoose: (k: K) => void;
  disabled?: boolean;
}) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="slot choice" title={label} aria-label={label} disabled={disabled}>
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
  formula,
  unit,
  onKeep,
  onTyping,
}: {
  label: string;
  text: string;
  /** What the number is given by, if by a formula. */
  formula?: string;
  unit: string;
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
      <button
        className="slot"
        title={label}
        aria-label={`${label}: ${text} ${unit}`}
        onClick={() => setOpen(true)}
      >
        {formula ? <i>{formula} = </i> : null}
        {text} {unit}
      </button>
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
      defaultValue={formula ?? text}
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
