import { useEffect, useRef, type RefObject } from "react";
import { Acts } from "./Acts";
import { Field, LiveLine } from "./BarParts";
import { PlaneSlot } from "./PlaceBar";
import { ChoiceSlot } from "./Slots";
import { usePart, type WallDraft } from "./store";
import {
  applyWall,
  CHAINS,
  changeWall,
  CORNERS,
  LAYERS,
  MOVES,
  OPENINGS,
  PULLS,
  pulled,
  pullOf,
  WHERE,
} from "./walling";

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
          ) : form.op === "replace" || form.op === "divide" ? (
            <ByWords form={form} />
          ) : (
            <MoveWords form={form} input={input} />
          )}
        </p>
        <LiveLine
          step={form.step}
          hint={
            form.slot === "target"
              ? "Click the face whose shape it takes"
              : form.slot === "neutral"
                ? "Click the flat face or the edge where the draft turns"
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
          {unit} {form.where === "both" ? "outside" : "thick"}{" "}
          <ChoiceSlot
            label="Corners outside"
            value={form.rounded ? "round" : "sharp"}
            choices={CORNERS}
            onChoose={(k) => changeWall({ rounded: k === "round" })}
          />
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
        title="Click here, then a flat face or an edge in the view"
        aria-pressed={form.slot === "neutral"}
        onClick={() => changeWall({ slot: "neutral" })}
      >
        {typeof form.neutral === "object" && "through" in form.neutral
          ? "through 1 edge"
          : "pick its face or edge"}
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

/** A face replaced by the shape of another, or faces divided. */
function ByWords({ form }: { form: WallDraft }) {
  const view = usePart((s) => s.view!);
  const sketches = view.steps.filter((s) => s.kind === "sketch" && view.sketches[s.id]);
  const names = Object.fromEntries(sketches.map((s) => [s.id, s.name]));
  const target = (
    <PlaneSlot
      plane={form.target}
      onChoose={(p) => changeWall({ target: p, sketches: [], slot: "faces" })}
      onAim={() => changeWall({ slot: "target" })}
    />
  );
  if (form.op === "replace") {
    return (
      <>
        Replace <FacesSlot form={form} slot="faces" empty="pick a face" /> by the shape of {target}
      </>
    );
  }
  const unused = sketches.filter((s) => !form.sketches.includes(s.id));
  return (
    <>
      Divide <FacesSlot form={form} slot="faces" empty="pick faces" /> along{" "}
      {form.sketches.map((id, i) => (
        <span key={id}>
          {i > 0 && " and "}
          <ChoiceSlot
            label={`Along ${i + 1}`}
            value={id}
            choices={{ ...names, plane: "a plane instead" }}
            onChoose={(k) =>
              k === "plane"
                ? changeWall({ sketches: [], target: "top" })
                : changeWall({ sketches: form.sketches.map((x, n) => (n === i ? k : x)) })
            }
          />
        </span>
      ))}
      {form.sketches.length === 0 && target}
      {unused.length > 0 && (
        <button
          className="pl-3 text-[13px] underline"
          onClick={() => changeWall({ sketches: [...form.sketches, unused[0].id], target: null })}
        >
          {form.sketches.length === 0 ? "along a sketch instead" : "another sketch"}
        </button>
      )}
    </>
  );
}

function MoveWords({ form, input }: Words) {
  const unit = usePart((s) => s.view!.unit);
  const remove = form.op === "remove";
  return (
    <>
      {remove ? (
        "Take out"
      ) : (
        <ChoiceSlot
          label="What becomes of the faces"
          value={form.op as keyof typeof MOVES}
          choices={MOVES}
          onChoose={(op) => changeWall({ op })}
        />
      )}{" "}
      <FacesSlot form={form} slot="faces" empty="pick faces" /> <ChainSlot form={form} />
      {remove ? (
        ", their neighbours closing the gap"
      ) : (
        <>
          {" "}
          outward by{" "}
          <Field
            label="Distance"
            hint={form.op === "move" ? "Negative moves into the material" : "How thick the new material is"}
            value={form.distance}
            input={input}
            onChange={(distance) => changeWall({ distance })}
            onEnter={applyWall}
          />{" "}
          {unit}
          {form.op === "thicken" && (
            <>
              {" "}
              <ChoiceSlot
                label="What becomes of the material"
                value={form.apart ? "apart" : "joined"}
                choices={LAYERS}
                onChoose={(k) => changeWall({ apart: k === "apart" })}
              />
            </>
          )}
        </>
      )}
    </>
  );
}
