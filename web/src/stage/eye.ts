/** From where the stage is looked at: a camera that goes round what is drawn, and comes near. */
import { Box3, OrthographicCamera, Raycaster, Vector2, Vector3 } from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";

/** A point of the canvas, pixels. */
export interface OnCanvas {
  x: number;
  y: number;
}

/** The usual side. */
const HOME = new Vector3(0.72, -1.1, 0.78).normalize();
const ROOM = 1.12;
const MOST_TIPPED = 1.45;

export const cornersOf = (box: Box3): Vector3[] =>
  [0, 1, 2, 3, 4, 5, 6, 7].map(
    (corner) =>
      new Vector3(
        corner & 1 ? box.max.x : box.min.x,
        corner & 2 ? box.max.y : box.min.y,
        corner & 4 ? box.max.z : box.min.z,
      ),
  );

/** A way turned round the upright by one angle and tipped by another, degrees; never over the top. */
export function turnedWay(way: Vector3, around: number, over: number): Vector3 {
  const length = way.length();
  const azimuth = Math.atan2(way.y, way.x) + (around * Math.PI) / 180;
  const height = Math.asin(way.z / length) + (over * Math.PI) / 180;
  const up = Math.min(Math.max(height, -MOST_TIPPED), MOST_TIPPED);
  return new Vector3(
    Math.cos(up) * Math.cos(azimuth),
    Math.cos(up) * Math.sin(azimuth),
    Math.sin(up),
  ).multiplyScalar(length);
}

/** From where a place is seen best: its own side of a middle, from below where it lies low. */
export function sideOf(place: Vector3, middle: Vector3, span: number): Vector3 {
  const side = place.clone().sub(middle);
  const far = Math.hypot(side.x, side.y) > span * 0.1;
  const flat = far ? new Vector3(side.x, side.y, 0) : new Vector3(HOME.x, HOME.y, 0);
  flat.normalize().setZ(side.z < -span * 0.05 ? -0.45 : 0.75);
  return flat.normalize();
}

export class Eye {
  readonly camera = new OrthographicCamera();
  readonly controls: OrbitControls;
  #span = 50;

  constructor(
    readonly canvas: HTMLCanvasElement,
    readonly project: number,
    readonly moved: () => void,
  ) {
    this.camera.up.set(0, 0, 1);
    this.camera.position.copy(HOME).multiplyScalar(1000);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.addEventListener("change", moved);
    this.controls.addEventListener("end", () => this.#keep());
  }

  /** The way from what is looked at to the eye. */
  get way(): Vector3 {
    return this.camera.position.clone().sub(this.controls.target).normalize();
  }

  /** Whether it has come nearer, or gone further away, by hand. */
  get zoomed(): boolean {
    return this.camera.zoom !== 1;
  }

  /** How large something is beside what is seen: half its diagonal. */
  shareOf(size: Vector3): number {
    return size.length() / 2 / this.#span;
  }

  /** From where this project was looked at last; the usual side where it was not. */
  kept(): Vector3 {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(`eye-${this.project}`) ?? "null");
      if (Array.isArray(kept) && kept.length === 3 && kept.every(Number.isFinite)) {
        const from = new Vector3().fromArray(kept);
        if (from.length() > 0.5) return from.normalize();
      }
    } catch {
      // kept by another program: the usual side
    }
    return HOME;
  }

  #keep(): void {
    try {
      localStorage.setItem(`eye-${this.project}`, JSON.stringify(this.way.toArray()));
    } catch {
      // no room: the usual side next time
    }
  }

  outOfView(box: Box3): boolean {
    this.camera.updateMatrixWorld();
    return cornersOf(box).some((corner) => {
      const at = corner.project(this.camera);
      return Math.abs(at.x) > 1 || Math.abs(at.y) > 1;
    });
  }

  /** Brings a box into view with a table of some radius, from the usual side or another. */
  frame(bounds: Box3, table: number, from: Vector3 = HOME): void {
    const radius = Math.max(bounds.getSize(new Vector3()).length() / 2, table * ROOM);
    const middle = bounds.getCenter(new Vector3());
    this.controls.target.copy(middle);
    this.camera.position.copy(middle).addScaledVector(from, radius * 8);
    this.camera.near = radius * 0.5;
    this.camera.far = radius * 20;
    this.camera.zoom = 1;
    this.#span = radius;
    this.resize();
    this.controls.update();
  }

  /** Fits the picture to the canvas. */
  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (!width || !height) return;
    const room = this.#span * ROOM;
    const ratio = width / height;
    const half = ratio > 1 ? room : room / ratio;
    this.camera.top = half;
    this.camera.bottom = -half;
    this.camera.left = -half * ratio;
    this.camera.right = half * ratio;
    this.camera.updateProjectionMatrix();
  }

  /** Comes near a place, from its own side of a box. */
  flyTo(place: Vector3, bounds: Box3): void {
    const from = sideOf(place, bounds.getCenter(new Vector3()), this.#span);
    this.controls.target.copy(place);
    this.camera.position.copy(place).addScaledVector(from, this.#span * 8);
    this.camera.zoom = Math.max(this.camera.zoom, 2.2);
    this.camera.updateProjectionMatrix();
    this.controls.update();
  }

  /** Turns the table by degrees, tips the eye by degrees. */
  turn(around: number, over: number): void {
    const arm = this.camera.position.clone().sub(this.controls.target);
    this.camera.position.copy(this.controls.target).add(turnedWay(arm, around, over));
    this.controls.update();
    this.#keep();
  }

  zoom(factor: number): void {
    this.camera.zoom = Math.min(Math.max(this.camera.zoom * factor, 0.2), 30);
    this.camera.updateProjectionMatrix();
  }

  /** The ray through a point of the canvas. */
  ray({ x, y }: OnCanvas): Raycaster {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), this.camera);
    return ray;
  }

  /** Where a point in space is seen. */
  onCanvas(point: Vector3): OnCanvas {
    const seen = point.clone().project(this.camera);
    const { clientWidth: width, clientHeight: height } = this.canvas;
    return { x: ((seen.x + 1) / 2) * width, y: ((1 - seen.y) / 2) * height };
  }

  dispose(): void {
    this.controls.dispose();
  }
}
