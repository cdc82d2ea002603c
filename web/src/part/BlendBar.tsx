import { useEffect, useRef, type RefObject } from "react";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { lengthText } from "../api/numbers";
import {
  applyBlend,
  changeBlend,
  CHAINS,
  kindOf,
  KINDS,
  MEASURES,
  ofKind,
  reach,
  REACHES,
  whatEdges,
  WHOLES,
} from "./blending";
import { FullRoundBar } from "./FullRoundBar";
import { ChoiceSlot } from "./Slots";
import { usePart, type BlendDraft } from "./store";

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
  const what = whatEdges(form);
  if (form.full) return <FullRoundBar form={form} />;
  if (form.held || form.against) return <Sides form={form} input={input} />;
  return (
    <>
      <div className="say">
        <p className="sent">
          <ChoiceSlot
            label="Round or bevel"
            value={kindOf(form)}
            choices={KINDS}
            onChoose={(k) => changeBlend(ofKind(k))}
          />{" "}
          <ChoiceSlot
            label="Which edges"
            value={form.whole}
            choices={WHOLES}
            onChoose={(whole) => changeBlend({ whole, aim: null })}
          />{" "}
          {form.whole === "none" && (
            <>
              <button
                className={`slot geo ${what ? (form.aim === null ? "lit" : "") : "bad"}`}
                title="Click edges in the view, or faces for all of their edges"
                onClick={() => changeBlend({ aim: null })}
              >
                {what || "pick edges"}
              </button>{" "}
            </>
          )}
          {form.whole === "none" && (
            <>
              {" "}
              <ChoiceSlot
                label="Which other edges"
                value={form.chain ? "chain" : "alone"}
                choices={CHAINS}
                onChoose={(k) => changeBlend({ chain: k === "chain" })}
              />
            </>
          )}{" "}
          by{" "}
          <Field
            label="Size"
            hint={
              form.bevel
                ? "How far the bevel reaches along the faces"
                : form.width
                  ? "From one side of the round to the other"
                  : "The radius"
            }
            value={form.size}
            input={input}
            onChange={(size) => changeBlend({ size })}
            onEnter={applyBlend}
          />{" "}
          {view.unit} {form.bevel ? <Bevel form={form} unit={view.unit} /> : <Measure form={form} />}
          {form.places.length > 0 ? (
            <Changes form={form} unit={view.unit} />
          ) : (
            <Further form={form} unit={view.unit} />
          )}
          {form.edges.length + form.faces.length > 0 && (
            <button
              className="pl-3 text-[13px] underline"
              onClick={() => changeBlend({ edges: [], faces: [], aim: null })}
            >
              pick anew
            </button>
          )}
        </p>
        <LiveLine
          step={form.step}
          onRemedy={(size) => changeBlend({ size: lengthText(size, view.unit) })}
          hint={
            form.aim === null
              ? "Click edges in the view to add or take them out; a face stands for all of its edges"
              : "Click the edges that get the further size"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyBlend()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

function Measure({ form }: { form: BlendDraft }) {
  return (
    <ChoiceSlot
      label="What the size is"
      value={form.places.length > 0 ? "changing" : form.width ? "width" : "radius"}
      choices={MEASURES}
      onChoose={(k) =>
        changeBlend({
          width: k === "width",
          places: k === "changing" ? [{ at: "100", size: form.size }] : [],
          ...(k === "changing" ? { also: [], whole: "none", aim: null } : {}),
        })
      }
    />
  );
}

/** The radii that follow the first one along the edges. */
function Changes({ form, unit }: { form: BlendDraft; unit: string }) {
  const change = (i: number, what: Partial<BlendDraft["places"][number]>) =>
    changeBlend({ places: form.places.map((p, k) => (k === i ? { ...p, ...what } : p)) });
  const last = form.places.length - 1;
  const more = () => {
    const before = last > 0 ? Number(form.places[last - 1].at) : 0;
    const at = String(Math.round((before + 100) / 2));
    changeBlend({
      places: [...form.places.slice(0, last), { at, size: form.places[last].size }, form.places[last]],
    });
  };
  return (
    <>
      {form.places.map((p, i) => (
        <span key={i}>
          ,{" "}
          <Field
            label={i === last ? "Radius at the end" : `Radius ${i + 2}`}
            value={p.size}
            onChange={(size) => change(i, { size })}
            onEnter={applyBlend}
          />{" "}
          {unit}{" "}
          {i === last ? (
            "at the end"
          ) : (
            <>
              at{" "}
              <Field
                label={`Place ${i + 2}`}
                hint="In percent of the way along the edges"
                value={p.at}
                onChange={(at) => change(i, { at })}
                onEnter={applyBlend}
              />{" "}
              %
            </>
          )}
        </span>
      ))}
      <button className="pl-3 text-[13px] underline" onClick={more}>
        another radius
      </button>
      <button className="pl-3 text-[13px] underline" onClick={() => changeBlend({ turned: !form.turned })}>
        from the other end
      </button>
    </>
  );
}

/** Rounds that end on an edge, or run between two sides of faces. */
function Sides({ form, input }: { form: BlendDraft; input: RefObject<HTMLInputElement | null> }) {
  const { start, view } = usePart();
  const slot = (aim: BlendDraft["aim"], n: number, what: string) => (
    <button
      className={`slot geo ${form.aim === aim ? "lit" : n === 0 ? "bad" : ""}`}
      title={`Click here, then ${what}s in the view`}
      aria-pressed={form.aim === aim}
      onClick={() => changeBlend({ aim })}
    >
      {n === 0 ? `pick ${what}s` : n === 1 ? `1 ${what}` : `${n} ${what}s`}
    </button>
  );
  return (
    <>
      <div className="say">
        <p className="sent">
          <ChoiceSlot
            label="Round or bevel"
            value={kindOf(form)}
            choices={KINDS}
            onChoose={(k) => changeBlend(ofKind(k))}
          />
          {form.held ? ": round " : ": "}
          {form.held ? slot(null, form.edges.length, "edge") : slot(null, form.faces.length, "face")}
          {form.held ? " so that it ends on " : " and "}
          {form.held ? slot("held", form.held.length, "edge") : slot("against", form.against!.length, "face")}
          {form.against && (
            <>
              {" "}
              by{" "}
              <Field
                label="Size"
                hint="The radius"
                value={form.size}
                input={input}
                onChange={(size) => changeBlend({ size })}
                onEnter={applyBlend}
              />{" "}
              {view!.unit} radius
            </>
          )}
        </p>
        <LiveLine
          step={form.step}
          onRemedy={(size) => changeBlend({ size: lengthText(size, view!.unit) })}
          hint={
            form.held
              ? form.aim === "held"
                ? "Click the edge on which the round ends; it shares a face with the first"
                : "Click the sharp edge, then the edge to end on"
              : form.aim === "against"
                ? "Click the faces on the other side"
                : "Click the faces on one side, then those on the other"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyBlend()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

/** How a bevel reaches along the other faces. */
function Bevel({ form, unit }: { form: BlendDraft; unit: string }) {
  return (
    <>
      <ChoiceSlot
        label="How the bevel reaches"
        value={reach(form)}
        choices={REACHES}
        onChoose={(k) =>
          changeBlend({ second: k === "two" ? form.size : null, angle: k === "angle" ? "30" : null })
        }
      />
      {form.second !== null && (
        <>
          {" "}
          <Field
            label="Second size"
            hint="How far it reaches along the other faces"
            value={form.second}
            onChange={(second) => changeBlend({ second })}
            onEnter={applyBlend}
          />{" "}
          {unit} along the other
        </>
      )}
      {form.angle !== null && (
        <>
          {" "}
          <Field
            label="Bevel angle"
            hint="Between the bevel and the face of its length"
            value={form.angle}
            onChange={(angle) => changeBlend({ angle })}
            onEnter={applyBlend}
          />
          °
        </>
      )}
      {reach(form) !== "same" && (
        <>
          {" "}
          <button className="text-[13px] underline" onClick={() => changeBlend({ flipped: !form.flipped })}>
            exchange
          </button>
        </>
      )}
    </>
  );
}

/** Edges with sizes of their own. */
function Further({ form, unit }: { form: BlendDraft; unit: string }) {
  const change = (i: number, size: string) =>
    changeBlend({ also: form.also.map((a, k) => (k === i ? { ...a, size } : a)) });
  const last = form.also[form.also.length - 1];
  return (
    <>
      {form.also.map((a, i) => (
        <span key={i}>
          ,{" "}
          <button
            className={`slot geo ${a.edges.length === 0 ? "bad" : form.aim === i ? "lit" : ""}`}
            title="Click edges in the view for this size"
            onClick={() => changeBlend({ aim: i })}
          >
            {a.edges.length === 0
              ? "pick edges"
              : a.edges.length === 1
                ? "1 edge"
                : `${a.edges.length} edges`}
          </button>{" "}
          by{" "}
          <Field
            label={`Size ${i + 2}`}
            value={a.size}
            onChange={(size) => change(i, size)}
            onEnter={applyBlend}
          />{" "}
          {unit}
        </span>
      ))}
      {whatEdges(form) && (!last || last.edges.length > 0) && (
        <button
          className="pl-3 text-[13px] underline"
          onClick={() =>
            changeBlend({ also: [...form.also, { size: form.size, edges: [] }], aim: form.also.length })
          }
        >
          another size
        </button>
      )}
    </>
  );
}
