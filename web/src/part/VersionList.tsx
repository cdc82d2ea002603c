import { useEffect, useState } from "react";
import type { Version } from "../api/types";
import { api, Refused } from "../api/client";
import { usePartOf } from "./store";

/** States of the part kept under a name: to compare with, and to go back to. */
export function VersionList() {
  const { view, say, compare, goBack } = usePartOf("view", "say", "compare", "goBack");
  const [all, setAll] = useState<Version[] | null>(null);
  const [name, setName] = useState("");
  const id = view?.id;
  useEffect(() => {
    if (id !== undefined) void api.versions(id).then(setAll, () => setAll([]));
  }, [id]);
  if (!view) return null;
  const keep = async () => {
    try {
      setAll(await api.keepVersion(view.id, name));
      setName("");
      say(`Kept as ${name.trim()}.`);
    } catch (e) {
      if (!(e instanceof Refused)) throw e;
      say(e.message, true);
    }
  };
  return (
    <div className="inside" data-testid="versions">
      <h4>Versions</h4>
      <p className="flex items-center gap-2 pb-1">
        <input
          className="slot w-44"
          aria-label="Name of this version"
          placeholder="keep this state as…"
          value={name}
          onChange={(e) => setName(e.target.value)}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "Enter") void keep();
          }}
        />
        <button className="btn" onClick={() => void keep()}>
          Keep
        </button>
      </p>
      <ul>
        {view.undo && (
          <li>
            <span>Before the last change</span>
            <button className="btn plain" onClick={() => void compare("last")}>
              Compare
            </button>
          </li>
        )}
        {(all ?? []).map((v) => (
          <li key={v.id}>
            <span>
              {v.name}
              <span className="cap block">{v.made.slice(0, 16).replace("T", " ")}</span>
            </span>
            <span className="flex">
              <button className="btn plain" onClick={() => void compare(`version:${v.id}`)}>
                Compare
              </button>
              <button
                className="btn plain"
                onClick={() =>
                  void goBack(v.id).then(
                    (ok) => ok && say(`Back at ${v.name}. Undo returns to where you were.`),
                  )
                }
              >
                Go back
              </button>
            </span>
          </li>
        ))}
      </ul>
      {all?.length === 0 && <p className="cap pb-1">No version is kept yet. Every change is saved anyway.</p>}
    </div>
  );
}
