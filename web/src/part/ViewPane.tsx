import { useEffect, useRef, useState } from "react";
import type { Command } from "../api/types";
import { setScene } from "../scene/current";
import { Scene } from "../scene/Scene";
import { useLookStore } from "../scene/useLook";
import { PointerTags } from "../sketch/PointerTags";
import { SketchLayer } from "../sketch/SketchLayer";
import { change } from "../sentence/SheetSentence";
import { enter, focusBack } from "../sentence/machine";
import { allSeen, hitOf, hittable } from "../sentence/pointing";
import { isSketch } from "../sketch/drawn";
import { fit, openStep, startOnFace } from "./actions";
import { ComparedStrip } from "./ComparedStrip";
import { DISPLAYS } from "./findable";
import { FormLayer } from "./FormLayer";
import { remember } from "./looks";
import { ModelSizes } from "./ModelSizes";
import { onLookMoved } from "../sketch/flat";
import { newSketch } from "./sketching";
import { StartCard } from "./StartCard";
import { kept, usePart, type Doing, type Pick, usePartOf } from "./store";
import { ViewFurniture } from "./ViewFurniture";

/** What in the view a click means something on. */
const pickable = (doing: Doing): Set<Pick["kind"]> | undefined =>
  doing.kind === "sketching" ? new Set() : doing.kind === "writing" ? hittable(doing.answer) : undefined;

/** The view: the solids, what lies over them, and the hand that turns, moves and picks. */
export function ViewPane() {
  const pane = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<Scene | null>(null);
  const grip = useRef<{ x: number; y: number; pan: boolean } | null>(null);
  const fitted = useRef<number | null>(null);
  const dragged = useRef(false);
  const [box, setBox] = useState<[number, number, number, number] | null>(null);
  const [pickedAt, setPickedAt] = useState<[number, number]>([0, 0]);
  const { view, preview, display, hover, picks, litStep, linked, doing, set, shapes, compared, pointed } =
    usePartOf(
      "view",
      "preview",
      "display",
      "hover",
      "picks",
      "litStep",
      "linked",
      "doing",
      "set",
      "shapes",
      "compared",
      "pointed",
    );

  useEffect(() => {
    const s = new Scene(canvas.current!);
    scene.current = s;
    setScene(s);
    // a hook for browser tests: how often the picture was drawn, and where things are
    (window as unknown as { tallEmber: unknown }).tallEmber = {
      scene: s,
      part: () => usePart.getState().view,
      send: (command: Command) => usePart.getState().send(command),
    };
    const tell = () => useLookStore.setState((x) => ({ look: s.look, turn: x.turn + 1 }));
    s.onLook = tell;
    tell();
    onLookMoved(() => s.moved());
    const size = new ResizeObserver(() => s.resize(pane.current!.clientWidth, pane.current!.clientHeight));
    size.observe(pane.current!);
    const wheel = (e: WheelEvent) => {
      e.preventDefault();
      const box = pane.current!.getBoundingClientRect();
      s.look.zoom(
        Math.exp(-e.deltaY * (e.deltaMode === 1 ? 0.04 : 0.0013)),
        e.clientX - box.left,
        e.clientY - box.top,
      );
      s.moved();
    };
    const el = pane.current!;
    el.addEventListener("wheel", wheel, { passive: false });
    return () => {
      el.removeEventListener("wheel", wheel);
      size.disconnect();
      onLookMoved(() => {});
      setScene(null);
      s.dispose();
    };
  }, []);

  useEffect(() => {
    scene.current?.show(preview ?? view, shapes, display);
    if (view && fitted.current !== view.id) {
      fitted.current = view.id;
      fit();
    }
  }, [view, preview, display, shapes]);

  useEffect(() => {
    scene.current?.overlay(compared?.answer.come ?? [], compared?.answer.gone ?? []);
  }, [compared]);

  useEffect(() => {
    const lit: Pick[] = [...pointed];
    // what the sentence has picked, as far as it is still to be seen
    const chosen = view && doing.kind === "writing" ? allSeen(doing.answer, view) : [];
    const seen = linked ?? litStep;
    if (seen && doing.kind === "looking") {
      for (const b of view?.bodies ?? []) {
        for (const f of b.faces)
          if (f.steps.includes(seen)) lit.push({ kind: "face", key: f.key, body: b.id });
      }
    }
    scene.current?.mark(hover, [...picks, ...chosen], lit);
  }, [hover, picks, litStep, linked, view, preview, doing, pointed]);

  const at = (e: React.PointerEvent | React.MouseEvent): [number, number] => {
    const box = pane.current!.getBoundingClientRect();
    return [e.clientX - box.left, e.clientY - box.top];
  };

  const down = (e: React.PointerEvent) => {
    const turnButton = localStorage.getItem("tall-ember-turn") === "middle" ? 1 : 2;
    if (e.button === 1 || e.button === 2) {
      e.preventDefault();
      remember();
      pane.current!.setPointerCapture(e.pointerId);
      const flat = doing.kind === "sketching" && !e.ctrlKey;
      grip.current = {
        x: e.clientX,
        y: e.clientY,
        pan: e.button !== turnButton || e.shiftKey || flat,
      };
    } else if (e.button === 0 && doing.kind === "looking" && e.target === canvas.current) {
      dragged.current = false;
      const [x, y] = at(e);
      if (!scene.current!.picking.at(x, y)) setBox([x, y, x, y]);
    }
  };
  const move = (e: React.PointerEvent) => {
    const g = grip.current;
    if (g) {
      const [dx, dy] = [e.clientX - g.x, e.clientY - g.y];
      if (g.pan) scene.current!.look.pan(dx, dy);
      else scene.current!.look.orbit(dx, dy);
      grip.current = { ...g, x: e.clientX, y: e.clientY };
      scene.current!.moved();
    } else if (box) {
      const [x, y] = at(e);
      dragged.current = dragged.current || Math.hypot(x - box[0], y - box[1]) > 5;
      setBox([box[0], box[1], x, y]);
    } else if (e.target === canvas.current) {
      const found = scene.current!.picking.at(...at(e), pickable(doing));
      if (found?.key !== hover?.key || found?.kind !== hover?.kind) set({ hover: found });
    }
  };
  const up = (e: React.PointerEvent) => {
    grip.current = null;
    if (box && dragged.current) {
      const found = scene.current!.picking.box(...box);
      const more = found.filter((f) => !picks.some((p) => p.key === f.key && p.body === f.body));
      set({ picks: e.shiftKey ? [...picks, ...more] : found });
    }
    setBox(null);
  };

  const click = (e: React.MouseEvent) => {
    if (e.target !== canvas.current) return;
    if (dragged.current) {
      dragged.current = false;
      return;
    }
    const [place, more] = [at(e), e.shiftKey];
    // what is still being kept is part of what is clicked
    if (usePart.getState().saving) void kept().then(() => clickAt(place, more));
    else clickAt(place, more);
  };

  const clickAt = (place: [number, number], more: boolean) => {
    // as it is now, which a key just before may have changed
    const { doing, view, picks } = usePart.getState();
    if (!scene.current || doing.kind === "sketching") return;
    const found = scene.current.picking.at(...place, pickable(doing));
    setPickedAt(place);
    if (doing.kind === "choosing-face") {
      const face = view?.bodies.find((b) => b.id === found?.body)?.faces.find((f) => f.key === found?.key);
      const moved = view?.steps.find((s) => s.id === doing.sketch);
      if (face?.normal && moved && isSketch(moved)) {
        usePart.getState().start({ kind: "looking" });
        void change(moved, "plane", { hit: hitOf(found, place) });
      } else if (face?.normal) void newSketch({ face: face.key, point: face.point, normal: face.out });
      else if (found) usePart.getState().say("A sketch lies on a flat face; this isn’t one.", true);
      return;
    }
    if (doing.kind === "writing") {
      if (found || doing.answer.takes.includes("spot")) void enter("", { hit: hitOf(found, place) });
      else focusBack();
      return;
    }
    if (!found) set({ picks: more ? picks : [] });
    else if (!more) set({ picks: [found] });
    else {
      const has = picks.some((p) => p.key === found.key && p.body === found.body);
      set({ picks: has ? picks.filter((p) => p.key !== found.key) : [...picks, found] });
    }
  };

  const open = (e: React.MouseEvent) => {
    if (doing.kind !== "looking" || e.target !== canvas.current) return;
    const found = scene.current!.picking.at(...at(e));
    const face = view?.bodies.find((b) => b.id === found?.body)?.faces.find((f) => f.key === found?.key);
    const step = view?.steps.find((s) => s.id === face?.steps[0]);
    if (step) openStep(step);
  };

  const sketchStep = doing.kind === "sketching" ? view?.steps.find((s) => s.id === doing.step) : undefined;
  const placed = sketchStep && view?.sketches[sketchStep.id];
  const flatPick =
    doing.kind === "looking" &&
    picks.length === 1 &&
    view?.bodies.find((b) => b.id === picks[0].body)?.faces.find((f) => f.key === picks[0].key)?.normal;

  return (
    <main
      ref={pane}
      className={`view ${placed ? "flat" : ""}`}
      onPointerDown={down}
      onPointerMove={move}
      onPointerUp={up}
      onClick={click}
      onDoubleClick={open}
      onContextMenu={(e) => e.preventDefault()}
    >
      <canvas ref={canvas} aria-label="The part" style={{ opacity: placed ? 0.3 : 1 }} />
      {sketchStep && placed && isSketch(sketchStep) ? (
        <>
          <SketchLayer step={sketchStep} placed={placed} />
          <PointerTags step={sketchStep} placed={placed} />
        </>
      ) : (
        <>
          <FormLayer />
          <ModelSizes />
        </>
      )}
      <ComparedStrip />
      {box && Math.hypot(box[2] - box[0], box[3] - box[1]) > 5 && (
        <svg className="layer">
          <rect
            className={`sk-box ${box[2] < box[0] ? "touching" : ""}`}
            x={Math.min(box[0], box[2])}
            y={Math.min(box[1], box[3])}
            width={Math.abs(box[2] - box[0])}
            height={Math.abs(box[3] - box[1])}
          />
        </svg>
      )}
      <div className="vtop">
        <span className="what" title={view?.name}>
          {sketchStep && isSketch(sketchStep) ? (
            <>
              <b>{sketchStep.name}</b> on {sketchStep.slots.plane?.text}
            </>
          ) : (
            view &&
            view.steps.length > 0 && (
              <>
                <b>{view.name}</b>, built to step {view.workLine} of {view.steps.length}
              </>
            )
          )}
        </span>
        <div className="toggles" role="group" aria-label="Display">
          {DISPLAYS.map(([d, name]) => (
            <button key={d} aria-pressed={display === d} onClick={() => set({ display: d })}>
              {name}
            </button>
          ))}
          <button title="Bring everything into the view (End)" onClick={fit}>
            Fit
          </button>
        </div>
      </div>
      {flatPick && (
        <div className="chips" style={chipPlace(pickedAt)}>
          <span className="who">This face</span>
          <button onClick={startOnFace}>Sketch on it</button>
          <button onClick={() => usePart.getState().set({ picks: [] })}>Leave it</button>
        </div>
      )}
      {view && view.steps.length === 0 && doing.kind === "looking" && <StartCard />}
      <ViewFurniture sketching={!!placed} />
    </main>
  );
}

/** Beside the pick, but inside the view and clear of the dial. */
function chipPlace([x, y]: [number, number]): React.CSSProperties {
  const { look } = useLookStore.getState();
  return {
    left: Math.max(12, Math.min(x + 18, look.width - 240)),
    top: Math.max(48, Math.min(y + 22, look.height - (x < 160 ? 180 : 60))),
  };
}
