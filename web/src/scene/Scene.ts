import {
  BufferAttribute,
  BufferGeometry,
  Group,
  Mesh,
  OrthographicCamera,
  Ray,
  Scene as World,
  type ShaderMaterial,
  Vector3,
  WebGLRenderer,
} from "three";
import { LineMaterial } from "three/examples/jsm/lines/LineMaterial.js";
import { LineSegments2 } from "three/examples/jsm/lines/LineSegments2.js";
import { LineSegmentsGeometry } from "three/examples/jsm/lines/LineSegmentsGeometry.js";
import { MeshBVH } from "three-mesh-bvh";
import { type DrawnShape, drawn } from "../api/replies";
import type { BodyView, PartView, Shape, Vec3 } from "../api/types";
import type { Display, Pick } from "../part/store";
import { Look } from "./camera";
import { between, clay, hatch, inks, paper } from "./materials";

/** A body ready to be drawn and picked. */
interface ReadyBody {
  id: string;
  mesh: Mesh;
  bvh: MeshBVH;
  faceOfTriangle: Uint16Array | Uint32Array;
  view: BodyView;
}

/** Whether two states of the part look alike, although they were told anew. */
function sameShapes(a: BodyView[] | null, b: BodyView[] | null): boolean {
  if (!a || !b || a.length !== b.length) return false;
  const alike = (x: { key: string; shape: string }[], y: { key: string; shape: string }[]) =>
    x.length === y.length && x.every((v, i) => v.shape === y[i].shape && v.key === y[i].key);
  return a.every((x, i) => x.id === b[i].id && alike(x.faces, b[i].faces) && alike(x.edges, b[i].edges));
}

/** The solids in the view: draws only when something changed, and tells what is under the pointer. */
export class Scene {
  readonly look = new Look();
  private readonly world = new World();
  private readonly camera = new OrthographicCamera();
  private readonly renderer: WebGLRenderer;
  private readonly solids = new Group();
  private readonly marks = new Group();
  private readonly between = new Group();
  private readonly tinted = new Map<string, ShaderMaterial>();
  private readonly materials = {
    clay: clay(),
    paper: paper(),
    hover: hatch(false),
    picked: hatch(true),
    come: between(true),
    gone: between(false),
  };
  private readonly edgeInk = new LineMaterial({ linewidth: 1.4 });
  private readonly hoverInk = new LineMaterial({ linewidth: 3.2, depthTest: false });
  private readonly pickInk = new LineMaterial({ linewidth: 3.6, depthTest: false });
  private bodies: ReadyBody[] = [];
  private display: Display = "edged";
  private shapes = new Map<string, DrawnShape>();
  private queued = false;
  private shown: BodyView[] | null = null;
  private looks = "";
  /** Called after the look has changed. */
  onLook: () => void = () => {};
  /** How often the picture was drawn; tests wait for it. */
  drawn = 0;

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.world.add(this.solids, this.marks, this.between);
    const { ink, teal } = inks();
    this.edgeInk.color = ink;
    this.hoverInk.color = ink;
    this.pickInk.color = teal;
  }

  dispose(): void {
    this.renderer.dispose();
    for (const b of this.bodies) b.mesh.geometry.dispose();
  }

  resize(width: number, height: number): void {
    // the work bar below grows with its sentence; the part keeps its place under the hand
    const grown = height - this.look.height;
    if (this.look.height > 1 && width === this.look.width && Math.abs(grown) < 150)
      this.look.pan(0, -grown / 2);
    this.look.width = width;
    this.look.height = height;
    this.renderer.setSize(width, height, false);
    for (const m of [this.edgeInk, this.hoverInk, this.pickInk]) m.resolution.set(width, height);
    this.moved();
  }

  /** The look has changed. */
  moved(): void {
    this.onLook();
    this.redraw();
  }

  redraw(): void {
    if (this.queued) return;
    this.queued = true;
    requestAnimationFrame(() => {
      this.queued = false;
      this.draw();
    });
  }

  private draw(): void {
    const l = this.look;
    const w = l.width / 2 / l.scale;
    const h = l.height / 2 / l.scale;
    const far = 20000;
    Object.assign(this.camera, { left: -w, right: w, top: h, bottom: -h, near: 1, far: 2 * far });
    // the depth range follows the part, so that the depth buffer stays fine
    const reach = Math.max(50, this.reach());
    this.camera.position.copy(l.middle).addScaledVector(l.toEye(), reach * 2);
    this.camera.near = 0.01 * reach;
    this.camera.far = 4 * reach;
    this.camera.quaternion.copy(l.turn);
    this.camera.updateProjectionMatrix();
    this.camera.updateMatrixWorld();
    this.renderer.render(this.world, this.camera);
    this.drawn++;
  }

  private reach(): number {
    let r = 0;
    for (const b of this.bodies) {
      const s = b.mesh.geometry.boundingSphere!;
      r = Math.max(r, s.center.distanceTo(this.look.middle) + s.radius);
    }
    return r;
  }

  /** Shows a part's solids. Shapes are kept by content, so an unchanged face costs nothing. */
  show(part: PartView | null, shapes: Map<string, DrawnShape>, display: Display): void {
    const bodies = part?.bodies ?? null;
    if (this.shown === bodies && this.display === display) return;
    const looks = JSON.stringify(part?.looks ?? {});
    const same =
      this.display === display &&
      this.bodies.length === bodies?.length &&
      this.looks === looks &&
      sameShapes(this.shown, bodies);
    this.shown = bodies;
    this.looks = looks;
    if (same) {
      this.bodies.forEach((b, i) => (b.view = bodies![i]));
      return;
    }
    this.display = display;
    this.shapes = shapes;
    for (const b of this.bodies) b.mesh.geometry.dispose();
    this.solids.clear();
    this.bodies = (bodies ?? [])
      .filter((b) => !part?.looks?.[b.id]?.hidden)
      .map((b) => this.ready(b, part?.looks?.[b.id]?.colour ?? ""));
    for (const b of this.bodies) {
      this.solids.add(b.mesh);
      if (display !== "shaded") {
        const lines = this.segments(b.view.edges.map((e) => e.shape));
        this.solids.add(new LineSegments2(lines, this.edgeInk));
      }
    }
    this.redraw();
  }

  private face(shape: string): DrawnShape {
    return this.shapes.get(shape)!;
  }

  private line(shape: string): Float32Array {
    return this.shapes.get(shape)!.line;
  }

  /** The two ends of an edge's line. */
  ends(shape: string): [Vector3, Vector3] {
    const l = this.line(shape);
    return [new Vector3().fromArray(l, 0), new Vector3().fromArray(l, l.length - 3)];
  }

  private segments(shapes: string[]): LineSegmentsGeometry {
    const out: number[] = [];
    for (const s of shapes) {
      const l = this.line(s);
      for (let i = 0; i + 5 < l.length; i += 3)
        out.push(l[i], l[i + 1], l[i + 2], l[i + 3], l[i + 4], l[i + 5]);
    }
    return new LineSegmentsGeometry().setPositions(out);
  }

  private ready(view: BodyView, colour: string): ReadyBody {
    const faces = view.faces.map((f) => this.face(f.shape));
    const points = faces.reduce((n, f) => n + f.positions.length / 3, 0);
    const corners = faces.reduce((n, f) => n + f.triangles.length, 0);
    const positions = new Float32Array(3 * points);
    const normals = new Float32Array(3 * points);
    const triangles = new Uint32Array(corners);
    const faceOfTriangle = new Uint32Array(corners / 3);
    let p = 0;
    let t = 0;
    faces.forEach((f, n) => {
      positions.set(f.positions, 3 * p);
      normals.set(f.normals, 3 * p);
      for (let i = 0; i < f.triangles.length; i++) triangles[t + i] = f.triangles[i] + p;
      faceOfTriangle.fill(n, t / 3, (t + f.triangles.length) / 3);
      p += f.positions.length / 3;
      t += f.triangles.length;
    });
    const g = new BufferGeometry();
    g.setAttribute("position", new BufferAttribute(positions, 3));
    g.setAttribute("normal", new BufferAttribute(normals, 3));
    g.setIndex(new BufferAttribute(triangles, 1));
    g.computeBoundingSphere();
    const bvh = new MeshBVH(g, { indirect: true });
    const mesh = new Mesh(g, this.display === "lines" ? this.materials.paper : this.clayOf(colour));
    return { id: view.id, mesh, bvh, faceOfTriangle, view };
  }

  private clayOf(colour: string): ShaderMaterial {
    if (!colour) return this.materials.clay;
    let m = this.tinted.get(colour);
    if (!m) this.tinted.set(colour, (m = clay(colour)));
    return m;
  }

  /** Shows material that came and material that went over the part. */
  overlay(come: Shape[], gone: Shape[]): void {
    for (const m of this.between.children) (m as Mesh).geometry.dispose();
    this.between.clear();
    for (const [shapes, material] of [
      [come, this.materials.come],
      [gone, this.materials.gone],
    ] as const) {
      for (const shape of shapes) {
        const s = drawn(shape, this.shapes);
        const g = new BufferGeometry();
        g.setAttribute("position", new BufferAttribute(s.positions, 3));
        g.setAttribute("normal", new BufferAttribute(s.normals, 3));
        g.setIndex(new BufferAttribute(s.triangles, 1));
        this.between.add(new Mesh(g, material));
      }
    }
    this.redraw();
  }

  /** Marks what the pointer is over and what is picked. */
  mark(hover: Pick | null, picks: Pick[], litFaces: Pick[]): void {
    for (const m of this.marks.children) (m as Mesh).geometry.dispose();
    this.marks.clear();
    const add = (p: Pick, picked: boolean) => {
      const body = this.bodies.find((b) => b.id === p.body)?.view;
      if (!body) return;
      if (p.kind === "face") {
        const line = body.faces.find((f) => f.key === p.key);
        if (!line) return;
        const f = this.face(line.shape);
        const g = new BufferGeometry();
        g.setAttribute("position", new BufferAttribute(f.positions, 3));
        g.setAttribute("normal", new BufferAttribute(f.normals, 3));
        g.setIndex(new BufferAttribute(f.triangles, 1));
        this.marks.add(new Mesh(g, picked ? this.materials.picked : this.materials.hover));
      } else if (p.kind === "edge") {
        const line = body.edges.find((e) => e.key === p.key);
        if (line) {
          this.marks.add(
            new LineSegments2(this.segments([line.shape]), picked ? this.pickInk : this.hoverInk),
          );
        }
      } else {
        const v = body.vertices.find((x) => x.key === p.key);
        if (v) this.marks.add(new LineSegments2(this.cross(v.point), picked ? this.pickInk : this.hoverInk));
      }
    };
    litFaces.forEach((p) => add(p, true));
    picks.forEach((p) => add(p, true));
    if (hover && !picks.some((p) => p.key === hover.key && p.body === hover.body)) add(hover, false);
    this.redraw();
  }

  private cross(p: Vec3): LineSegmentsGeometry {
    const at = new Vector3(...p);
    const out: number[] = [];
    for (const d of [this.look.right(), this.look.up()]) {
      const a = at.clone().addScaledVector(d, 6 / this.look.scale);
      const b = at.clone().addScaledVector(d, -6 / this.look.scale);
      out.push(a.x, a.y, a.z, b.x, b.y, b.z);
    }
    return new LineSegmentsGeometry().setPositions(out);
  }

  /** What is under a pixel: a corner before an edge before a face, and nothing that a face hides. */
  pick(x: number, y: number, kinds?: Set<Pick["kind"]>): Pick | null {
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
    for (const b of this.bodies) {
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
    for (const b of this.bodies) {
      for (const f of b.view.faces) {
        const { positions } = this.face(f.shape);
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
    for (const b of this.bodies) {
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
    for (const b of this.bodies) {
      for (const e of b.view.edges) {
        const l = this.line(e.shape);
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
