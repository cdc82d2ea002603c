import { useEffect, useState } from "react";
import { useJudging } from "../check/findings";
import { FindingSheet } from "../check/FindingSheet";
import { useOnSheet } from "../drawing/drawing";
import { DrawingPane } from "../drawing/DrawingPane";
import { DrawingSide } from "../drawing/DrawingSide";
import { focusedByKeys, followFocus } from "../frame/focus";
import { Folded, useFolds } from "../frame/Fold";
import { NoticeStrip } from "../frame/NoticeStrip";
import { goHome } from "./actions";
import { BuildSheet } from "./BuildSheet";
import { Finder } from "./Finder";
import { KeySheet } from "./KeySheet";
import { partKey } from "./keys";
import { Shelf } from "./Shelf";
import { StageRail } from "./StageRail";
import { usePartOf } from "./store";
import { TopBar } from "./TopBar";
import { ViewPane } from "./ViewPane";
import { WorkBar } from "./WorkBar";

/** The workshop: one part open. */
export function PartPage({ id }: { id: number }) {
  const { load, missing, notice, set } = usePartOf("load", "missing", "notice", "set");
  const folds = useFolds();
  const judging = useJudging();
  const drawn = useOnSheet();
  const [panel, setPanel] = useState<"finder" | "keys" | null>(null);

  useEffect(() => {
    void load(id);
  }, [id, load]);

  useEffect(followFocus, []);
  useEffect(() => {
    const press = (e: KeyboardEvent) => {
      const t = e.target as HTMLElement;
      if (t.closest("[role=menu], [role=dialog], [role=alertdialog]")) return;
      if (t.closest("input, select") && !/^F[689]$/.test(e.key)) return;
      // a button presses by Enter when keys brought the focus there; a mouse click alone leaves Enter to what is being made
      const pressed = (e.key === "Enter" || e.key === " ") && t.closest("button");
      if (pressed && (e.key === " " || focusedByKeys())) return;
      if (pressed) e.preventDefault();
      if (
        partKey(
          e,
          () => setPanel("finder"),
          () => setPanel("keys"),
        )
      )
        e.preventDefault();
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  }, []);

  if (missing) {
    return (
      <div className="p-10">
        <h1 className="text-[20px] font-semibold">This part can’t be shown</h1>
        <p className="py-2">{missing}</p>
        <button className="btn main big" onClick={goHome}>
          All parts
        </button>
      </div>
    );
  }
  return (
    <div className={`app ${folds.shelf ? "no-shelf" : ""} ${folds.sheet ? "no-sheet" : ""}`}>
      <TopBar onFind={() => setPanel("finder")} />
      <StageRail />
      {folds.shelf ? <Folded side="shelf">Shelf</Folded> : <Shelf />}
      {drawn ? <DrawingPane /> : <ViewPane />}
      {folds.sheet ? (
        <Folded side="sheet">Build sheet</Folded>
      ) : judging ? (
        <FindingSheet />
      ) : drawn ? (
        <DrawingSide />
      ) : (
        <BuildSheet />
      )}
      <WorkBar />
      {notice && <NoticeStrip notice={notice} onClose={() => set({ notice: null })} />}
      {panel === "finder" && <Finder onClose={() => setPanel(null)} />}
      {panel === "keys" && <KeySheet onClose={() => setPanel(null)} />}
    </div>
  );
}
