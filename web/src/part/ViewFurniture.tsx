import { DropdownMenu } from "radix-ui";
import { Vector3 } from "three";
import { sized } from "../api/numbers";
import { useLook } from "../scene/useLook";
import { lookFrom } from "./actions";
import { usePart } from "./store";

/** The view dial, the axes, the scale bar, and the legend while sketching. */
export function ViewFurniture({ sketching }: { sketching: boolean }) {
  const look = useLook();
  const unit = usePart((s) => s.view?.unit ?? "mm");
  const eye = look.toEye();
  const azimuth = (Math.atan2(eye.x, -eye.y) * 180) / Math.PI;
  const straight = Math.max(Math.abs(eye.x), Math.abs(eye.y), Math.abs(eye.z)) > 0.999;
  const on = (name: string) =>
    ({
      Top: eye.z > 0.999,
      Bottom: eye.z < -0.999,
      Front: eye.y < -0.999,
      Back: eye.y > 0.999,
      Right: eye.x > 0.999,
      Left: eye.x < -0.999,
      Corner: Math.abs(eye.x - 0.497) < 0.02 && Math.abs(eye.y + 0.678) < 0.02,
    })[name]
      ? "on"
      : undefined;
  // one stop for Tab; arrow keys go round
  const reached = VIEW_NAMES.find(on) ?? "Corner";
  const word = (name: string, x: number, y: number, turn = 0) => (
    <text
      key={name}
      role="radio"
      aria-label={`Look from ${name.toLowerCase()}`}
      aria-checked={on(name) !== undefined}
      tabIndex={name === reached ? 0 : -1}
      data-look={name}
      onKeyDown={dialKey}
      className={on(name)}
      x={x}
      y={y}
      transform={turn ? `rotate(${turn} ${x} ${y - 4})` : undefined}
      onClick={() => lookFrom(name)}
    >
      {name}
    </text>
  );
  // dial and legend would lie over the part
  const tight = look.width < 430 || look.height < 440;
  const bar = niceBar(look.scale, unit === "in" ? 25.4 : unit === "cm" ? 10 : 1);
  return (
    <>
      {tight ? (
        <LookMenu now={VIEW_NAMES.find(on)} />
      ) : (
        <svg className="dial" viewBox="-58 -58 116 116" role="radiogroup" aria-label="View dial">
          <circle r="57" fill="var(--paper-tag)" stroke="var(--rule-strong)" />
          <circle r="35" fill="var(--paper-view)" stroke="var(--rule)" />
          {Array.from({ length: 24 }, (_, i) => (
            <line
              key={i}
              y1="-57"
              y2={i % 6 === 0 ? "-51" : "-54"}
              stroke="var(--rule-strong)"
              transform={`rotate(${15 * i})`}
            />
          ))}
          {!straight && <path d="M0 57L-6 48H6Z" fill="var(--ink)" transform={`rotate(${-azimuth})`} />}
          {word("Back", 0, -40)}
          {word("Front", 0, 50)}
          {word("Left", -46, 4, -90)}
          {word("Right", 46, 4, 90)}
          {word("Top", 0, -12)}
          {word("Corner", 0, 5)}
          {word("Bottom", 0, 22)}
        </svg>
      )}
      <svg className="axes" viewBox="-32 -32 64 64" aria-hidden="true">
        {(["x", "y", "z"] as const).map((name, i) => {
          const d = new Vector3(i === 0 ? 1 : 0, i === 1 ? 1 : 0, i === 2 ? 1 : 0);
          const [x, y] = [22 * d.dot(look.right()), -22 * d.dot(look.up())];
          if (Math.hypot(x, y) < 4) return null;
          return (
            <g key={name}>
              <line x2={x} y2={y} stroke="var(--ink)" strokeWidth="1.4" />
              <text x={x * 1.32} y={y * 1.32 + 4} textAnchor="middle" fontSize="13">
                {name}
              </text>
            </g>
          );
        })}
        <circle r="2" fill="var(--ink)" />
      </svg>
      <div className="scale">
        {sized(bar, unit)}
        <i style={{ width: bar * look.scale }} />
      </div>
      {sketching && !tight && (
        <div className="legend" aria-hidden="true">
          <span>
            <svg width="30" height="6">
              <path className="sk-curve" d="M0 3H30" />
            </svg>
            settled
          </span>
          <span>
            <svg width="30" height="6">
              <path className="sk-curve loose" d="M0 3H30" />
            </svg>
            can still move
          </span>
          <span>
            <svg width="30" height="6">
              <path className="sk-curve fighting" d="M0 3H30" />
              <path className="sk-core" d="M0 3H30" />
            </svg>
            fighting
          </span>
          <span>
            <svg width="30" height="12">
              <rect width="30" height="12" fill="var(--region)" fillOpacity="0.6" />
            </svg>
            closed region
          </span>
        </div>
      )}
    </>
  );
}

/** Arrow keys go from view to view and look from there. */
function dialKey(e: React.KeyboardEvent<SVGTextElement>): void {
  const by = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
  const pressed = e.key === "Enter" || e.key === " ";
  if (by === undefined && !pressed) return;
  e.preventDefault();
  e.stopPropagation();
  const now = VIEW_NAMES.indexOf(e.currentTarget.dataset.look!);
  const next = VIEW_NAMES[(now + (by ?? 0) + VIEW_NAMES.length) % VIEW_NAMES.length];
  lookFrom(next);
  const dial = e.currentTarget.closest("svg")!;
  dial.querySelector<SVGTextElement>(`[data-look=${next}]`)?.focus();
}

const VIEW_NAMES = ["Corner", "Top", "Bottom", "Front", "Back", "Right", "Left"];

/** The dial where there is no room for it. */
function LookMenu({ now }: { now?: string }) {
  return (
    <DropdownMenu.Root>
      <DropdownMenu.Trigger className="btn dial-menu" aria-label="Look from">
        {now ?? "Turned"} ▾
      </DropdownMenu.Trigger>
      <DropdownMenu.Portal>
        <DropdownMenu.Content className="menu" align="start">
          {VIEW_NAMES.map((name) => (
            <DropdownMenu.Item key={name} onSelect={() => lookFrom(name)}>
              {name}
            </DropdownMenu.Item>
          ))}
        </DropdownMenu.Content>
      </DropdownMenu.Portal>
    </DropdownMenu.Root>
  );
}

/** A round length of 50 to 130 pixels. */
function niceBar(scale: number, unit: number): number {
  const least = 50 / scale / unit;
  const ten = Math.pow(10, Math.floor(Math.log10(least)));
  return [1, 2, 5, 10].map((k) => k * ten).find((v) => v >= least)! * unit;
}
