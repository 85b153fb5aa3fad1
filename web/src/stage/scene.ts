/** The drawn assembly: parts on a turntable, whole, cut or apart. Knows no Svelte. */
import {
  Box3,
  Color,
  DirectionalLight,
  HemisphereLight,
  OrthographicCamera,
  Plane,
  Raycaster,
  Scene,
  Vector2,
  Vector3,
  WebGLRenderer,
} from "three";
import { OrbitControls } from "three/addons/controls/OrbitControls.js";
import type { Report } from "../api/client";
import { fetchMesh } from "./packed";
import { placeParts, poseMatrix, type Placed } from "./placing";
import { Solid } from "./solid";
import { Turntable, WORDS } from "./turntable";

export type View = "whole" | "cut" | "apart";

export interface Label {
  text: string;
  x: number;
  y: number;
  behind: boolean;
}

export interface Touch {
  part: string;
  step: string;
  face: string;
}

const HOME = new Vector3(0.72, -1.1, 0.78).normalize();

/** The tokens of the page as colours. */
function token(name: string): Color {
  return new Color(
    getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim(),
  );
}

export class StageScene {
  readonly camera = new OrthographicCamera();
  readonly controls: OrbitControls;
  onDrawn: (words: Label[]) => void = () => {};
  #renderer: WebGLRenderer;
  #scene = new Scene();
  #table = new Turntable();
  #sun = new DirectionalLight(0xffffff, 2.0);
  #solids = new Map<string, Solid>();
  #placed = new Map<string, Placed>();
  #report: Report | null = null;
  #plane = new Plane(new Vector3(0, 1, 0), 0);
  #view: View = "whole";
  #cutShare = 0.5;
  #apartShare = 1;
  #framed = false;
  #queued = 0;
  #bounds = new Box3();
  #lit: { part: string; step: string } | null = null;
  #gone = false;

  constructor(
    readonly canvas: HTMLCanvasElement,
    readonly project: number,
  ) {
    this.#renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, stencil: true });
    this.#renderer.localClippingEnabled = true;
    this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
    this.camera.up.set(0, 0, 1);
    this.camera.position.copy(HOME).multiplyScalar(1000);
    this.#scene.add(this.#table.group, new HemisphereLight(0xffffff, 0xc9b58e, 1.7), this.#sun);
    this.controls = new OrbitControls(this.camera, canvas);
    this.controls.addEventListener("change", () => this.draw());
    this.ink();
  }

  /** Follows a new report: fetches what changed, keeps the rest. Resolves when all is drawn. */
  async show(report: Report): Promise<void> {
    this.#report = report;
    const wanted = report.parts.filter((part) => part.key);
    for (const [name, solid] of this.#solids) {
      if (wanted.some((part) => part.name === name)) continue;
      this.#scene.remove(solid.group, solid.cap);
      solid.dispose();
      this.#solids.delete(name);
    }
    const meshes = await Promise.all(
      wanted.map((part) => fetchMesh(this.project, part.key).catch(() => null)),
    );
    if (this.#gone || this.#report !== report) return;
    wanted.forEach((part, index) => {
      let solid = this.#solids.get(part.name);
      if (!solid) {
        solid = new Solid(part.name, this.#solids.size + 1, [this.#plane]);
        this.#solids.set(part.name, solid);
        this.#scene.add(solid.group, solid.cap);
      }
      const mesh = meshes[index];
      if (mesh && solid.key !== mesh.key) solid.load(mesh);
    });
    this.#placed = placeParts(report);
    this.ink();
    this.#arrange();
  }

  /** Puts one part where a motion has it, in the first part's coordinates; rows of a 3 × 4. */
  pose(part: string, rows: number[]): void {
    const placed = this.#placed.get(part);
    if (!placed) return;
    placed.matrix = poseMatrix(rows);
    const framed = this.#framed;
    this.#arrange();
    if (!framed) this.frame();
  }

  set view(view: View) {
    this.#view = view;
    this.#arrange();
  }

  /** How far the cut has moved through, or the parts have moved apart: 0 to 1. */
  set share(share: number) {
    if (this.#view === "cut") this.#cutShare = share;
    else this.#apartShare = share;
    this.#arrange();
  }

  get share(): number {
    return this.#view === "cut" ? this.#cutShare : this.#apartShare;
  }

  /** Lights the faces that one step made. */
  light(lit: { part: string; step: string } | null): void {
    this.#lit = lit;
    this.#tint();
    this.draw();
  }

  /** Takes the colours of the page again, after a change of theme. */
  ink(): void {
    this.#table.ink(token("table"), token("firm"));
    for (const part of this.#report?.parts ?? []) {
      const fill = new Color(part.colour);
      this.#solids.get(part.name)?.ink(fill, token("ink"), token("paper"));
    }
    this.#tint();
    this.draw();
  }

  #tint(): void {
    const tint = token("brass-wash").lerp(token("brass"), 0.35);
    for (const part of this.#report?.parts ?? []) {
      const lit = this.#lit?.part === part.name ? this.#lit.step : null;
      this.#solids
        .get(part.name)
        ?.light((face) => lit !== null && part.faces[face]?.step === lit, tint);
    }
  }

  #arrange(): void {
    const whole = new Box3();
    for (const [name, solid] of this.#solids) {
      const placed = this.#placed.get(name);
      if (!placed) continue;
      const shift = this.#view === "apart" ? this.#apartShare : 0;
      solid.group.matrixAutoUpdate = false;
      solid.group.matrix.copy(placed.matrix);
      solid.group.matrix.premultiply(
        placed.matrix.clone().identity().setPosition(placed.away.clone().multiplyScalar(shift)),
      );
      solid.group.updateMatrixWorld(true);
      if (solid.mesh.geometry.boundingBox) {
        whole.union(solid.mesh.geometry.boundingBox.clone().applyMatrix4(solid.group.matrix));
      }
      solid.cut(this.#view === "cut");
    }
    if (whole.isEmpty()) {
      this.draw();
      return;
    }
    this.#bounds = whole;
    const size = whole.getSize(new Vector3());
    const middle = whole.getCenter(new Vector3());
    const radius = Math.hypot(size.x, size.y) * 0.62;
    this.#table.place(middle.x, middle.y, whole.min.z, radius);
    // The cut starts in front and moves back; what is before it is taken away.
    const y = whole.min.y + size.y * this.#cutShare;
    this.#plane.normal.set(0, 1, 0);
    this.#plane.constant = -y - 1e-4;
    for (const solid of this.#solids.values()) solid.placeCap(this.#plane, radius * 3);
    if (!this.#framed) this.frame();
    this.draw();
  }

  /** Brings everything into view from the usual side. */
  frame(): void {
    if (this.#bounds.isEmpty()) return;
    const middle = this.#bounds.getCenter(new Vector3());
    const radius = Math.max(
      this.#bounds.getSize(new Vector3()).length() / 2,
      this.#table.radius * 1.12,
    );
    this.controls.target.copy(middle);
    this.camera.position.copy(middle).addScaledVector(HOME, radius * 8);
    this.camera.near = radius * 0.5;
    this.camera.far = radius * 20;
    this.camera.zoom = 1;
    this.#span = radius;
    this.#framed = true;
    this.resize();
    this.controls.update();
  }

  #span = 50;

  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (!width || !height) return;
    this.#renderer.setSize(width, height, false);
    const room = this.#span * 1.12;
    const ratio = width / height;
    const half = ratio > 1 ? room : room / ratio;
    this.camera.top = half;
    this.camera.bottom = -half;
    this.camera.left = -half * ratio;
    this.camera.right = half * ratio;
    this.camera.updateProjectionMatrix();
    this.draw();
  }

  /** Turns the table by degrees, tips the eye by degrees. */
  turn(around: number, over: number): void {
    const arm = this.camera.position.clone().sub(this.controls.target);
    const length = arm.length();
    const azimuth = Math.atan2(arm.y, arm.x) + (around * Math.PI) / 180;
    const height = Math.asin(arm.z / length) + (over * Math.PI) / 180;
    const up = Math.min(Math.max(height, -1.45), 1.45);
    arm.set(Math.cos(up) * Math.cos(azimuth), Math.cos(up) * Math.sin(azimuth), Math.sin(up));
    this.camera.position.copy(this.controls.target).addScaledVector(arm, length);
    this.controls.update();
    this.draw();
  }

  zoom(factor: number): void {
    this.camera.zoom = Math.min(Math.max(this.camera.zoom * factor, 0.2), 30);
    this.camera.updateProjectionMatrix();
    this.draw();
  }

  /** What lies under a point of the canvas. */
  touch(x: number, y: number): Touch | null {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    const ray = new Raycaster();
    ray.setFromCamera(new Vector2((x / width) * 2 - 1, 1 - (y / height) * 2), this.camera);
    const meshes = [...this.#solids.values()].map((solid) => solid.mesh);
    const cutAway = (point: Vector3) =>
      this.#view === "cut" && this.#plane.distanceToPoint(point) < 0;
    const hit = ray.intersectObjects(meshes, false).find((found) => !cutAway(found.point));
    if (!hit || hit.faceIndex == null) return null;
    const solid = [...this.#solids.values()].find((one) => one.mesh === hit.object)!;
    const part = this.#report?.parts.find((one) => one.name === solid.name);
    const face = part?.faces[solid.faces[hit.faceIndex] ?? 0];
    return face ? { part: solid.name, step: face.step, face: face.face } : null;
  }

  /** A point of a part, in canvas pixels. */
  project2d(part: string, at: [number, number, number]): { x: number; y: number } | null {
    const solid = this.#solids.get(part);
    if (!solid) return null;
    return this.#onCanvas(new Vector3(...at).applyMatrix4(solid.group.matrix));
  }

  #onCanvas(point: Vector3): { x: number; y: number } {
    const seen = point.clone().project(this.camera);
    const { clientWidth: width, clientHeight: height } = this.canvas;
    return { x: ((seen.x + 1) / 2) * width, y: ((1 - seen.y) / 2) * height };
  }

  draw(): void {
    if (this.#queued || this.#gone) return;
    this.#queued = requestAnimationFrame(() => {
      this.#queued = 0;
      this.#sun.position.copy(this.camera.position).add(new Vector3(-200, 0, 350));
      this.#renderer.render(this.#scene, this.camera);
      const words = WORDS.map((text, index) => {
        const at = this.#table.wordAt(index);
        return { text, ...this.#onCanvas(at), behind: false };
      });
      this.onDrawn(words);
      this.canvas.dataset.drawn = [...this.#solids.values()].map((solid) => solid.key).join(" ");
    });
  }

  /** The picture as it stands, as a PNG data address. */
  picture(): string {
    this.#renderer.render(this.#scene, this.camera);
    return this.canvas.toDataURL("image/png");
  }

  dispose(): void {
    this.#gone = true;
    cancelAnimationFrame(this.#queued);
    for (const solid of this.#solids.values()) solid.dispose();
    this.controls.dispose();
    this.#renderer.dispose();
  }
}
