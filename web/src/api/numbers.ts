import type { Unit } from "./types";

export const MM: Record<Unit, number> = { mm: 1, cm: 10, in: 25.4 };

/** A number as short as it can be told without losing what matters. */
function short(v: number, digits: number): string {
  const full = v.toFixed(digits);
  const s = full.includes(".") ? full.replace(/\.?0+$/, "") : full;
  return s === "-0" ? "0" : s;
}

/** A length in the part's unit, without the unit. */
export function lengthText(mm: number, unit: Unit): string {
  return short(mm / MM[unit], unit === "mm" ? 4 : 5);
}

/** A length with its unit. */
export function sized(mm: number, unit: Unit): string {
  return `${lengthText(mm, unit)} ${unit}`;
}

export function degrees(rad: number): string {
  return `${short((rad * 180) / Math.PI, 4)}°`;
}

/** A large number with thin spaces between thousands. */
export function spaced(v: number): string {
  const digits = Math.abs(v) >= 1000 ? 0 : Math.abs(v) >= 10 ? 1 : 3;
  const [whole, rest] = short(v, digits).split(".");
  return whole.replace(/\B(?=(\d{3})+$)/g, "\u2009") + (rest ? `.${rest}` : "");
}

/** What was typed as degrees; null when it isn't a number of them. */
export function typedDegrees(text: string): number | null {
  const m = /^\s*(-?\d*[.,]?\d+)\s*(°|deg)?\s*$/.exec(text.toLowerCase());
  return m ? parseFloat(m[1].replace(",", ".")) : null;
}

/** What was typed as mm, as far as that can be told while typing; the server reads it for good. */
export function roughLength(text: string, unit: Unit): number | null {
  const m = /^\s*(-?)(?:(\d+) )?(\d*[.,]?\d+)(?:\/(\d+))?\s*(mm|cm|in|m|")?\s*$/.exec(text.toLowerCase());
  if (!m) return null;
  const fraction = parseFloat(m[3].replace(",", ".")) / (m[4] ? parseFloat(m[4]) : 1);
  const value = (parseFloat(m[2] ?? "0") + fraction) * (m[1] ? -1 : 1);
  const factor = m[5] === "m" ? 1000 : m[5] === '"' ? 25.4 : MM[(m[5] as Unit | undefined) ?? unit];
  return Number.isFinite(value) ? value * factor : null;
}
