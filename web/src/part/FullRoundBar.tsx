import { Acts } from "./Acts";
import { LiveLine } from "./BarParts";
import { applyBlend, changeBlend, KINDS, ofKind } from "./blending";
import { ChoiceSlot } from "./Slots";
import { usePart, type BlendDraft } from "./store";

/** Faces made round from side to side. */
export function FullRoundBar({ form }: { form: BlendDraft }) {
  const { start } = usePart();
  const n = form.faces.length;
  const sides = form.against?.length ?? 0;
  return (
    <>
      <div className="say">
        <p className="sent">
          <ChoiceSlot
            label="Round or bevel"
            value="full"
            choices={KINDS}
            onChoose={(k) => changeBlend(ofKind(k))}
          />{" "}
          over{" "}
          <button
            className={`slot geo ${n === 0 ? "bad" : form.aim === null ? "lit" : ""}`}
            title="Click here, then faces in the view"
            onClick={() => changeBlend({ aim: null })}
          >
            {n === 0 ? "pick faces" : n === 1 ? "1 face" : `${n} faces`}
          </button>{" "}
          from side to side, between{" "}
          <button
            className={`slot geo ${form.aim === "against" ? "lit" : ""}`}
            title="Click here, then the two sides in the view"
            aria-pressed={form.aim === "against"}
            onClick={() => changeBlend({ aim: "against" })}
          >
            {sides === 0 ? "its longest sides" : sides === 1 ? "1 side" : `${sides} sides`}
          </button>
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.aim === "against"
              ? "Click the two flat sides between which it is round"
              : "Click flat faces between two flat sides"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyBlend()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}
