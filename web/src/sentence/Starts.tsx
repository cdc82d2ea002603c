import { useRef, useState } from "react";
import { Vector3 } from "three";
import type { Answer, Start } from "../api/talk";
import { useLook } from "../scene/useLook";
import { enter } from "./machine";

/** Where the sections of the open sentence begin: each mark with its number, led to another corner, and an arrow that is turned round. */
export function Starts({ answer }: { answer: Answer }) {
  return (
    <>
      {(answer.starts ?? []).map((s) => (
        <Mark key={s.at} start={s} />
      ))}
    </>
  );
}

type At = [number, number];

/** Pixels that a hand may shake while it presses. */
const STILL = 5;

function Mark({ start }: { start: Start }) {
  const look = useLook();
  const hold = useRef<At | null>(null);
  const [led, setLed] = useState<At | null>(null);
  const place = new Vector3(...start.place);
  const [x, y] = look.toScreen(place);
  const [ax, ay] = look.toScreen(place.clone().add(new Vector3(...start.way)));
  const far = Math.hypot(ax - x, ay - y);
  const seen = far > 0.15 * look.scale;
  const [dx, dy] = seen ? [(ax - x) / far, (ay - y) / far] : [0, 0];
  const spots = start.spots.map((s) => look.toScreen(new Vector3(...s)));
  const nearest = (p: At) =>
    spots.reduce((b, s, i) => (Math.hypot(s[0] - p[0], s[1] - p[1]) < off(spots[b], p) ? i : b), 0);
  const pane = (e: React.PointerEvent): At => {
    const b = (e.currentTarget as Element).closest(".view")!.getBoundingClientRect();
    return [e.clientX - b.left, e.clientY - b.top];
  };
  const [mx, my] = led && spots.length > 0 ? spots[nearest(led)] : [x, y];
  const tip = [x + 34 * dx, y + 34 * dy];
  return (
    <g className="section-start" data-start={start.number}>
      {led && spots.map(([sx, sy], i) => <circle key={i} className="could" cx={sx} cy={sy} r="5" />)}
      {seen && (
        <g
          className="way"
          data-testid={`way-${start.number}`}
          onPointerDown={(e) => e.stopPropagation()}
          onClick={() => void enter(`${start.at}.flip`, { press: true })}
        >
          <title>Go round section {start.number} the other way</title>
          <line className="grab" x1={x + 12 * dx} y1={y + 12 * dy} x2={tip[0]} y2={tip[1]} />
          <line x1={x + 10 * dx} y1={y + 10 * dy} x2={tip[0] - 6 * dx} y2={tip[1] - 6 * dy} />
          <path
            d={`M${tip[0]} ${tip[1]}l${-9 * dx - 4.5 * dy} ${-9 * dy + 4.5 * dx}l${9 * dy} ${-9 * dx}Z`}
          />
        </g>
      )}
      <g
        className="begin"
        data-testid={`start-${start.number}`}
        onPointerDown={(e) => {
          if (e.button !== 0) return;
          e.stopPropagation();
          e.currentTarget.setPointerCapture(e.pointerId);
          hold.current = pane(e);
        }}
        onPointerMove={(e) => {
          if (hold.current && off(hold.current, pane(e)) > STILL) setLed(pane(e));
        }}
        onPointerUp={() => {
          if (led && spots.length > 0) void enter(start.at, { moved: start.spots[nearest(led)] });
          else if (hold.current && start.number > 1) void enter(`${start.at}.earlier`, { press: true });
          hold.current = null;
          setLed(null);
        }}
      >
        <title>
          {[
            spots.length > 0 && "Drag: begin at another corner",
            start.number > 1 && "Press: go through it earlier",
          ]
            .filter(Boolean)
            .join(". ")}
        </title>
        <circle cx={mx} cy={my} r="10" />
        <text x={mx} y={my + 4.5}>
          {start.number}
        </text>
      </g>
    </g>
  );
}

const off = (a: At, b: At) => Math.hypot(a[0] - b[0], a[1] - b[1]);
