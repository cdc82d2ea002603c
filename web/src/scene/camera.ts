import { Matrix4, Quaternion, Vector3 } from "three";
import type { Vec3 } from "../api/types";

/** How the part is looked at: parallel projection, a point in the middle, a turn, and pixels per mm. */
export class Look {
  middle = new Vector3();
  turn = new Quaternion();
  scale = 4;
  width = 1;
  height = 1;

  constructor() {
    this.face([0.55, -0.75, 0.6], [0, 0, 1]);
  }

  right = () => new Vector3(1, 0, 0).applyQuaternion(this.turn);
  up = () => new Vector3(0, 1, 0).applyQuaternion(this.turn);
  toEye = () => new Vector3(0, 0, 1).applyQuaternion(this.turn);

  /** Turns so that {@code toEye} points at the viewer and {@code up} is as much up as it can be. */
  face(toEye: Vec3, up: Vec3): void {
    const z = new Vector3(...toEye).normalize();
    const x = new Vector3(...up).cross(z);
    if (x.length() < 1e-6) x.set(1, 0, 0);
    x.normalize();
    const y = z.clone().cross(x);
    this.turn.setFromRotationMatrix(new Matrix4().makeBasis(x, y, z));
  }

  /** A world point in pixels from the upper left corner. */
  toScreen(p: Vector3): [number, number] {
    const d = p.clone().sub(this.middle);
    return [
      this.width / 2 + this.scale * d.dot(this.right()),
      this.height / 2 - this.scale * d.dot(this.up()),
    ];
  }

  /** The world point under a pixel, in the plane through the middle. */
  fromScreen(x: number, y: number): Vector3 {
    return this.middle
      .clone()
      .addScaledVector(this.right(), (x - this.width / 2) / this.scale)
      .addScaledVector(this.up(), (this.height / 2 - y) / this.scale);
  }

  /** Like a turntable: sideways about the part's own upright, up and down about the screen's level. */
  orbit(dx: number, dy: number): void {
    const sideways = new Quaternion().setFromAxisAngle(new Vector3(0, 0, 1), -dx * 0.008);
    const nod = new Quaternion().setFromAxisAngle(this.right(), -dy * 0.008);
    this.turn.premultiply(nod).premultiply(sideways).normalize();
  }

  pan(dx: number, dy: number): void {
    this.middle.addScaledVector(this.right(), -dx / this.scale).addScaledVector(this.up(), dy / this.scale);
  }

  /** Keeps what is under the pixel there. */
  zoom(factor: number, x: number, y: number): void {
    const before = this.fromScreen(x, y);
    this.scale = Math.min(2000, Math.max(0.02, this.scale * factor));
    this.middle.add(before.sub(this.fromScreen(x, y)));
  }

  /** Brings a box into the picture. */
  fit(min: Vec3, max: Vec3): void {
    const corners = [0, 1, 2, 3, 4, 5, 6, 7].map(
      (i) => new Vector3(i & 1 ? max[0] : min[0], i & 2 ? max[1] : min[1], i & 4 ? max[2] : min[2]),
    );
    this.middle.set((min[0] + max[0]) / 2, (min[1] + max[1]) / 2, (min[2] + max[2]) / 2);
    let w = 1e-3;
    let h = 1e-3;
    for (const c of corners) {
      const d = c.sub(this.middle);
      w = Math.max(w, Math.abs(d.dot(this.right())));
      h = Math.max(h, Math.abs(d.dot(this.up())));
    }
    this.scale = Math.min((0.39 * this.width) / w, (0.37 * this.height) / h, 200);
  }
}

export const VIEWS: Record<string, { toEye: Vec3; up: Vec3 }> = {
  Top: { toEye: [0, 0, 1], up: [0, 1, 0] },
  Bottom: { toEye: [0, 0, -1], up: [0, -1, 0] },
  Front: { toEye: [0, -1, 0], up: [0, 0, 1] },
  Back: { toEye: [0, 1, 0], up: [0, 0, 1] },
  Right: { toEye: [1, 0, 0], up: [0, 0, 1] },
  Left: { toEye: [-1, 0, 0], up: [0, 0, 1] },
  Corner: { toEye: [0.55, -0.75, 0.6], up: [0, 0, 1] },
};
