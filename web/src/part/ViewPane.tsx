import { ToggleGroup } from "radix-ui";
import { useEffect, useRef } from "react";
import type { Command } from "../api/types";
import { MapLegend } from "../check/MapLegend";
import { ask, planes, useSection } from "../check/section";
import { SectionStrip } from "../check/SectionStrip";
import { setScene } from "../scene/current";
import { Scene } from "../scene/Scene";
import { useLookStore } from "../scene/useLook";
import { PointerTags } from "../sketch/PointerTags";
import { SketchLayer } from "../sketch/SketchLayer";
import { usePointer } from "../sentence/placing";
import { allSeen } from "../sentence/pointing";
import { isSketch } from "../sketch/drawn";
import { fit } from "./actions";
import { Chips } from "./Chips";
import { ComparedStrip } from "./ComparedStrip";
import { DISPLAYS } from "./findable";
import { FormLayer } from "./FormLayer";
import { useHand } from "./hand";
import { ModelSizes } from "./ModelSizes";
import { onLookMoved } from "../sketch/flat";
import { PointerMenu } from "./PointerMenu";
import { follow, forget } from "./spots";
import { StartCard } from "./StartCard";
import { usePart, type Pick, usePartOf } from "./store";
import { ViewFurniture } from "./ViewFurniture";

/** Beside a place, on the side on which there is room. */
function tagPlace([x, y]: [number, number]): React.CSSProperties {
  const { width } = useLookStore.getState().look;
  return { top: y - 26, ...(x > width / 2 ? { right: width - x + 14 } : { left: x + 14 }) };
}

/** Says what was walked to by keys, beside it. */
function WalkTag() {
  const walked = usePart((s) => s.walked);
  return (
    <div
      className={walked ? "hover-tag" : "sr-only"}
      role="status"
      data-testid="walked"
      style={walked ? tagPlace(walked.place) : undefined}
    >
      {walked?.called}
    </div>
  );
}

/** The view: the solids, what lies over them, and the hand that turns, moves and picks. */
export function ViewPane() {
  const pane = useRef<HTMLDivElement>(null);
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<Scene | null>(null);
  const fitted = useRef<number | null>(null);
  const {
    view,
    preview,
    previewChange,
    display,
    hover,
    picks,
    litStep,
    linked,
    doing,
    set,
    shapes,
    compared,
    pointed,
  } = usePartOf(
    "view",
    "preview",
    "previewChange",
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

  const cuts = useSection((x) => x.cuts);
  useEffect(() => scene.current?.cut(planes(cuts)), [cuts]);
  // what is laid open follows the part
  useEffect(ask, [view]);

  useEffect(() => {
    const change = preview ? previewChange : compared?.answer;
    scene.current?.overlay(change?.come ?? [], change?.gone ?? [], preview !== null);
  }, [compared, previewChange, preview]);

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

  const { box, menu, setMenu, handlers } = useHand(pane, canvas, scene);
  const spotty = doing.kind === "writing" && doing.answer.takes.includes("spot");
  const follows = (e: React.PointerEvent) => {
    handlers.move(e);
    const { hover: over } = usePart.getState();
    const r = pane.current!.getBoundingClientRect();
    if (spotty && e.target === canvas.current && over?.kind === "face")
      follow(over, [e.clientX - r.left, e.clientY - r.top], e.altKey);
    else forget();
    const placing = doing.kind === "writing" && doing.answer.placing && e.target === canvas.current;
    usePointer.setState({ at: placing ? [e.clientX - r.left, e.clientY - r.top] : null });
  };

  const sketchStep = doing.kind === "sketching" ? view?.steps.find((s) => s.id === doing.step) : undefined;
  const placed = sketchStep && view?.sketches[sketchStep.id];
  return (
    <main
      ref={pane}
      className={`view ${placed ? "flat" : ""}`}
      onPointerDown={handlers.down}
      onPointerMove={follows}
      onPointerUp={handlers.up}
      onPointerLeave={forget}
      onClick={handlers.click}
      onDoubleClick={handlers.open}
      onContextMenu={handlers.context}
    >
      <canvas
        ref={canvas}
        tabIndex={0}
        role="application"
        aria-label="The part: N and M walk and pick, arrow keys turn it"
        style={{ opacity: placed ? 0.3 : 1 }}
      />
      <WalkTag />
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
      <SectionStrip />
      <MapLegend />
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
        <div className="toggles">
          <ToggleGroup.Root
            className="contents"
            type="single"
            aria-label="Display"
            value={display}
            onValueChange={(d) => d && set({ display: d as typeof display })}
          >
            {DISPLAYS.map(([d, name]) => (
              <ToggleGroup.Item key={d} value={d}>
                {name}
              </ToggleGroup.Item>
            ))}
          </ToggleGroup.Root>
          <button title="Bring everything into the view (End)" onClick={fit}>
            Fit
          </button>
        </div>
      </div>
      {!menu && <Chips onMore={setMenu} />}
      {menu && <PointerMenu at={menu} onClose={() => setMenu(null)} />}
      {view && view.steps.length === 0 && doing.kind === "looking" && <StartCard />}
      <ViewFurniture sketching={!!placed} />
    </main>
  );
}
