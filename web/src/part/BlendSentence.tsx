import type { BlendStep, Step } from "../api/types";
import { lengthText } from "../api/numbers";
import { blendCommand, blendOf, CHAINS, kindOf, KINDS, ofKind, whatEdges } from "./blending";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type BlendDraft } from "./store";

const facesOfBoth = (step: BlendStep) =>
  `between ${step.faces?.length ?? 0} and ${step.against!.length} ${step.against!.length === 1 ? "face" : "faces"}`;

/** A round or bevel in the build sheet. */
export function BlendSentence({ step, onOpen }: { step: BlendStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Round|Bevel) \d+$/.test(step.name) ? null : step.name;
  const change = (what: Partial<BlendDraft>) => send(blendCommand({ ...blendOf(step, view!), ...what })!);
  const form = blendOf(step, view!);
  const trying = (what: Partial<BlendDraft> | null) =>
    doing.kind === "looking" && tryOut(what ? blendCommand({ ...form, ...what }) : null);
  if (step.full) {
    const n = step.faces?.length ?? 0;
    return (
      <>
        {own && <span className="who">{own}</span>}
        Full round over{" "}
        <button className="slot geo" title="Open in the work bar to pick faces" onClick={onOpen}>
          {n === 1 ? "1 face" : `${n} faces`}
        </button>
        , from side to side
      </>
    );
  }
  if (step.held) {
    return (
      <>
        {own && <span className="who">{own}</span>}
        Round{" "}
        <button className="slot geo" title="Open in the work bar to pick edges" onClick={onOpen}>
          {whatEdges(form)}
        </button>{" "}
        up to {step.held.length === 1 ? "an edge" : `${step.held.length} edges`}
      </>
    );
  }
  return (
    <>
      {own && <span className="who">{own}</span>}
      <ChoiceSlot
        label="Round or bevel"
        value={kindOf(step)}
        choices={KINDS}
        onChoose={(k) => (k === "round" || k === "bevel" ? void change(ofKind(k)) : onOpen())}
      />{" "}
      <button className="slot geo" title="Open in the work bar to pick edges" onClick={onOpen}>
        {step.against ? facesOfBoth(step) : whatEdges(form)}
      </button>{" "}
      {!step.whole && !step.against && (
        <ChoiceSlot
          label="Which other edges"
          value={step.chain ? "chain" : "alone"}
          choices={CHAINS}
          onChoose={(k) => void change({ chain: k === "chain" })}
        />
      )}{" "}
      by{" "}
      <NumberSlot
        key={String(step.size) + view!.unit}
        label="Size"
        text={lengthText(step.size as number, view!.unit)}
        formula={view!.formulas[`${step.id}/size`]}
        unit={view!.unit}
        onKeep={(size) => change({ size })}
        onTyping={(size) => trying(size ? { size } : null)}
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
            onTyping={(second) => trying(second ? { second } : null)}
          />
        </>
      )}
      {step.width && " across"}
      {form.places.map((p, i) => {
        const sized = (size: string) => form.places.map((x, k) => (k === i ? { ...x, size } : x));
        return (
          <span key={`place ${i} ${p.size}`}>
            {i === 0 ? " at the start, " : ", "}
            <NumberSlot
              label={`Radius ${i + 2}`}
              text={p.size}
              formula={view!.formulas[`${step.id}/place${i}`]}
              unit={view!.unit}
              onKeep={(size) => change({ places: sized(size) })}
              onTyping={(size) => trying(size ? { places: sized(size) } : null)}
            />{" "}
            at {p.at === "100" ? "the end" : `${p.at} %`}
          </span>
        );
      })}
      {form.angle !== null && (
        <>
          {" "}
          leaning{" "}
          <NumberSlot
            key={`angle ${form.angle}`}
            label="Bevel angle"
            text={form.angle}
            formula={view!.formulas[`${step.id}/angle`]}
            unit="°"
            onKeep={(angle) => change({ angle })}
            onTyping={(angle) => trying(angle ? { angle } : null)}
          />
        </>
      )}
      {form.also.map((a, i) => {
        const sized = (size: string) => form.also.map((x, k) => (k === i ? { ...x, size } : x));
        return (
          <span key={`${i} ${a.size}`}>
            , {a.edges.length === 1 ? "1 edge" : `${a.edges.length} edges`} by{" "}
            <NumberSlot
              label={`Size ${i + 2}`}
              text={a.size}
              formula={view!.formulas[`${step.id}/also${i}`]}
              unit={view!.unit}
              onKeep={(size) => change({ also: sized(size) })}
              onTyping={(size) => trying(size ? { also: sized(size) } : null)}
            />
          </span>
        );
      })}
    </>
  );
}
