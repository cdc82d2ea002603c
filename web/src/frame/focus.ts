/** Whether the focus came to where it is by a key; a key counts for what has it only then. */
let byKeys = true;
let lastByKeys = true;

export const focusedByKeys = (): boolean => byKeys;

/** Follows how the focus moves, until the returned function is called. */
export function followFocus(): () => void {
  const key = () => (lastByKeys = true);
  const pointer = () => {
    lastByKeys = false;
    byKeys = false;
  };
  const moved = () => (byKeys = lastByKeys);
  window.addEventListener("keydown", key, true);
  window.addEventListener("pointerdown", pointer, true);
  window.addEventListener("focusin", moved);
  return () => {
    window.removeEventListener("keydown", key, true);
    window.removeEventListener("pointerdown", pointer, true);
    window.removeEventListener("focusin", moved);
  };
}
