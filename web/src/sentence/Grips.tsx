import { useRef } from "react";
import { Vector3 } from "three";
import { lengthText } from "../api/numbers";
import type { Answer, Grip } from "../api/talk";
import type { Vec3 } from "../api/types";
import { usePart } from "../part/store";
import { free, gridAt, heldPlace, lockName, useLock } from "../scene/lock";
import { useLook } from "../scene/useLook";
import { usePointer } from "./placing";
import { enter } from "./machine";

/** Places of the open sentence that can be moved, and where the next one would be put. */
export function Grips({ answer }: { answer: Answer }) {
  const at = usePointer((s) => s.at);
  const held = usePointer((s) => s.held);
  const placing = answer.placing && at && !usePart.getState().hover;
  return (
    <>
      {(answer.grips ?? []).map((g) => (
        <Held key={g.at} grip={g} />
      ))}
      {placing && held === null && <Ghost from={answer.placing!} at={at} />}
    </>
  );
}

function Held({ grip }: { grip: Grip }) {
  const look = useLook();
  const hold = useRef<{ dx: number; dy: number; through: Vec3 } | null>(null);
  const lock = useLock((s) => s.lock);
  const held = usePointer((s) => s.held === grip.at);
  const [x, y] = look.toScreen(new Vector3(...grip.place));
  const foot = grip.foot && look.toScreen(new Vector3(...grip.foot));
  const pane = (e: React.PointerEvent): [number, number] => {
    const b = (e.currentTarget as Element).closest(".view")!.getBoundingClientRect();
    return [e.clientX - b.left, e.clientY - b.top];
  };
  const move = (e: React.PointerEvent) => {
    const h = hold.current;
    if (!h) return;
    const [px, py] = pane(e);
    const to: [number, number] = [px - h.dx, py - h.dy];
    if (grip.foot && grip.way) {
      const way = new Vector3(...grip.way);
      const eye = look.toEye();
      const seen = way.clone().addScaledVector(eye, -way.dot(eye));
      if (seen.length() < 0.1) return;
      const t =
        look
          .fromScreen(...to)
          .sub(new Vector3(...grip.foot))
          .dot(seen) / seen.lengthSq();
      const grid = grip.unit === 1 ? gridAt(look.scale) : 1e-6;
      const v = (Math.round(t / grid) * grid) / (grip.unit ?? 1);
      if (v > 0) void enter(grip.at, { pulled: v });
    } else {
      const p = heldPlace(look, useLock.getState().lock, h.through, to, e.altKey);
      if (p) void enter(grip.at, { moved: p });
    }
  };
  return (
    <g
      className={`grip ${foot ? "one" : ""}`}
      data-grip={grip.at}
      onPointerDown={(e) => {
        if (e.button !== 0) return;
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        const [px, py] = pane(e);
        hold.current = { dx: px - x, dy: py - y, through: grip.place };
        usePointer.setState({ held: grip.at });
      }}
      onPointerMove={move}
      onPointerUp={() => {
        hold.current = null;
        usePointer.setState({ held: null });
      }}
    >
      {foot && grip.unit !== 1 && <line x1={foot[0]} y1={foot[1]} x2={x} y2={y} />}
      {held && !foot && <Guide place={grip.place} />}
      <circle className="hit" cx={x} cy={y} r="12" />
      {foot && grip.unit !== 1 ? (
        <circle cx={x} cy={y} r="4.5" />
      ) : (
        <path d={`M${x} ${y - 6}l6 6l-6 6l-6 -6Z`} />
      )}
      {!foot && <title>{`Drag: ${lockName(look, lock)} (L for another)`}</title>}
    </g>
  );
}

/** The lines along which a place may go, and its coordinates. */
function Guide({ place }: { place: Vec3 }) {
  const look = useLook();
  const unit = usePart((s) => s.view!.unit);
  const lock = useLock((s) => s.lock);
  const along = free(look, lock);
  const reach = 70 / look.scale;
  const [x, y] = look.toScreen(new Vector3(...place));
  const lines = [0, 1, 2].flatMap((i) => {
    if (!along[i]) return [];
    const far = along.filter(Boolean).length === 1 ? 6 * reach : reach;
    const off = new Vector3(...([0, 1, 2].map((k) => (k === i ? far : 0)) as Vec3));
    const p = new Vector3(...place);
    return [[look.toScreen(p.clone().sub(off)), look.toScreen(p.clone().add(off))]];
  });
  const [beside, anchor] = x > look.width - 190 ? ([-14, "end"] as const) : ([14, "start"] as const);
  const text = ["x", "y", "z"].map((a, i) => `${a} ${lengthText(Math.round(place[i] * 1000) / 1000, unit)}`);
  return (
    <g className="lock" data-testid="lock" data-lock={lockName(look, lock)}>
      {lines.length === 2 && (
        <path
          d={`M${lines[0][0].join(" ")}L${lines[1][0].join(" ")}L${lines[0][1].join(" ")}L${lines[1][1].join(" ")}Z`}
        />
      )}
      {lines.map(([a, b], i) => (
        <line key={i} x1={a[0]} y1={a[1]} x2={b[0]} y2={b[1]} />
      ))}
      <text x={x + beside} y={y - 16} textAnchor={anchor}>
        {text.join(" · ")}
      </text>
      <text x={x + beside} y={y - 1} className="soft" textAnchor={anchor}>
        {lockName(look, lock)} · L for another
      </text>
    </g>
  );
}

/** Where the next place would be put. */
function Ghost({ from, at }: { from: Vec3; at: [number, number] }) {
  const look = useLook();
  const lock = useLock((s) => s.lock);
  const p = heldPlace(look, lock, from, at);
  if (!p) return null;
  const [x, y] = look.toScreen(new Vector3(...p));
  const [fx, fy] = look.toScreen(new Vector3(...from));
  return (
    <g className="grip ghost">
      <line x1={fx} y1={fy} x2={x} y2={y} />
      <Guide place={p} />
      <path d={`M${x} ${y - 6}l6 6l-6 6l-6 -6Z`} />
    </g>
  );
}
