import { useEffect, useState } from "react";
import { api, Refused } from "../api/client";
import type { Released } from "../api/types";
import { usePartOf } from "../part/store";

/** The letter after the last one. */
const next = (n: number) =>
  (n < 26 ? "" : String.fromCharCode(64 + Math.floor(n / 26))) + String.fromCharCode(65 + (n % 26));

/** On the shelf, in the stage of release: what went out under which letter, with its files, and the next one. */
export function ReleaseSlip() {
  const { view, say, compare } = usePartOf("view", "say", "compare");
  const [all, setAll] = useState<Released[] | null>(null);
  const [busy, setBusy] = useState(false);
  const id = view?.id;
  useEffect(() => {
    if (id !== undefined) void api.releases(id).then(setAll, () => setAll([]));
  }, [id]);
  if (!view || !all || view.bodies.length === 0) return null;
  const letter = next(all.length);
  const release = async () => {
    setBusy(true);
    try {
      setAll(await api.release(view.id));
      say(`Released as ${letter}. Its files won’t change any more.`);
    } catch (e) {
      if (!(e instanceof Refused)) throw e;
      say(e.message, true);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="releases" data-testid="releases">
      <p className="sub">A release freezes the files, the drawing and what was found under a letter.</p>
      <button className="btn" disabled={busy} onClick={() => void release()}>
        Release as {letter}
      </button>
      {all.map((r) => (
        <div key={r.letter} className="release">
          <b>Revision {r.letter}</b> <span className="cap">{r.made.slice(0, 16).replace("T", " ")}</span>
          <p>
            {r.files.map((f) => (
              <a
                key={f}
                className="underline"
                href={`/api/parts/${view.id}/releases/${r.letter}/${encodeURIComponent(f)}`}
                download
              >
                {f.includes("findings") ? "findings" : f.slice(f.lastIndexOf(".") + 1).toUpperCase()}
              </a>
            ))}
            <button className="underline" onClick={() => void compare(`version:${r.version}`)}>
              What changed since
            </button>
          </p>
        </div>
      ))}
    </div>
  );
}
