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
  /** Whether a place is cut away. */
  gone: (p: Vector3) => boolean = () => false;

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
    const ray = this.ray(x, y);
    let near = Infinity;
    let face: Pick | null = null;
    for (const b of this.bodies()) {
      const hit = this.first(b, ray);
      if (hit && hit.distance < near) {
        near = hit.distance;
        const f = b.view.faces[b.faceOfTriangle[hit.faceIndex!]];
        face = { kind: "face", key: f.key, body: b.id };
      }
    }
    // beside the pixel a face may lie deeper; what is behind it there is told by looking from the place to the eye
    const slack = 14 / this.look.scale;
    const hair = 1.5 / this.look.scale;
    const eye = this.look.toEye();
    const seen = (p: Vector3) => {
      const depth = 20000 - p.clone().sub(this.look.middle).dot(eye);
      if (this.gone(p) || depth > near + slack) return false;
      if (depth <= near + hair) return true;
      const out = new Ray(p.clone().addScaledVector(eye, hair), eye);
      return !this.bodies().some((b) => this.first(b, out));
    };
    return { face, seen };
  }

  /** Where a ray first meets what isn't cut away of a body. */
  private first(b: ReadyBody, ray: Ray) {
    const hit = b.bvh.raycastFirst(ray, 2);
    if (!hit || !this.gone(hit.point)) return hit;
    return b.bvh
      .raycast(ray, 2)
      .filter((h) => !this.gone(h.point))
      .reduce<typeof hit | null>((best, h) => (best && best.distance <= h.distance ? best : h), null);
  }

  /** What is in a rectangle of pixels: drawn to the right, what is wholly inside; to the left, what it touches. */
  box(x0: number, y0: number, x1: number, y1: number, kinds: Set<Pick["kind"]>): Pick[] {
    const touching = x1 < x0;
    const p = new Vector3();
    const inside = (points: ArrayLike<number>) => {
      let all = true;
      let some = false;
      for (let i = 0; i + 2 < points.length; i += 3) {
        const [x, y] = this.look.toScreen(p.fromArray(points, i));
        const within = (x - x0) * (x - x1) <= 0 && (y - y0) * (y - y1) <= 0;
        all = all && within;
        some = some || within;
      }
      return touching ? some : all;
    };
    return this.bodies().flatMap((b) => {
      const faces = kinds.has("face")
        ? b.view.faces.filter((f) => inside(this.shape(f.shape).positions))
        : [];
      const edges = kinds.has("edge") ? b.view.edges.filter((e) => inside(this.shape(e.shape).line)) : [];
      // where a field takes both, edges are what is meant by a box
      return edges.length > 0
        ? edges.map((e): Pick => ({ kind: "edge", key: e.key, body: b.id }))
        : faces.map((f): Pick => ({ kind: "face", key: f.key, body: b.id }));
    });
  }

  /** All that lies under a pixel, from the eye on; hidden is what something lies over. */
  allAt(x: number, y: number, kinds?: Set<Pick["kind"]>): { pick: Pick; hidden: boolean }[] {
    const takes = (k: Pick["kind"]) => !kinds || kinds.has(k);
    const { seen } = this.faceUnder(x, y);
    const depth = (v: Vector3) => -v.dot(this.look.toEye());
    const out: { pick: Pick; depth: number; hidden: boolean }[] = [];
    const add = (pick: Pick, at: Vector3) => {
      const known = out.find(
        (o) => o.pick.kind === pick.kind && o.pick.key === pick.key && o.pick.body === pick.body,
      );
      if (!known) out.push({ pick, depth: depth(at), hidden: !seen(at) });
    };
    const ray = this.ray(x, y);
    for (const b of this.bodies()) {
      if (takes("vertex"))
        for (const v of b.view.vertices) {
          const at = new Vector3(...v.point);
          const [sx, sy] = this.look.toScreen(at);
          if (Math.hypot(sx - x, sy - y) < 6) add({ kind: "vertex", key: v.key, body: b.id }, at);
        }
      if (takes("edge"))
        for (const e of b.view.edges) {
          const near = this.nearest(e.shape, x, y);
          if (near && near.d < 6) add({ kind: "edge", key: e.key, body: b.id }, near.at);
        }
      if (takes("face"))
        for (const hit of b.bvh.raycast(ray, 2).sort((p, q) => p.distance - q.distance))
          add(
            { kind: "face", key: b.view.faces[b.faceOfTriangle[hit.faceIndex!]].key, body: b.id },
            hit.point,
          );
    }
    // what is at one depth: the small before the large
    const small = { vertex: 0, edge: 1 } as Partial<Record<Pick["kind"], number>>;
    const slack = 6 / this.look.scale;
    return out.sort((a, b) =>
      Math.abs(a.depth - b.depth) > slack
        ? a.depth - b.depth
        : (small[a.pick.kind] ?? 2) - (small[b.pick.kind] ?? 2),
    );
  }

  private ray(x: number, y: number): Ray {
    const eye = this.look.toEye();
    return new Ray(this.look.fromScreen(x, y).addScaledVector(eye, 20000), eye.negate());
  }

  /** The nearest place in sight of an edge's line to a pixel, and how many pixels away it is. */
  private nearest(
    shape: string,
    x: number,
    y: number,
    seen: (p: Vector3) => boolean = () => true,
  ): { at: Vector3; d: number } | null {
    const l = this.shape(shape).line;
    let best: { at: Vector3; d: number } | null = null;
    const a = new Vector3();
    const c = new Vector3();
    for (let i = 0; i + 5 < l.length; i += 3) {
      const [ax, ay] = this.look.toScreen(a.fromArray(l, i));
      const [cx, cy] = this.look.toScreen(c.fromArray(l, i + 3));
      const len2 = (cx - ax) ** 2 + (cy - ay) ** 2;
      const t = len2 === 0 ? 0 : ((x - ax) * (cx - ax) + (y - ay) * (cy - ay)) / len2;
      const on = Math.min(1, Math.max(0, t));
      const d = Math.hypot(ax + on * (cx - ax) - x, ay + on * (cy - ay) - y);
      if (best && d >= best.d) continue;
      const at = a.clone().lerp(c, on);
      if (seen(at)) best = { at, d };
    }
    return best;
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

  /** Of edges one behind the other the one nearer to the eye. */
  private edgeAt(x: number, y: number, seen: (p: Vector3) => boolean): Pick | null {
    let best = 5;
    let height = -Infinity;
    let found: Pick | null = null;
    const eye = this.look.toEye();
    for (const b of this.bodies()) {
      for (const e of b.view.edges) {
        const near = this.nearest(e.shape, x, y, seen);
        if (!near || near.d >= (found ? best + 0.5 : best)) continue;
        if (found && near.d >= best - 0.5 && near.at.dot(eye) <= height + 1e-6) continue;
        best = near.d;
        height = near.at.dot(eye);
        found = { kind: "edge", key: e.key, body: b.id };
      }
    }
    return found;
  }
}
