import { useCallback, useEffect, useRef, useState } from "react";
import { api, Refused } from "../api/client";
import type { HomePage as Home, PartLine } from "../api/types";
import { NoticeStrip } from "../frame/NoticeStrip";
import { usePart } from "../part/store";
import { type Ask, AskDialog } from "./AskDialog";
import { Card } from "./Card";
import { Drawer } from "./Drawer";
import { open } from "./open";

type Told = { text: string; trouble: boolean; action?: { label: string; run: () => void } };

/** All parts, in drawers. */
export function HomePage() {
  const [home, setHome] = useState<Home | null>(null);
  const [drawer, setDrawer] = useState<number | null>(null);
  const [ask, setAsk] = useState<Ask | null>(null);
  const [told, setTold] = useState<Told | null>(null);
  const file = useRef<HTMLInputElement>(null);

  const load = useCallback(async () => {
    try {
      setHome(await api.home());
    } catch (e) {
      setTold({ text: (e as Error).message, trouble: true });
    }
  }, []);
  useEffect(() => {
    document.title = "Tall Ember";
    // the answer comes later, so this sets no state while the effect runs
    // eslint-disable-next-line react-hooks/set-state-in-effect
    void load();
  }, [load]);

  /** Does something and tells what is wrong when it can't be done. */
  const attempt = useCallback(
    async (what: () => Promise<unknown>): Promise<boolean> => {
      try {
        await what();
        await load();
        return true;
      } catch (e) {
        if (!(e instanceof Refused)) throw e;
        setTold({ text: e.message, trouble: true });
        return false;
      }
    },
    [load],
  );

  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      if ((e.target as HTMLElement).closest("input, [role=dialog], [role=menu]") || e.ctrlKey || e.metaKey)
        return;
      if (e.key === "n") setAsk({ kind: "new-part" });
      else if (e.key === "i") file.current?.click();
      else return;
      e.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);

  const bringIn = async (f: File | undefined) => {
    if (!f) return;
    const solids = /\.(step|stp)$/i.test(f.name);
    if (!solids && f.size > 16 * 1024 * 1024) {
      setTold({ text: `${f.name} is larger than a part file can be (16 MB).`, trouble: true });
      return;
    }
    await attempt(async () => {
      const { id, notes } = solids
        ? await api.importSolids(f, drawer)
        : await api.importPart(await f.text(), drawer);
      open(id);
      if (notes.length > 0) usePart.getState().say(notes.join(" "));
    });
  };

  const remove = (p: PartLine) =>
    void attempt(() => api.deletePart(p.id)).then(
      (ok) =>
        ok &&
        setTold({
          text: `${p.name} deleted.`,
          trouble: false,
          action: { label: "Undo", run: () => void attempt(() => api.restorePart(p.id)) },
        }),
    );

  if (!home)
    return <div className="home">{told && <NoticeStrip notice={told} onClose={() => setTold(null)} />}</div>;
  const names = new Map(home.folders.map((f) => [f.id, f.name]));
  const inDrawer = (id: number | null) => home.parts.filter((p) => p.folder === id);
  const groups = drawer === null ? [...home.folders.map((f) => f.id), null] : [drawer];
  const title = drawer === null ? "All parts" : (names.get(drawer) ?? "");
  const shown = drawer === null ? home.parts : inDrawer(drawer);
  return (
    <div
      className="home"
      onDragOver={(e) => e.preventDefault()}
      onDrop={(e) => {
        e.preventDefault();
        void bringIn(e.dataTransfer.files[0]);
      }}
    >
      <header className="top">
        <div className="cell brand">
          <img src="/mark.svg" alt="" />
          <b>Tall Ember</b>
        </div>
        <div className="cell">
          <span className="cap">Parts</span>
          <span className="val">{home.parts.length}</span>
        </div>
      </header>
      <aside className="drawers">
        <h2>Drawers</h2>
        <ul>
          <Drawer
            name="All parts"
            count={home.parts.length}
            on={drawer === null}
            onOpen={() => setDrawer(null)}
          />
          {home.folders.map((f) => (
            <Drawer
              key={f.id}
              name={f.name}
              count={inDrawer(f.id).length}
              on={drawer === f.id}
              onOpen={() => setDrawer(f.id)}
              onPart={(id) => void attempt(() => api.filePart(id, f.id))}
            />
          ))}
        </ul>
        <button className="btn" onClick={() => setAsk({ kind: "new-drawer" })}>
          New drawer
        </button>
        {drawer !== null && (
          <span className="inline-flex gap-2 pl-2">
            <button
              className="btn plain"
              onClick={() => {
                const name = names.get(drawer);
                void attempt(() => api.deleteFolder(drawer)).then((ok) => {
                  if (!ok) return;
                  setDrawer(null);
                  const run = () => void attempt(() => api.restoreFolder(drawer));
                  setTold({
                    text: `Drawer ${name} deleted.`,
                    trouble: false,
                    action: { label: "Undo", run },
                  });
                });
              }}
            >
              Delete this drawer
            </button>
          </span>
        )}
        <p className="cap pt-3">A drawer is a folder. Drop a part on its label to move it.</p>
      </aside>
      <main className="shop">
        <div className="head">
          <div className="flex-1">
            <h1>{title}</h1>
            <p className="text-[13px] text-[var(--ink-2)]">
              {shown.length === 1 ? "1 part" : `${shown.length} parts`}
              {shown.length > 0 && " · last touched first"} · files that can be brought in: part files
              (.json), STEP files (.step, .stp)
            </p>
          </div>
          <button
            className="btn big"
            title="Takes part files (.json), as Release hands them over, and STEP files (.step, .stp)"
            onClick={() => file.current?.click()}
          >
            Bring in a file <span className="k">I</span>
          </button>
          <button className="btn main big" onClick={() => setAsk({ kind: "new-part" })}>
            New part <span className="k">N</span>
          </button>
          <input
            ref={file}
            type="file"
            accept=".json,.step,.stp"
            hidden
            data-testid="file"
            onChange={(e) => {
              void bringIn(e.target.files?.[0]);
              e.target.value = "";
            }}
          />
        </div>
        {groups.map((g) => {
          const parts = inDrawer(g);
          if (parts.length === 0 && drawer === null) return null;
          return (
            <section key={g ?? "none"}>
              <div className="group">
                <h2>{g === null ? "In no drawer" : names.get(g)}</h2>
                <span className="text-[13px] text-[var(--ink-2)]">
                  {parts.length === 1 ? "1 part" : `${parts.length} parts`}
                </span>
              </div>
              <div className="cards">
                {parts.map((p) => (
                  <Card
                    key={p.id}
                    part={p}
                    onRename={() => setAsk({ kind: "rename", part: p })}
                    onCopy={() => void attempt(() => api.duplicate(p.id))}
                    onDelete={() => remove(p)}
                    onTakeOut={
                      p.folder === null ? undefined : () => void attempt(() => api.filePart(p.id, null))
                    }
                  />
                ))}
              </div>
            </section>
          );
        })}
        {home.parts.length === 0 && (
          <p className="pt-8">
            There are no parts yet. Press <span className="key">N</span> for a new one, or bring in a file.
          </p>
        )}
        <div className="dropzone">
          <b>Drop a file here to bring it in</b>
          <br />a part file saved from Release, or a STEP file with solids
        </div>
      </main>
      {ask && (
        <AskDialog
          ask={ask}
          onClose={() => setAsk(null)}
          onDone={async (name, unit) => {
            const ok = await attempt(async () => {
              if (ask.kind === "new-part") open((await api.newPart(name, unit, drawer)).id);
              else if (ask.kind === "new-drawer") await api.newFolder(name);
              else await api.command(ask.part.id, ask.part.revision, { do: "rename-part", name }, []);
            });
            if (ok) setAsk(null);
          }}
        />
      )}
      {told && <NoticeStrip notice={told} onClose={() => setTold(null)} />}
    </div>
  );
}
