import { useEffect } from "react";
import { create } from "zustand";
import { api, Refused } from "../api/client";
import { lengthText } from "../api/numbers";
import type { Mapped, Unit } from "../api/types";
import { usePart } from "../part/store";
import type { Bands } from "../scene/banded";
import { currentScene } from "../scene/current";
import type { Surface } from "../scene/shapes";

export type By = "wall" | "lean";

interface Maps {
  by: By | null;
  bands: Bands | null;
  why: string;
}

export const useMap = create<Maps>(() => ({ by: null, bands: null, why: "" }));

/** Colours the part by something, or no longer. */
export function mapBy(by: By): void {
  useMap.setState((s) => ({ by: s.by === by ? null : by, bands: null, why: "" }));
}

/** Six bands of wall thickness: too thin, four that are fine, too thick. Without limits they end at round numbers. */
export function wallBands(limits: Record<string, number>, unit: Unit): Bands {
  const least = limits.least_wall_mm ?? 1;
  const most = limits.most_wall_mm ?? 4 * least;
  const ends = [0, 1, 2, 3, 4].map((i) => least + ((most - least) * i) / 4);
  const text = (mm: number) => lengthText(Math.round(mm * 100) / 100, unit);
  return [...ends, Infinity].map((upTo, i) => ({
    upTo,
    colour: `--map-${i + 1}`,
    mark: i === 0 ? "dots" : i === 5 ? "cross" : "plain",
    said:
      i === 0
        ? `under ${text(least)}`
        : i === 5
          ? `over ${text(most)}`
          : `${text(ends[i - 1])} to ${text(ends[i])}`,
  }));
}

/** What looks along the pull and leans enough, what looks the other way, and what leans too little. */
export function leanBands(limits: Record<string, number>): Bands {
  const d = limits.draft_deg ?? 1;
  return [
    { upTo: -d + 1e-4, colour: "--map-3", mark: "plain", said: `${d}° and more, against it` },
    { upTo: d - 1e-4, colour: "--map-1", mark: "dots", said: `under ${d}°` },
    { upTo: Infinity, colour: "--map-5", mark: "plain", said: `${d}° and more, along it` },
  ];
}

function bytes(text: string): ArrayBuffer {
  const raw = atob(text);
  const out = new Uint8Array(raw.length);
  for (let i = 0; i < raw.length; i++) out[i] = raw.charCodeAt(i);
  return out.buffer;
}

export function surfaces(m: Mapped): Surface[] {
  return m.maps.map((s) => ({
    positions: new Float32Array(bytes(s.positions)),
    normals: new Float32Array(bytes(s.normals)),
    values: new Float32Array(bytes(s.values)),
    triangles: new Uint32Array(bytes(s.triangles)),
  }));
}

/** Keeps the colours with the part, while it is looked at in the stage of checks. */
export function useMapping(): void {
  const view = usePart((s) => s.view);
  const by = useMap((s) => s.by);
  const looking = usePart((s) => s.stage === 7 && s.doing.kind === "looking");
  useEffect(() => {
    if (!view || !by || !looking) return;
    const gone = new AbortController();
    api.map(view.id, view.revision, by, gone.signal).then(
      (m) => {
        const bands = by === "wall" ? wallBands(m.limits, view.unit) : leanBands(m.limits);
        currentScene()?.colour(surfaces(m), bands);
        const missing = m.unseen === 1 ? "1 face" : `${m.unseen} faces`;
        useMap.setState({
          bands,
          why: m.unseen > 0 ? `${missing} couldn't be meshed and aren't shown.` : "",
        });
      },
      (e) => {
        if (e instanceof DOMException && e.name === "AbortError") return;
        if (!(e instanceof Refused)) throw e;
        useMap.setState({ bands: null, why: e.message });
      },
    );
    return () => {
      gone.abort();
      currentScene()?.colour([], null);
    };
  }, [view, by, looking]);
}
