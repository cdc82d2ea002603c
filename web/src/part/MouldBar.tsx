import { useEffect, useRef } from "react";
import type { MouldedStep, Step } from "../api/types";
import { degrees, lengthText } from "../api/numbers";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { applyMould, changeMould, FEATURES, MOULD_SIZES, mouldCommand, mouldOf } from "./moulding";
import { planeWords } from "./planing";
import { ChoiceSlot, NumberSlot } from "./Slots";
import { usePart, type MouldDraft } from "./store";

const EDGES = { inner: "along the inner edge", outer: "along the outer edge" } as const;
const PARTS = { lip: "standing up", recess: "cut in for another one" } as const;
const COUNTS = Object.fromEntries(Array.from({ length: 9 }, (_, i) => [String(i), String(i)]));

/** A size's unit and the words behind it. */
const behind = (angle: boolean | undefined, unit: string, after: string) =>
  (angle ? "°" : ` ${unit}`) + (after && !after.startsWith(",") ? " " : "") + after;

/** A space before the next size, unless its words begin with a comma. */
const apart = (sizes: [string, string, ...unknown[]][], i: number) =>
  sizes[i + 1]?.[1].startsWith(",") ? "" : " ";

/** A ready piece of a moulded part being made or changed, as a sentence. */
export function MouldBar() {
  const { view, doing, start } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "moulding" ? doing.form : null;
  useEffect(() => {
    if (form?.feature) input.current?.select();
  }, [form?.feature, form?.step]);
  if (!form || !view) return null;
  const gussets = form.feature !== "post" || form.count > 0;
  const sizes = MOULD_SIZES[form.feature].filter(
    ([name]) => gussets || !["reach", "rise", "web"].includes(name),
  );
  return (
    <>
      <div className="say">
        <p className="sent">
          {FEATURES[form.feature]}{" "}
          {sizes.map(([name, before, after, , angle], i) => (
            <span key={name}>
              {name === "reach" && <Gussets form={form} />}
              {name === "spacing" && <Counted form={form} what="count" least={1} most={60} />}
              {name === "between" && <Counted form={form} what="rows" least={1} most={12} />}
              {before}
              {before && " "}
              <Field
                label={name}
                value={form.sizes[name]}
                input={i === 0 ? input : undefined}
                onChange={(v) => changeMould({ sizes: { ...form.sizes, [name]: v } })}
                onEnter={applyMould}
              />
              {behind(angle, view.unit, after)}
              {apart(sizes, i)}
            </span>
          ))}
          {!gussets && <Gussets form={form} />}
          {form.feature === "rim" ? <Rim form={form} /> : <Where form={form} />}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.feature === "rim"
              ? "Click the flat face that goes round the opening"
              : form.plane
                ? "Click where it stands; several are placed by “one more”"
                : "Click a flat face for it to stand on"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyMould()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

function Gussets({ form }: { form: MouldDraft }) {
  return (
    <>
      , with{" "}
      <ChoiceSlot
        label="Gussets"
        value={String(form.count)}
        choices={COUNTS}
        onChoose={(n) => changeMould({ count: Number(n) })}
      />{" "}
      gussets
    </>
  );
}

function Counted({
  form,
  what,
  least,
  most,
}: {
  form: MouldDraft;
  what: "count" | "rows";
  least: number;
  most: number;
}) {
  return (
    <>
      <Field
        label={what}
        value={String(form[what])}
        onChange={(v) => {
          const n = Math.round(Number(v));
          if (n >= least && n <= most) changeMould({ [what]: n });
        }}
        onEnter={applyMould}
      />{" "}
      {what === "count" ? "of them" : ""}{" "}
    </>
  );
}

function Rim({ form }: { form: MouldDraft }) {
  return (
    <>
      ,{" "}
      <ChoiceSlot
        label="Which edge"
        value={form.outer ? "outer" : "inner"}
        choices={EDGES}
        onChoose={(k) => changeMould({ outer: k === "outer" })}
      />{" "}
      of{" "}
      <span className={`slot geo ${form.plane ? "lit" : "bad"}`}>
        {form.plane ? "1 face" : "click a face"}
      </span>
      ,{" "}
      <ChoiceSlot
        label="Lip or recess"
        value={form.recess ? "recess" : "lip"}
        choices={PARTS}
        onChoose={(k) => changeMould({ recess: k === "recess" })}
      />
    </>
  );
}

function Where({ form }: { form: MouldDraft }) {
  const unit = usePart((s) => s.view!.unit);
  const change = (i: number, at: [string, string]) =>
    changeMould({ at: form.at.map((p, k) => (k === i ? at : p)) });
  return (
    <>
      {" "}
      on{" "}
      <span className={`slot geo ${form.plane ? "" : "bad"}`}>{form.plane ? "1 face" : "click a face"}</span>
      {form.at.map(([x, y], i) => (
        <span key={i}>
          {i === 0 ? " at " : " and "}
          <Field
            label={`X${i || ""}`}
            value={x}
            onChange={(v) => change(i, [v, y])}
            onEnter={applyMould}
          />{" "}
          <Field label={`Y${i || ""}`} value={y} onChange={(v) => change(i, [x, v])} onEnter={applyMould} />
        </span>
      ))}{" "}
      {form.at.length > 0 && unit}, turned{" "}
      <Field label="Turn" value={form.turn} onChange={(turn) => changeMould({ turn })} onEnter={applyMould} />
      °
      {form.feature !== "slots" && form.at.length > 0 && (
        <button
          className="pl-3 text-[13px] underline"
          aria-pressed={form.adding}
          onClick={() => changeMould({ adding: !form.adding })}
        >
          {form.adding ? "click places" : "one more"}
        </button>
      )}
      {form.at.length > 1 && (
        <button
          className="pl-3 text-[13px] underline"
          onClick={() => changeMould({ at: form.at.slice(0, -1) })}
        >
          drop the last
        </button>
      )}
    </>
  );
}

/** A ready piece in the build sheet. */
export function MouldSentence({ step, onOpen }: { step: MouldedStep & Step; onOpen: () => void }) {
  const { view, tryOut, doing, send } = usePart();
  const own = /^(Mating rim|Cantilever clip|Screw post|Slot field) \d+$/.test(step.name) ? null : step.name;
  const now = mouldOf(step, view!);
  const known = step as unknown as Record<string, number>;
  const sized = (name: string, v: string) => ({ ...now, sizes: { ...now.sizes, [name]: v } });
  const plain = step.feature === "post" && step.count === 0;
  const sizes = MOULD_SIZES[step.feature].filter(
    ([name]) => !plain || !["reach", "rise", "web"].includes(name),
  );
  return (
    <>
      {own && <span className="who">{own}</span>}
      {FEATURES[step.feature]}{" "}
      {sizes.map(([name, before, after, , angle], i) => (
        <span key={name}>
          {name === "reach" && `, with ${step.count} gussets`}
          {name === "spacing" && `${step.count} of them `}
          {name === "between" && `${step.rows} `}
          {before}
          {before && " "}
          <NumberSlot
            key={String(known[name]) + view!.unit}
            label={name}
            text={angle ? degrees(known[name]).replace("°", "") : lengthText(known[name], view!.unit)}
            formula={view!.formulas[`${step.id}/${name}`]}
            unit={angle ? "°" : view!.unit}
            onKeep={(v) => send(mouldCommand(sized(name, v))!)}
            onTyping={(v) => doing.kind === "looking" && tryOut(v ? mouldCommand(sized(name, v)) : null)}
          />
          {after && !after.startsWith(",") && " "}
          {after}
          {apart(sizes, i)}
        </span>
      ))}
      {step.feature === "rim" &&
        `, ${step.recess ? PARTS.recess : PARTS.lip} ${step.outer ? EDGES.outer : EDGES.inner} of `}
      {step.feature !== "rim" && " on "}
      <button className="slot geo" title="Open in the work bar to place it anew" onClick={onOpen}>
        {planeWords(step.plane, view!)}
      </button>
      {step.at.length > 1 && ` at ${step.at.length} places`}
    </>
  );
}
