import type { Section } from "../api/types";

interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

/** Between the drawings of several planes, and round them, in mm. */
const APART = 10;

/** How far a path reaches, as the browser draws it. */
function measured(path: string): Box {
  const svg = document.createElementNS("http://www.w3.org/2000/svg", "svg");
  const p = document.createElementNS("http://www.w3.org/2000/svg", "path");
  p.setAttribute("d", path);
  svg.style.position = "absolute";
  svg.style.visibility = "hidden";
  svg.append(p);
  document.body.append(svg);
  const { x, y, width, height } = p.getBBox();
  svg.remove();
  return { x, y, width, height };
}

const short = (v: number) => String(Math.round(v * 1e6) / 1e6);

/**
 * What is laid open as a drawing in mm: a group for each plane beside the one before, as seen from the side that was taken away, a path
 * for each region.
 */
export function sectionSvg(s: Section, boxOf: (path: string) => Box = measured): string {
  let right = APART;
  let high = 0;
  const groups = s.planes.map((_, i) => {
    const paths = s.regions.filter((r) => r.plane === i).map((r) => r.path);
    if (paths.length === 0) return null;
    const b = boxOf(paths.join(""));
    const g = { paths, x: right - b.x, top: b.y + b.height };
    right += b.width + APART;
    high = Math.max(high, b.height);
    return g;
  });
  const drawn = groups.map(
    (g) =>
      g &&
      `<g transform="translate(${short(g.x)} ${short(APART + g.top)}) scale(1 -1)">` +
        g.paths.map((p) => `<path d="${p}"/>`).join("") +
        "</g>",
  );
  const [w, h] = [short(right), short(high + 2 * APART)];
  return (
    `<svg xmlns="http://www.w3.org/2000/svg" width="${w}mm" height="${h}mm" viewBox="0 0 ${w} ${h}"` +
    ` fill="none" fill-rule="evenodd" stroke="black" stroke-width="0.35">${drawn.filter(Boolean).join("")}</svg>\n`
  );
}

/** Saves a text as a file. */
export function saveText(text: string, name: string, type: string): void {
  const a = document.createElement("a");
  a.href = URL.createObjectURL(new Blob([text], { type }));
  a.download = name;
  a.click();
  URL.revokeObjectURL(a.href);
}
