import { useEffect, useRef } from "react";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { applyBlend, changeBlend, CHAINS, KINDS, REACHES } from "./blending";
import { ChoiceSlot } from "./Slots";
import { usePart } from "./store";

/** A round or bevel being made or changed, as a sentence. */
export function BlendBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "blending" ? doing.form : null;
  const open = form !== null;
  useEffect(() => {
    if (open) input.current?.select();
  }, [open, form?.step]);
  if (!form || !view) return null;
  const n = form.edges.length;
  return (
    <>
      <div className="say">
        <p className="sent">
          <ChoiceSlot
            label="Round or bevel"
            value={form.bevel ? "bevel" : "round"}
            choices={KINDS}
            onChoose={(k) => changeBlend({ bevel: k === "bevel" })}
          />{" "}
          <span className={`slot geo ${n > 0 ? "lit" : "bad"}`} title="Click edges in the view">
            {n === 0 ? "pick edges" : n === 1 ? "1 edge" : `${n} edges`}
          </span>{" "}
          <ChoiceSlot
            label="Which other edges"
            value={form.chain ? "chain" : "alone"}
            choices={CHAINS}
            onChoose={(k) => changeBlend({ chain: k === "chain" })}
          />{" "}
          by{" "}
          <Field
            label="Size"
            hint={form.bevel ? "How far the bevel reaches along both faces" : "The radius"}
            value={form.size}
            input={input}
            onChange={(size) => changeBlend({ size })}
            onEnter={applyBlend}
          />{" "}
          {view.unit}
          {form.bevel && (
            <>
              {" "}
              <ChoiceSlot
                label="How the bevel reaches"
                value={form.second === null ? "same" : "two"}
                choices={REACHES}
                onChoose={(k) => changeBlend({ second: k === "same" ? null : form.size })}
              />
            </>
          )}
          {form.bevel && form.second !== null && (
            <>
              {" "}
              <Field
                label="Second size"
                hint="How far it reaches along the other faces"
                value={form.second}
                onChange={(second) => changeBlend({ second })}
                onEnter={applyBlend}
              />{" "}
              {view.unit} along the other{" "}
              <button
                className="text-[13px] underline"
                onClick={() => changeBlend({ flipped: !form.flipped })}
              >
                exchange
              </button>
            </>
          )}
          {n > 0 && (
            <button className="pl-3 text-[13px] underline" onClick={() => changeBlend({ edges: [] })}>
              pick anew
            </button>
          )}
        </p>
        <LiveLine step={form.step} hint="Click edges in the view to add or take them out" />
      </div>
      <Acts main="Apply" onMain={() => void applyBlend()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}
