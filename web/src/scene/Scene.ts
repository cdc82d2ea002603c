import {
  Box3,
  GreaterDepth,
  Group,
  type Material,
  Mesh,
  OrthographicCamera,
  Plane,
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
import { Picking, type ReadyBody } from "./picking";
import { geometryOf, sameShapes, solidOf, type Surface } from "./shapes";
import { banded, type Bands } from "./banded";
import { between, clay, cutting, ghost, hatch, inks, paper, slant } from "./materials";

/** The solids in the view: draws only when something changed. */
export class Scene {
  readonly look = new Look();
  /** What lies under the pointer. */
  readonly picking = new Picking(
    this.look,
    () => this.bodies,
    (key) => this.shapes.get(key)!,
  );
  private readonly world = new World();
  private readonly camera = new OrthographicCamera();
  private readonly renderer: WebGLRenderer;
  private readonly solids = new Group();
  private readonly marks = new Group();
  private readonly between = new Group();
  private readonly mapped = new Group();
  /** Where material comes or goes. */
  private readonly changed = new Box3();
  private readonly tinted = new Map<string, ShaderMaterial>();
  private readonly materials = {
    clay: clay(),
    paper: paper(),
    hover: hatch(false),
    picked: hatch(true),
    ghost: ghost(),
    come: between(true),
    coming: between(true, 0.45),
    gone: between(false),
  };
  private readonly edgeInk = new LineMaterial({ linewidth: 1.4 });
  /** Of edges behind something, dashed; the dashes are given in pixels. */
  private readonly hiddenInk = new LineMaterial({
    linewidth: 1,
    dashed: true,
    dashSize: 5,
    gapSize: 4,
    depthFunc: GreaterDepth,
    depthWrite: false,
  });
  private readonly hoverInk = new LineMaterial({ linewidth: 3.2, depthTest: false });
  private readonly pickInk = new LineMaterial({ linewidth: 3.6, depthTest: false });
  private bodies: ReadyBody[] = [];
  private display: Display = "edged";
  private shapes = new Map<string, DrawnShape>();
  private clipping: Plane[] = [];
  private queued = false;
  private shown: BodyView[] | null = null;
  private looks = "";
  /** Called after the look has changed. */
  onLook: () => void = () => {};
  /** How often the picture was drawn; tests wait for it. */
  drawn = 0;

  constructor(canvas: HTMLCanvasElement) {
    this.renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, preserveDrawingBuffer: true });
    this.renderer.localClippingEnabled = true;
    this.renderer.setPixelRatio(Math.min(2, window.devicePixelRatio));
    this.world.add(this.solids, this.marks, this.between, this.mapped);
    const { ink, teal } = inks();
    this.edgeInk.color = ink;
    this.hiddenInk.color = ink;
    this.hoverInk.color = ink;
    this.pickInk.color = teal;
  }

  dispose(): void {
    this.renderer.dispose();
    this.bodies.forEach((b) => b.mesh.geometry.dispose());
  }

  resize(width: number, height: number): void {
    // the work bar below grows with its sentence; the part keeps its place under the hand
    const grown = height - this.look.height;
    if (this.look.height > 1 && width === this.look.width && Math.abs(grown) < 150)
      this.look.pan(0, -grown / 2);
    this.look.width = width;
    this.look.height = height;
    this.renderer.setSize(width, height, false);
    for (const m of [this.edgeInk, this.hiddenInk, this.hoverInk, this.pickInk])
      m.resolution.set(width, height);
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
    Object.assign(this.camera, { left: -w, right: w, top: h, bottom: -h });
    // the depth range follows the part, so that the depth buffer stays fine
    const reach = Math.max(50, this.reach());
    this.camera.position.copy(l.middle).addScaledVector(l.toEye(), reach * 2);
    this.camera.near = 0.01 * reach;
    this.camera.far = 4 * reach;
    this.camera.quaternion.copy(l.turn);
    this.camera.updateProjectionMatrix();
    this.camera.updateMatrixWorld();
    this.hiddenInk.dashScale = l.scale;
    this.renderer.render(this.world, this.camera);
    this.drawn++;
  }

  private reach(): number {
    const radius = (b: ReadyBody) => {
      const s = b.mesh.geometry.boundingSphere!;
      return s.center.distanceTo(this.look.middle) + s.radius;
    };
    return Math.max(0, ...this.bodies.map(radius));
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
    this.bodies.forEach((b, i) => {
      b.mesh.onBeforeRender = () => {
        slant.value = i % 2 === 0 ? 1 : -1;
        (b.mesh.material as ShaderMaterial).uniformsNeedUpdate = true;
      };
    });
    for (const b of this.bodies) {
      this.solids.add(b.mesh);
      b.mesh.visible = this.mapped.children.length === 0;
      if (display !== "shaded") {
        const lines = this.segments(b.view.edges.map((e) => e.shape));
        this.solids.add(new LineSegments2(lines, this.edgeInk));
        if (display === "dashed")
          this.solids.add(new LineSegments2(lines, this.hiddenInk).computeLineDistances());
      }
    }
    this.redraw();
  }

  private face = (shape: string): DrawnShape => this.shapes.get(shape)!;

  private line = (shape: string): Float32Array => this.face(shape).line;

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
    const { geometry: g, faceOfTriangle } = solidOf(faces);
    const bvh = new MeshBVH(g, { indirect: true });
    const mesh = new Mesh(
      g,
      this.display === "lines" || this.display === "dashed" ? this.materials.paper : this.clayOf(colour),
    );
    return { id: view.id, mesh, bvh, faceOfTriangle, view };
  }

  private clayOf(colour: string): ShaderMaterial {
    if (!colour) return this.materials.clay;
    let m = this.tinted.get(colour);
    if (!m) {
      this.tinted.set(colour, (m = clay(colour)));
      this.clip(m);
    }
    return m;
  }

  /**
   * Shows material that came and material that went over the part.
   *
   * @param previewed whether it would only come, and the part's form should stay in sight
   */
  overlay(come: Shape[], gone: Shape[], previewed = false): void {
    const p = new Vector3();
    for (const m of this.between.children) (m as Mesh).geometry.dispose();
    this.between.clear();
    this.changed.makeEmpty();
    for (const [shapes, material] of [
      [come, previewed ? this.materials.coming : this.materials.come],
      [gone, this.materials.gone],
    ] as const) {
      for (const shape of shapes) {
        const s = drawn(shape, this.shapes);
        const g = geometryOf(s);
        this.between.add(new Mesh(g, material));
        for (let i = 0; i + 2 < s.positions.length; i += 3)
          this.changed.expandByPoint(p.fromArray(s.positions, i));
      }
    }
    this.redraw();
  }

  /** Colours the part by numbers at its points; nothing takes the colours away. */
  colour(surfaces: Surface[], bands: Bands | null): void {
    for (const m of this.mapped.children) (m as Mesh).geometry.dispose();
    this.mapped.clear();
    const material = bands && banded(bands);
    if (material) {
      this.clip(material);
      surfaces.forEach((s) => this.mapped.add(new Mesh(geometryOf(s), material)));
    }
    this.solids.children.forEach((m) => (m.visible = m instanceof LineSegments2 || !material));
    this.redraw();
  }

  /** Cuts the part open: what lies beyond all of the planes, each by a point and a normal, isn't drawn and can't be hit. */
  cut(planes: { origin: Vec3; normal: Vec3 }[]): void {
    const all = planes.map(({ origin, normal }) => {
      const n = new Vector3(...normal);
      return new Plane(n.clone().negate(), n.dot(new Vector3(...origin)));
    });
    cutting.value = all.length > 0 ? 1 : 0;
    this.clipping = all;
    this.picking.gone = (p) => all.length > 0 && all.every((c) => c.distanceToPoint(p) < -1e-6);
    const inks = [this.edgeInk, this.hiddenInk, this.hoverInk, this.pickInk];
    const maps = this.mapped.children.map((m) => (m as Mesh).material as Material);
    for (const m of [...Object.values(this.materials), ...this.tinted.values(), ...inks, ...maps])
      this.clip(m);
    this.redraw();
  }

  private clip(m: Material): void {
    m.clippingPlanes = this.clipping;
    m.clipIntersection = true;
    m.needsUpdate = true;
  }

  /** Whether some of the material that comes or goes lies outside the view. */
  changeOutside(): boolean {
    const { min, max } = this.changed;
    if (this.changed.isEmpty()) return false;
    return [0, 1, 2, 3, 4, 5, 6, 7].some((i) => {
      const [x, y] = this.look.toScreen(
        new Vector3(i & 1 ? max.x : min.x, i & 2 ? max.y : min.y, i & 4 ? max.z : min.z),
      );
      return x < 0 || y < 0 || x > this.look.width || y > this.look.height;
    });
  }

  /** Marks what the pointer is over and what is picked. */
  mark(hover: Pick | null, picks: Pick[], litFaces: Pick[]): void {
    for (const m of this.marks.children) (m as Mesh).geometry.dispose();
    this.marks.clear();
    const add = (p: Pick, picked: boolean) => {
      const body = this.bodies.find((b) => b.id === p.body)?.view;
      if (!body) return;
      if (p.kind === "body") {
        body.faces.forEach((f) => add({ kind: "face", key: f.key, body: body.id }, picked));
      } else if (p.kind === "face") {
        const line = body.faces.find((f) => f.key === p.key);
        if (!line) return;
        const f = this.face(line.shape);
        const g = geometryOf(f);
        this.marks.add(new Mesh(g, picked ? this.materials.picked : this.materials.hover));
        this.marks.add(new Mesh(g, this.materials.ghost));
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
    const arm = 6 / this.look.scale;
    const ends = [this.look.right(), this.look.up()].flatMap((d) => [
      ...new Vector3(...p).addScaledVector(d, arm),
      ...new Vector3(...p).addScaledVector(d, -arm),
    ]);
    return new LineSegmentsGeometry().setPositions(ends);
  }
}
