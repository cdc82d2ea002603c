import type { BlendStep, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { blendCommand, blendOf, CHAINS, KINDS } from "./blending";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type BlendDraft } from "./store";

/** A round or bevel in the build sheet. */
export function BlendSentence({ step, onOpen }: { step: BlendStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Round|Bevel) \d+$/.test(step.name) ? null : step.name;
  const change = (what: Partial<BlendDraft>) => send(blendCommand({ ...blendOf(step, view!), ...what })!);
  const n = step.edges.length;
  return (
    <>
      {own && <span className="who">{own}</span>}
      <ChoiceSlot
        label="Round or bevel"
        value={step.bevel ? "bevel" : "round"}
        choices={KINDS}
        onChoose={(k) => void change({ bevel: k === "bevel" })}
      />{" "}
      <button className="slot geo" title="Open in the work bar to pick edges" onClick={onOpen}>
        {n === 1 ? "1 edge" : `${n} edges`}
      </button>{" "}
      <ChoiceSlot
        label="Which other edges"
        value={step.chain ? "chain" : "alone"}
        choices={CHAINS}
        onChoose={(k) => void change({ chain: k === "chain" })}
      />{" "}
      by{" "}
      <NumberSlot
        key={String(step.size) + view!.unit}
        label="Size"
        text={lengthText(step.size as number, view!.unit)}
        formula={view!.formulas[`${step.id}/size`]}
        unit={view!.unit}
        onKeep={(size) => change({ size })}
        onTyping={(size) =>
          doing.kind === "looking" && tryOut(size ? blendCommand({ ...blendOf(step, view!), size }) : null)
        }
      />
      {!!step.second && (
        <>
          {" "}
          and{" "}
          <NumberSlot
            key={`second ${String(step.second)}${view!.unit}`}
            label="Second size"
            text={lengthText(step.second as number, view!.unit)}
            formula={view!.formulas[`${step.id}/second`]}
            unit={view!.unit}
            onKeep={(second) => change({ second })}
            onTyping={(second) =>
              doing.kind === "looking" &&
              tryOut(second ? blendCommand({ ...blendOf(step, view!), second }) : null)
            }
          />
        </>
      )}
    </>
  );
}
