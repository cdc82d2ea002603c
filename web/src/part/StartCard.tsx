import { useCallback, useState } from "react";
import type { Plane } from "../api/types";
import { newSketch } from "./sketching";
import { ShowMe } from "./ShowMe";
import { ChoiceSlot } from "../sentence/Slots";

const PLANES = { top: "the top plane", front: "the front plane", side: "the side plane" } as const;

/** What an empty part says: how to start, and how to move the view. */
export function StartCard() {
  const [plane, setPlane] = useState<keyof typeof PLANES>("top");
  const [shown, setShown] = useState(false);
  const close = useCallback(() => setShown(false), []);
  const [turn, setTurn] = useState(localStorage.getItem("tall-ember-turn") ?? "right");
  return (
    <div className="start">
      <h2>An empty part</h2>
      <p>
        Sketch on <ChoiceSlot label="Plane" value={plane} choices={PLANES} onChoose={setPlane} />{" "}
        <button className="btn main ml-2" onClick={() => void newSketch(plane as Plane)}>
          Start drawing
        </button>
      </p>
      <p>
        <button className="btn" onClick={() => setShown(true)}>
          See a first part being made
        </button>
      </p>
      {shown && <ShowMe offer="first" title="A first part" onClose={close} />}
      <p className="text-[13px] text-[var(--ink-2)]">
        Close an outline, give it dimensions, then extrude it into a solid. Every number can be changed later.
      </p>
      <div className="moving">
        Turn the part with the{" "}
        <ChoiceSlot
          label="Button that turns the view"
          value={turn as "right" | "middle"}
          choices={{ right: "right mouse button", middle: "middle mouse button" }}
          onChoose={(t) => {
            localStorage.setItem("tall-ember-turn", t);
            setTurn(t);
          }}
        />
        , move it with the other one or with Shift held. The wheel zooms to the pointer. Arrow keys turn, Home
        brings the corner view back; ? shows all keys.
      </div>
    </div>
  );
}
