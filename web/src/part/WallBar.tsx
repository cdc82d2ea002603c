import { useEffect, useRef, type RefObject } from "react";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { PlaneSlot } from "./PlaceBar";
import { ChoiceSlot } from "./Slots";
import { usePart, type WallDraft } from "./store";
import { applyWall, CHAINS, changeWall, OPENINGS, PULLS, pulled, pullOf, WHERE } from "./walling";

type Words = { form: WallDraft; input: RefObject<HTMLInputElement | null> };

export const faceCount = (n: number) => (n === 1 ? "1 face" : `${n} faces`);

/** A place in the sentence that clicked faces go to. */
function FacesSlot({ form, slot, empty }: { form: WallDraft; slot: "faces" | number; empty: string }) {
  const n = slot === "faces" ? form.faces.length : form.groups[slot].faces.length;
  return (
    <button
      className={`slot geo ${n === 0 ? "bad" : form.slot === slot ? "lit" : ""}`}
      title="Click here, then faces in the view; press again to begin anew"
      aria-pressed={form.slot === slot}
      onClick={() => changeWall(slot === "faces" && form.slot === slot ? { faces: [] } : { slot })}
    >
      {n === 0 ? empty : faceCount(n)}
    </button>
  );
}

/** A shell, draft or moved faces being made or changed, as a sentence. */
export function WallBar() {
  const { doing, start, view } = usePart();
  const input = useRef<HTMLInputElement>(null);
  const form = doing.kind === "walling" ? doing.form : null;
  const op = form?.op;
  useEffect(() => {
    if (op) input.current?.select();
  }, [op, form?.step]);
  if (!form || !view) return null;
  return (
    <>
      <div className="say">
        <p className="sent">
          {form.op === "shell" ? (
            <ShellWords form={form} input={input} />
          ) : form.op === "draft" ? (
            <DraftWords form={form} input={input} />
          ) : (
            <MoveWords form={form} input={input} />
          )}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.slot === "neutral"
              ? "Click the flat face where the draft turns"
              : form.op === "shell" && !form.closed && form.slot === "faces"
                ? "Click the faces to leave open"
                : "Click faces in the view to add or take them out"
          }
        />
      </div>
      <Acts main="Apply" onMain={() => void applyWall()} onDrop={() => start({ kind: "looking" })} />
    </>
  );
}

function ChainSlot({ form }: { form: WallDraft }) {
  return (
    <ChoiceSlot
      label="Which other faces"
      value={form.chain ? "chain" : "alone"}
      choices={CHAINS}
      onChoose={(k) => changeWall({ chain: k === "chain" })}
    />
  );
}

function ShellWords({ form, input }: Words) {
  const unit = usePart((s) => s.view!.unit);
  return (
    <>
      Shell{" "}
      <ChoiceSlot
        label="What stays open"
        value={form.closed ? "closed" : "open"}
        choices={OPENINGS}
        onChoose={(k) => changeWall({ closed: k === "closed" })}
      />{" "}
      <FacesSlot form={form} slot="faces" empty="pick faces" /> <ChainSlot form={form} />, walls{" "}
      <ChoiceSlot
        label="Where the walls stand"
        value={form.where}
        choices={WHERE}
        onChoose={(where) => changeWall({ where })}
      />
      ,{" "}
      {form.where !== "outside" && (
        <>
          <Field
            label="Thickness"
            value={form.thickness}
            input={input}
            onChange={(thickness) => changeWall({ thickness })}
            onEnter={applyWall}
          />{" "}
          {unit} {form.where === "both" ? "inside and " : "thick"}
        </>
      )}
      {form.where !== "inside" && (
        <>
          <Field
            label="Thickness outside"
            value={form.outside}
            input={form.where === "outside" ? input : undefined}
            onChange={(outside) => changeWall({ outside })}
            onEnter={applyWall}
          />{" "}
          {unit} {form.where === "both" ? "outside" : "thick"}
        </>
      )}
      {form.groups.map((g, i) => (
        <span key={i}>
          , but{" "}
          <Field
            label={`Thickness ${i + 2}`}
            value={g.thickness}
            onChange={(thickness) =>
              changeWall({ groups: form.groups.map((x, k) => (k === i ? { ...x, thickness } : x)) })
            }
            onEnter={applyWall}
          />{" "}
          {unit} at <FacesSlot form={form} slot={i} empty="pick faces" />{" "}
          <button
            className="text-[13px] underline"
            aria-label={`Drop thickness ${i + 2}`}
            onClick={() => changeWall({ groups: form.groups.filter((_, k) => k !== i), slot: "faces" })}
          >
            drop
          </button>
        </span>
      ))}{" "}
      <button
        className="pl-2 text-[13px] underline"
        onClick={() =>
          changeWall({
            groups: [...form.groups, { thickness: form.thickness, faces: [] }],
            slot: form.groups.length,
          })
        }
      >
        another thickness
      </button>
    </>
  );
}

function DraftWords({ form, input }: Words) {
  return (
    <>
      Draft <FacesSlot form={form} slot="faces" empty="pick faces" /> <ChainSlot form={form} /> by{" "}
      <Field
        label="Angle"
        hint="Between each face and the pull; negative leans the other way"
        value={form.angle}
        input={input}
        onChange={(angle) => changeWall({ angle })}
        onEnter={applyWall}
      />
      ° about{" "}
      <PlaneSlot plane={form.neutral} onChoose={(neutral) => changeWall({ neutral, slot: "faces" })} />{" "}
      <button
        className={`slot geo ${form.slot === "neutral" ? "lit" : ""}`}
        title="Click here, then a flat face in the view"
        aria-pressed={form.slot === "neutral"}
        onClick={() => changeWall({ slot: "neutral" })}
      >
        pick its face
      </button>
      , narrowing{" "}
      <ChoiceSlot
        label="Which way it narrows"
        value={pullOf(form)}
        choices={PULLS}
        onChoose={(k) => changeWall(pulled(k))}
      />
    </>
  );
}

function MoveWords({ form, input }: Words) {
  const unit = usePart((s) => s.view!.unit);
  const remove = form.op === "remove";
  return (
    <>
      {remove ? "Take out" : "Move"} <FacesSlot form={form} slot="faces" empty="pick faces" />{" "}
      <ChainSlot form={form} />
      {remove ? (
        ", their neighbours closing the gap"
      ) : (
        <>
          {" "}
          outward by{" "}
          <Field
            label="Distance"
            hint="Negative moves into the material"
            value={form.distance}
            input={input}
            onChange={(distance) => changeWall({ distance })}
            onEnter={applyWall}
          />{" "}
          {unit}
        </>
      )}
    </>
  );
}
