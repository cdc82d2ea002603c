import { useEffect, useRef, useState } from "react";
import { called, moveOnSheet, useDrawing, useDrawn } from "./drawing";

/** What can't be moved or taken off. */
const FIXED = new Set(["title", ""]);

const NEAR = [0, 3, 6].flatMap((r) =>
  (r === 0 ? [0] : [0, 1, 2, 3, 4, 5, 6, 7]).map((k) => [
    r * Math.cos((k * Math.PI) / 4),
    r * Math.sin((k * Math.PI) / 4),
  ]),
);

/** The drawing on its paper: wheel and drag as in the view; what is on it can be picked and dragged. */
export function DrawingPane() {
  useDrawn();
  const { sheet, why, picked } = useDrawing();
  const paper = useRef<HTMLDivElement>(null);
  const [at, setAt] = useState({ x: 0, y: 0, zoom: 1 });
  const [drag, setDrag] = useState<{ of: string; x: number; y: number; dx: number; dy: number } | null>(null);

  useEffect(() => {
    // the picked thing and what belongs to it are lit in the drawing itself
    const all = paper.current?.querySelectorAll<SVGElement>("[data-of]") ?? [];
    for (const e of all) {
      const on = picked !== null && e.dataset.of === picked;
      e.classList.toggle("picked", on);
      e.style.transform = drag && e.dataset.of === drag.of ? `translate(${drag.dx}px, ${drag.dy}px)` : "";
    }
  }, [sheet, picked, drag]);

  /** What is under the pointer, or a few pixels beside it: lines are thin. */
  const of = (e: React.PointerEvent) => {
    for (const [dx, dy] of NEAR) {
      const hit = document.elementFromPoint?.(e.clientX + dx, e.clientY + dy) ?? (e.target as Element);
      const name = hit?.closest<SVGElement>("[data-of]")?.dataset.of ?? "";
      if (!FIXED.has(name)) return name;
    }
    return "";
  };
  /** How many mm of the paper a pixel of the screen is. */
  const mm = () => (sheet ? sheet.width / (paper.current?.clientWidth || 1) / at.zoom : 1);
  return (
    <main
      className="drawing"
      aria-label="Drawing sheet"
      onWheel={(e) => {
        const box = e.currentTarget.getBoundingClientRect();
        const [px, py] = [e.clientX - box.left - box.width / 2, e.clientY - box.top - box.height / 2];
        setAt((a) => {
          const zoom = Math.min(20, Math.max(0.5, a.zoom * Math.exp(-e.deltaY / 500)));
          const k = zoom / a.zoom;
          return { zoom, x: px - k * (px - a.x), y: py - k * (py - a.y) };
        });
      }}
      onPointerDown={(e) => {
        const name = of(e);
        useDrawing.setState({ picked: FIXED.has(name) ? null : name });
        e.currentTarget.setPointerCapture(e.pointerId);
        setDrag({ of: FIXED.has(name) ? "" : name, x: e.clientX, y: e.clientY, dx: 0, dy: 0 });
      }}
      onPointerMove={(e) => {
        if (!drag) return;
        const [dx, dy] = [e.clientX - drag.x, e.clientY - drag.y];
        if (drag.of === "") {
          setAt((a) => ({ ...a, x: a.x + dx, y: a.y + dy }));
          setDrag({ ...drag, x: e.clientX, y: e.clientY });
        } else {
          setDrag({ ...drag, dx: dx * mm(), dy: dy * mm() });
        }
      }}
      onPointerUp={() => {
        if (drag && drag.of && Math.hypot(drag.dx, drag.dy) > 0.5) moveOnSheet(drag.of, drag.dx, -drag.dy);
        setDrag(null);
      }}
    >
      {why && <p className="note">{why}</p>}
      {!sheet && !why && <p className="note">Drawing the views, and what is hidden in them…</p>}
      {sheet && !why && (
        <div
          ref={paper}
          className="paper"
          data-testid="drawing"
          style={{
            aspectRatio: `${sheet.width} / ${sheet.height}`,
            transform: `translate(${at.x}px, ${at.y}px) scale(${at.zoom})`,
          }}
          dangerouslySetInnerHTML={{ __html: sheet.svg.replace(/^<\?xml[^>]*>\s*/, "") }}
        />
      )}
      {picked && <p className="hand">Drag to move {called(picked)}</p>}
    </main>
  );
}
