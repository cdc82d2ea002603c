import { type Mesh, Ray, Vector3 } from "three";
import type { MeshBVH } from "three-mesh-bvh";
import type { DrawnShape } from "../api/replies";
import type { BodyView } from "../api/types";
import type { Pick } from "../part/store";
import type { Look } from "./camera";

/** A body ready to be drawn and picked. */
export interface ReadyBody {
  id: string;
  mesh: Mesh;
  bvh: MeshBVH;
  faceOfTriangle: Uint16Array | Uint32Array;
  view: BodyView;
}

/** Finds what lies under the pointer, in pixels of the view. */
export class Picking {
  constructor(
    private readonly look: Look,
    private readonly bodies: () => ReadyBody[],
    private readonly shape: (key: string) => DrawnShape,
  ) {}

  /** What is under a pixel: a corner before an edge before a face, and nothing that a face hides. */
  at(x: number, y: number, kinds?: Set<Pick["kind"]>): Pick | null {
    if (kinds?.size === 0) return null;
    const { face, seen } = this.faceUnder(x, y);
    const takes = (k: Pick["kind"]) => !kinds || kinds.has(k);
    return (
      (takes("vertex") ? this.vertexAt(x, y, seen) : null) ??
      (takes("edge") ? this.edgeAt(x, y, seen) : null) ??
      (takes("face") ? face : null)
    );
  }

  /** The first face under a pixel, and whether a point isn't hidden behind it. */
  private faceUnder(x: number, y: number): { face: Pick | null; seen: (p: Vector3) => boolean } {
    const ray = new Ray(
      this.look.fromScreen(x, y).addScaledVector(this.look.toEye(), 20000),
      this.look.toEye().negate(),
    );
    let near = Infinity;
    let face: Pick | null = null;
    for (const b of this.bodies()) {
      const hit = b.bvh.raycastFirst(ray, 2);
      if (hit && hit.distance < near) {
        near = hit.distance;
        const f = b.view.faces[b.faceOfTriangle[hit.faceIndex!]];
        face = { kind: "face", key: f.key, body: b.id };
      }
    }
    const slack = 14 / this.look.scale;
    const seen = (p: Vector3) =>
      20000 - p.clone().sub(this.look.middle).dot(this.look.toEye()) <= near + slack;
    return { face, seen };
  }

  /** Faces in a rectangle of pixels: drawn to the right, those wholly inside; to the left, those it touches. */
  box(x0: number, y0: number, x1: number, y1: number): Pick[] {
    const touching = x1 < x0;
    const p = new Vector3();
    const out: Pick[] = [];
    for (const b of this.bodies()) {
      for (const f of b.view.faces) {
        const { positions } = this.shape(f.shape);
        let all = true;
        let some = false;
        for (let i = 0; i < positions.length; i += 3) {
          const [x, y] = this.look.toScreen(p.fromArray(positions, i));
          const inside = (x - x0) * (x - x1) <= 0 && (y - y0) * (y - y1) <= 0;
          all = all && inside;
          some = some || inside;
        }
        if (touching ? some : all) out.push({ kind: "face", key: f.key, body: b.id });
      }
    }
    return out;
  }

  /** The edge under a pixel, one in sight before others. */
  edgeUnder(x: number, y: number): Pick | null {
    return this.edgeAt(x, y, this.faceUnder(x, y).seen) ?? this.edgeAt(x, y, () => true);
  }

  /** The first face under a pixel. */
  faceAt(x: number, y: number): Pick | null {
    return this.faceUnder(x, y).face;
  }

  private vertexAt(x: number, y: number, seen: (p: Vector3) => boolean): Pick | null {
    let best = 6;
    let found: Pick | null = null;
    for (const b of this.bodies()) {
      for (const v of b.view.vertices) {
        const p = new Vector3(...v.point);
        const [sx, sy] = this.look.toScreen(p);
        const d = Math.hypot(sx - x, sy - y);
        if (d < best && seen(p)) {
          best = d;
          found = { kind: "vertex", key: v.key, body: b.id };
        }
      }
    }
    return found;
  }

  private edgeAt(x: number, y: number, seen: (p: Vector3) => boolean): Pick | null {
    let best = 5;
    let height = -Infinity;
    let found: Pick | null = null;
    const a = new Vector3();
    const c = new Vector3();
    const eye = this.look.toEye();
    for (const b of this.bodies()) {
      for (const e of b.view.edges) {
        const l = this.shape(e.shape).line;
        for (let i = 0; i + 5 < l.length; i += 3) {
          a.fromArray(l, i);
          c.fromArray(l, i + 3);
          const [ax, ay] = this.look.toScreen(a);
          const [cx, cy] = this.look.toScreen(c);
          const len2 = (cx - ax) ** 2 + (cy - ay) ** 2;
          const t =
            len2 === 0 ? 0 : Math.min(1, Math.max(0, ((x - ax) * (cx - ax) + (y - ay) * (cy - ay)) / len2));
          const d = Math.hypot(ax + t * (cx - ax) - x, ay + t * (cy - ay) - y);
          const at = a.clone().lerp(c, t);
          // of edges one behind the other the one nearer to the eye
          const nearer = Math.abs(d - best) < 0.5 && at.dot(eye) > height + 1e-6;
          if ((nearer || d < best - 0.5 || (found === null && d < best)) && seen(at)) {
            best = d;
            height = at.dot(eye);
            found = { kind: "edge", key: e.key, body: b.id };
          }
        }
      }
    }
    return found;
  }
}
