import { lengthText, MM, spaced } from "../api/numbers";
import { usePart } from "../part/store";
import { LengthField } from "./LengthField";
import { saveText, sectionSvg } from "./sectionSvg";
import { addCut, BASES, changeCut, type Cut, cutOf, faceCut, setCuts, useSection } from "./section";

const NAMES: Record<Cut["of"], string> = {
  top: "top plane",
  front: "front plane",
  side: "side plane",
  face: "picked face",
};

/** Over the view while the part is cut open: by which planes, what they lay open, and the end of it. */
export function SectionStrip() {
  const { cuts, answer } = useSection();
  const unit = usePart((s) => s.view?.unit ?? "mm");
  const name = usePart((s) => s.view?.name ?? "");
  usePart((s) => s.picks); // a face that is picked can be cut along
  if (cuts.length === 0) return null;
  const area = answer?.area;
  const choose = (i: number, of: Cut["of"]) => {
    const next = of === "face" ? faceCut() : cutOf(of);
    if (next) changeCut(i, next);
    else usePart.getState().say("Pick a flat face in the view first.", true);
  };
  return (
    <div className="compared cut-strip" data-testid="section">
      {cuts.map((c, i) => (
        <span key={i} className="cut-row">
          {i === 0 ? "Cut open along the" : "and the"}
          <select
            aria-label={`Plane ${i + 1}`}
            value={c.of}
            onChange={(e) => choose(i, e.target.value as Cut["of"])}
          >
            {[...Object.keys(BASES), "face"].map((b) => (
              <option key={b} value={b}>
                {NAMES[b as Cut["of"]]}
              </option>
            ))}
          </select>
          at
          <LengthField
            label={`Place of plane ${i + 1}`}
            text={lengthText(c.at, unit)}
            onDone={(mm) => changeCut(i, { at: mm })}
          />
          {unit}
          <button className="btn plain" onClick={() => changeCut(i, { flipped: !c.flipped })}>
            other half
          </button>
          {cuts.length > 1 && (
            <button className="btn plain" onClick={() => setCuts(cuts.filter((_, k) => k !== i))}>
              without it
            </button>
          )}
        </span>
      ))}
      {answer?.message ? (
        <span className="plum">{answer.message}</span>
      ) : (
        area !== undefined && (
          <span data-testid="section-area" data-area={area}>
            {spaced(area / MM[unit] ** 2)} {unit}²
            {answer!.regions.length > 1 ? ` in ${answer!.regions.length} regions` : ""}
          </span>
        )
      )}
      {cuts.length < 3 && (
        <button className="btn plain" onClick={addCut}>
          another plane
        </button>
      )}
      {answer && answer.regions.length > 0 && (
        <button
          className="btn plain"
          title="Save what is laid open as a drawing in mm"
          onClick={() => saveText(sectionSvg(answer), `${name} section.svg`, "image/svg+xml")}
        >
          as SVG
        </button>
      )}
      <button className="btn plain" title="F6 cuts it open like this again" onClick={() => setCuts([])}>
        Close <span className="key">F6</span>
      </button>
    </div>
  );
}
