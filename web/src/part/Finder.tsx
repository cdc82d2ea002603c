import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { api } from "../api/client";
import type { HomePage } from "../api/types";
import { everything, found } from "./findable";

/** Finds anything that can be done by its name, and says why something can't be now. */
export function Finder({ onClose }: { onClose: () => void }) {
  const [text, setText] = useState("");
  const [at, setAt] = useState(0);
  const [parts, setParts] = useState<HomePage["parts"]>([]);
  useEffect(() => {
    void api.home().then(
      (h) => setParts(h.parts),
      () => {},
    );
  }, []);
  const hits = found(everything(parts), text).slice(0, 12);
  const chosen = Math.min(at, hits.length - 1);
  const run = (i: number) => {
    if (!hits[i] || hits[i].why) return;
    onClose();
    hits[i].run();
  };
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="dialog finder"
          aria-describedby={undefined}
          onKeyDown={(e) => e.stopPropagation()}
        >
          <Dialog.Title className="sr-only">Do anything</Dialog.Title>
          <input
            type="text"
            role="combobox"
            aria-label="Do anything"
            aria-expanded
            aria-controls="found"
            aria-autocomplete="list"
            aria-activedescendant={hits.length > 0 ? `found-${chosen}` : undefined}
            placeholder="Do anything…"
            value={text}
            autoFocus
            onChange={(e) => {
              setText(e.target.value);
              setAt(0);
            }}
            onKeyDown={(e) => {
              if (e.key === "ArrowDown") setAt(Math.min(chosen + 1, hits.length - 1));
              else if (e.key === "ArrowUp") setAt(Math.max(chosen - 1, 0));
              else if (e.key === "PageDown") setAt(hits.length - 1);
              else if (e.key === "PageUp") setAt(0);
              else if (e.key === "Enter") run(chosen);
              else return;
              e.preventDefault();
            }}
          />
          <ul role="listbox" id="found" aria-label="What was found">
            {hits.map((a, i) => (
              <li
                key={a.name + i}
                role="option"
                id={`found-${i}`}
                aria-selected={i === chosen}
                className={a.why ? "cannot" : ""}
                onPointerMove={() => setAt(i)}
                onClick={() => run(i)}
              >
                <span>{a.name}</span>
                <span className="cap self-center">{a.why ?? a.hint}</span>
              </li>
            ))}
            {hits.length === 0 && <li>Nothing of that name.</li>}
          </ul>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
