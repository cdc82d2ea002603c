import { useRef } from "react";
import { Vector3 } from "three";
import { useLook } from "../scene/useLook";

/**
 * An arrow on the model; pulling it changes a length along it.
 *
 * @param mm the length; below zero against the way
 * @param times how much faster the length grows than the arrow
 * @param most the largest length that works, where one doesn't: shown on the arrow's way
 */
export function PullArrow({
  foot,
  way,
  mm,
  times = 1,
  most,
  onPull,
}: {
  foot: Vector3;
  way: Vector3;
  mm: number;
  times?: number;
  most?: { mm: number; text: string };
  onPull: (mm: number) => void;
}) {
  const look = useLook();
  const hold = useRef<{ x: number; y: number; mm: number; ux: number; uy: number; way: Vector3 } | null>(
    null,
  );
  const [x0, y0] = look.toScreen(foot);
  const [ux, uy] = look.toScreen(foot.clone().add(way)).map((v, i) => v - [x0, y0][i]);
  const perMm = Math.hypot(ux, uy);
  if (perMm < 0.12 * look.scale) return null; // seen from its end
  const reach = mm / times;
  const [x1, y1] = [x0 + ux * reach, y0 + uy * reach];
  const sign = mm < 0 ? -1 : 1;
  const [dx, dy] = [(sign * ux) / perMm, (sign * uy) / perMm];
  const tip = [x1 + 26 * dx, y1 + 26 * dy];
  const head = `M${tip[0]} ${tip[1]}L${tip[0] - 14 * dx - 7 * dy} ${tip[1] - 14 * dy + 7 * dx}L${tip[0] - 14 * dx + 7 * dy} ${tip[1] - 14 * dy - 7 * dx}Z`;
  const grid = perMm > 8 ? 0.5 : perMm > 2 ? 1 : 5;
  return (
    <g
      className="arrow"
      data-testid="arrow"
      onPointerDown={(e) => {
        e.stopPropagation();
        e.currentTarget.setPointerCapture(e.pointerId);
        hold.current = { x: e.clientX, y: e.clientY, mm, ux, uy, way };
      }}
      onPointerMove={(e) => {
        const h = hold.current;
        if (!h) return;
        const along = ((e.clientX - h.x) * h.ux + (e.clientY - h.y) * h.uy) / perMm / perMm;
        // pulled through zero it may have turned round meanwhile
        const turned = h.way.dot(way) < 0 ? -1 : 1;
        onPull(turned * Math.round((h.mm + along * times) / grid) * grid);
      }}
      onPointerUp={() => {
        hold.current = null;
      }}
    >
      <line
        x1={x0}
        y1={y0}
        x2={tip[0] - 8 * dx}
        y2={tip[1] - 8 * dy}
        style={{ strokeWidth: 16, stroke: "transparent" }}
      />
      <line x1={x0} y1={y0} x2={tip[0] - 8 * dx} y2={tip[1] - 8 * dy} />
      {most && (
        <g className="most" data-testid="most">
          <line
            x1={x0 + (ux * most.mm) / times - 9 * dy}
            y1={y0 + (uy * most.mm) / times + 9 * dx}
            x2={x0 + (ux * most.mm) / times + 9 * dy}
            y2={y0 + (uy * most.mm) / times - 9 * dx}
          />
          <text x={x0 + (ux * most.mm) / times + 16 * Math.abs(dy) + 4} y={y0 + (uy * most.mm) / times - 6}>
            {most.text}
          </text>
        </g>
      )}
      <circle cx={tip[0] - 8 * dx} cy={tip[1] - 8 * dy} r="14" fill="transparent" />
      <path d={head} />
    </g>
  );
}
