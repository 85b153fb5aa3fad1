/** The drawn assembly: parts on a turntable, whole, cut or apart. Knows no Svelte. */
import {
  Box3,
  Color,
  DirectionalLight,
  HemisphereLight,
  type Matrix4,
  Scene,
  Vector3,
  WebGLRenderer,
} from "three";
import type { MarksView, Report } from "../api/client";
import { atBoth, facesAround, lengthOf, markOf, nearestRun, runsOf, type Borders } from "./chains";
import { Cut, type CutFrom } from "./cut";
import { Eye, type OnCanvas } from "./eye";
import { fetchMarks } from "./hatching";
import { fetchMesh } from "../api/packed";
import {
  placeParts,
  placeThings,
  poseMatrix,
  shownAs,
  type Moved,
  type Placed,
  type Thing,
} from "./placing";
import { facesBeyond } from "./pressing";
import { Solid } from "./solid";
import { Turntable, WORDS } from "./turntable";

/** As many corners of a part are looked at where it is taken hold of. */
const GRIPS = 1500;
export type View = "whole" | "cut" | "apart" | "checked";

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
  /** Out of the face, in the part's own coordinates. */
  normal: [number, number, number];
  /** The place that lies in the face, as `step.name`; "" where none does. */
  place: string;
  /** The face that meets this one in the edge that was pressed, if one was. */
  edge: Meeting | null;
  /** A point of that edge, in the part's own coordinates. */
  mark: number[] | null;
  /** The face beyond a second edge, where a corner was pressed. */
  corner: FacePlace | null;
  /** Every edge round this one, or round the piece of it that was pressed. */
  around: Meeting[];
  /** Where it was pressed, as shares of the part's box; null where it was not pressed but named. */
  at: [number, number, number] | null;
  /** The area of the face, mm², and the length of the edge that was pressed, mm, as drawn: of the
   *  piece that was pressed, where the face lies in several or meets the other so often. */
  area: number;
  long: number;
  pieces: number;
}

/** What is lit of a part: the faces a step made, one of them, or the piece of it that was pressed,
 *  told by shares of the part's box, or of the face's own. */
export interface Lit {
  part: string;
  step: string;
  face?: string;
  at?: [number, number, number] | null;
  near?: [number, number, number];
}

/** A face as a press names it. */
export interface FacePlace {
  step: string;
  face: string;
  place: string;
}

/** A face that meets another in an edge. */
export interface Meeting extends FacePlace {
  /** A point at the edge that is meant, as shares of the box of one of the two faces: of that which
   *  lies in more pieces. Null where every edge is meant in which they meet. */
  near: [number, number, number] | null;
  /** Whether the shares are of this face, not of the one that was pressed. */
  turned: boolean;
  /** Whether the two meet in more edges than that. */
  several: boolean;
}

interface FaceName {
  step: string;
  face: string;
}

/** A size read off the cut, in canvas pixels. */
export interface Read {
  x0: number;
  y0: number;
  x1: number;
  y1: number;
  mm: number;
  what: "wall" | "air";
}

const named = (
  face: { step: string; face: string; place?: string } | undefined,
): FacePlace | null =>
  face ? { step: face.step, face: face.face, place: face.place ?? "" } : null;

/** The tokens of the page as colours. */
function token(name: string): Color {
  return new Color(
    getComputedStyle(document.documentElement).getPropertyValue(`--color-${name}`).trim(),
  );
}

export class StageScene {
  readonly eye: Eye;
  onDrawn: (words: Label[]) => void = () => {};
  #renderer: WebGLRenderer;
  #scene = new Scene();
  #table = new Turntable();
  #sun = new DirectionalLight(0xffffff, 2.0);
  #solids = new Map<string, Solid>();
  #placed = new Map<string, Placed>();
  /** Bought things, drawn with the parts; they are not pressed. */
  #things: Thing[] = [];
  #moved: Moved | null = null;
  #report: Report | null = null;
  #cut = new Cut();
  #view: View = "whole";
  #marks: MarksView["parts"] = [];
  #sketch = false;
  #apartShare = 1;
  #framed = false;
  #queued = 0;
  #bounds = new Box3();
  #lit: Lit | null = null;
  #hidden: ReadonlySet<string> = new Set();
  #faint: ReadonlySet<string> = new Set();
  #gone = false;
  /** What was seen of the last report. */
  #shown = "";

  constructor(
    readonly canvas: HTMLCanvasElement,
    readonly project: number,
  ) {
    this.#renderer = new WebGLRenderer({ canvas, antialias: true, alpha: true, stencil: true });
    this.#renderer.localClippingEnabled = true;
    this.#renderer.setPixelRatio(Math.min(devicePixelRatio, 2));
    this.#scene.add(this.#table.group, new HemisphereLight(0xffffff, 0xc9b58e, 1.7), this.#sun);
    this.eye = new Eye(canvas, project, () => this.draw());
    this.ink();
  }

  /**
   * Follows a new report: fetches what changed, keeps the rest. Resolves when all is drawn.
   * Of a sketch nothing is known yet, so nothing is hatched on it.
   */
  async show(report: Report, sketch = false): Promise<void> {
    this.#report = report;
    this.#sketch = sketch;
    const things = placeThings(report, placeParts(report, this.#moved));
    const parts = report.parts.filter((part) => part.key);
    const wanted: { name: string; key: string; colour?: string }[] = [...parts, ...things];
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
        solid = new Solid(part.name, this.#solids.size + 1, [this.#cut.plane]);
        this.#solids.set(part.name, solid);
        this.#scene.add(solid.group, solid.cap);
      }
      const mesh = meshes[index];
      if (mesh && solid.key !== mesh.key) solid.load(mesh);
    });
    this.#place();
    // a proof changes what is said of the solids, not how they are seen
    const shown = shownAs(wanted, this.#placed, sketch);
    if (shown === this.#shown && meshes.every((mesh) => mesh)) return;
    this.#shown = shown;
    this.ink();
    this.#arrange();
  }

  /** Puts one part somewhere by itself; rows of a 3 × 4. */
  pose(part: string, rows: number[]): void {
    const placed = this.#placed.get(part);
    if (!placed) return;
    placed.matrix = poseMatrix(rows);
    this.#placeThings();
    this.#shown = "";
    this.#arrange();
  }

  /** Shows one fit where its motion has it; what hangs on the moving part goes with it. */
  moveFit(moved: Moved | null): void {
    if (!moved && !this.#moved) return;
    this.#moved = moved;
    this.#shown = "";
    if (!this.#report) return;
    this.#place();
    const framed = this.#framed;
    this.#arrange();
    if (!framed) this.frame();
  }

  /**
   * By what a moving part is taken hold of: of its corners that travel furthest the one nearest the
   * eye; where it comes at each pose, told from where the first part stood at first. Null where it is not drawn.
   */
  gripOf(part: string, matrices: readonly Matrix4[]): [number, number, number][] | null {
    const solid = this.#solids.get(part);
    const points = solid?.corners(GRIPS);
    if (!solid || !points?.length || !matrices.length) return null;
    const spots = [0, 0.25, 0.5, 0.75, 1].map(
      (share) => matrices[Math.round(share * (matrices.length - 1))]!,
    );
    const travel = points.map((point) => {
      const at = spots.map((matrix) => point.clone().applyMatrix4(matrix));
      return Math.max(...at.map((one) => one.distanceTo(at[0]!)));
    });
    const furthest = Math.max(...travel);
    if (furthest < 1e-6) return null;
    const near = (point: Vector3) =>
      point.clone().applyMatrix4(solid.group.matrix).distanceTo(this.eye.camera.position);
    const best = points
      .filter((_, index) => travel[index]! >= 0.9 * furthest)
      .reduce((a, b) => (near(b) < near(a) ? b : a));
    return matrices.map((matrix) => best.clone().applyMatrix4(matrix).toArray());
  }

  #place(): void {
    if (!this.#report) return;
    this.#placed = placeParts(this.#report, this.#moved);
    this.#placeThings();
  }

  #placeThings(): void {
    this.#things = placeThings(this.#report!, this.#placed);
    for (const thing of this.#things) this.#placed.set(thing.name, thing.placed);
  }

  /** Whether a part is hidden, or a thing with the part it goes with. */
  #hides(name: string): boolean {
    return this.#hidden.has(this.#things.find((one) => one.name === name)?.part ?? name);
  }

  set view(view: View) {
    this.#view = view;
    this.ink();
    this.#arrange();
  }

  /** How far the cut has moved through, or the parts have moved apart: 0 to 1. */
  set share(share: number) {
    if (this.#view === "cut") this.#cut.share = share;
    else this.#apartShare = share;
    this.#arrange();
  }

  get share(): number {
    return this.#view === "cut" ? this.#cut.share : this.#apartShare;
  }

  /** From where the cut is seen: a side, the face that was pressed, or where the eye stands now. */
  cutSeen(from: CutFrom, face: Touch | null): void {
    if (from === "eye") this.#cut.along(this.eye.way);
    else if (from === "face") {
      const solid = face && this.#solids.get(face.part);
      if (!solid) return;
      this.#cut.along(new Vector3(...face.normal).transformDirection(solid.group.matrix));
    } else this.#cut.from(from);
    this.#arrange();
  }

  /** Where the cut lies along its axis, mm, and between which ends it can move. */
  get cutAt(): { at: number; low: number; high: number } {
    return this.#cut.at(this.#bounds);
  }

  /** Hatches what the checks found; fetches what is not here yet. */
  async hatch(marks: MarksView["parts"]): Promise<void> {
    this.#marks = marks;
    const fetched = await Promise.all(
      marks.map((one) =>
        this.#solids.get(one.part)?.hatching.key === one.key
          ? null
          : fetchMarks(this.project, one.key).catch(() => null),
      ),
    );
    if (this.#gone || this.#marks !== marks) return;
    marks.forEach((one, index) => {
      const found = fetched[index];
      if (found) this.#solids.get(one.part)?.hatching.load(found);
    });
    this.canvas.dataset.hatched = marks.map((one) => one.key).join(" ");
    this.ink();
    this.#arrange();
  }

  /** Sizes of the cut at a pressed point, and the point itself; none where nothing is cut. */
  readCut(x: number, y: number): Read[] {
    const point = this.eye.ray({ x, y }).ray.intersectPlane(this.#cut.plane, new Vector3());
    if (this.#view !== "cut" || !point) return [];
    const parts = this.#seen().filter((solid) => !this.#isThing(solid));
    const meshes = parts.map((solid) => solid.mesh);
    return this.#cut.across(meshes, point).map((one) => {
      const a = this.eye.onCanvas(one.start);
      const b = this.eye.onCanvas(one.end);
      return { x0: a.x, y0: a.y, x1: b.x, y1: b.y, mm: one.mm, what: one.what };
    });
  }

  /** Brings a place of a part near and turns towards the side it is on. */
  flyTo(part: string, at: [number, number, number]): void {
    const solid = this.#solids.get(part);
    if (!solid || this.#bounds.isEmpty()) return;
    this.eye.flyTo(new Vector3(...at).applyMatrix4(solid.group.matrix), this.#bounds);
    this.draw();
  }

  /** Lights the faces that one step made, one of them, or one piece of one. */
  light(lit: Lit | null): void {
    if (JSON.stringify(lit) === JSON.stringify(this.#lit)) return;
    this.#lit = lit;
    this.#tint();
    this.draw();
  }

  /** Takes the colours of the page again, after a change of theme. */
  ink(): void {
    this.#table.ink(token("table"), token("firm"));
    for (const part of this.#report?.parts ?? []) {
      const fill = new Color(part.colour);
      const checked = this.#view === "checked";
      if (checked) fill.lerp(token("raised"), 0.72);
      const solid = this.#solids.get(part.name);
      solid?.ink(fill, token("ink"), token("paper"));
      const ratio = this.#renderer.getPixelRatio();
      solid?.hatching.ink(token("soft"), token("ink"), token("brick"), ratio);
    }
    const steel = token("soft").lerp(token("raised"), 0.5);
    const brass = token("brass-wash").lerp(token("brass"), 0.4);
    for (const thing of this.#things) {
      const fill = thing.of === "screws" ? steel : brass;
      this.#solids.get(thing.name)?.ink(fill, token("ink"), token("paper"));
    }
    this.#tint();
    this.draw();
  }

  #tint(): void {
    const tint = token("brass-wash").lerp(token("brass"), 0.35);
    for (const part of this.#report?.parts ?? []) {
      const lit = this.#lit?.part === part.name ? this.#lit : null;
      const wanted = (face: number) =>
        lit !== null &&
        part.faces[face]?.step === lit.step &&
        (!lit.face || part.faces[face].face === lit.face);
      const solid = this.#solids.get(part.name);
      const at = lit?.near ?? lit?.at;
      const face = at ? part.faces.findIndex((_, index) => wanted(index)) : -1;
      const piece = face >= 0 && at ? solid?.pieceAt(face, at, Boolean(lit?.near)) : null;
      solid?.light((own, triangle) => wanted(own) && (!piece || piece.has(triangle)), tint);
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
      solid.group.visible = !this.#hides(name);
      solid.cap.visible &&= !this.#hides(name);
      solid.seenThrough(this.#faint.has(name));
      const mark = this.#marks.find((one) => one.part === name);
      solid.hatching.mesh.visible =
        this.#view === "checked" && !this.#sketch && mark?.key === solid.hatching.key;
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
    // What lies before the cut, as seen from where it is looked at, is taken away.
    this.#cut.place(whole);
    for (const solid of this.#solids.values()) solid.placeCap(this.#cut.plane, radius * 3);
    // what has grown out of view, or shrunk past all measure, is brought into view again from the
    // same side; who has come nearer by hand is left where he is
    const lost = this.eye.shareOf(size) < 0.4 || this.eye.outOfView(whole);
    if (!this.#framed) this.frame(this.eye.kept());
    else if (!this.eye.zoomed && this.#view !== "apart" && lost) this.frame(this.eye.way);
    this.draw();
  }

  /** Brings everything into view, from the usual side unless another is given. */
  frame(from?: Vector3): void {
    if (this.#bounds.isEmpty()) return;
    this.eye.frame(this.#bounds, this.#table.radius, from);
    this.#framed = true;
    this.resize();
  }

  resize(): void {
    const { clientWidth: width, clientHeight: height } = this.canvas;
    if (!width || !height) return;
    this.#renderer.setSize(width, height, false);
    this.eye.resize();
    this.draw();
  }

  /** Turns the table by degrees, tips the eye by degrees. */
  turn(around: number, over: number): void {
    this.eye.turn(around, over);
    this.draw();
  }

  zoom(factor: number): void {
    this.eye.zoom(factor);
    this.draw();
  }

  #isThing(solid: Solid): boolean {
    return this.#things.some((one) => one.name === solid.name);
  }

  /** The solids that are not hidden. */
  #seen(): Solid[] {
    return [...this.#solids.values()].filter((solid) => !this.#hides(solid.name));
  }

  /** What lies under a point of the canvas. */
  touch(x: number, y: number): Touch | null {
    const ray = this.eye.ray({ x, y });
    const meshes = this.#seen()
      .filter((solid) => !this.#faint.has(solid.name) && !this.#isThing(solid))
      .map((solid) => solid.mesh);
    const cutAway = (point: Vector3) => this.#view === "cut" && this.#cut.hides(point);
    const hit = ray.intersectObjects(meshes, false).find((found) => !cutAway(found.point));
    if (!hit || hit.faceIndex == null) return null;
    const solid = [...this.#solids.values()].find((one) => one.mesh === hit.object)!;
    const own = solid.faces[hit.faceIndex] ?? 0;
    const borders = solid.borders();
    const [beside = null, second = null] = facesBeyond(borders, own, { x, y }, (end) =>
      this.#borderEnd(solid, borders, end),
    );
    const point = solid.mesh.worldToLocal(hit.point.clone());
    const normal = hit.face?.normal ?? null;
    return this.#touched(solid, own, normal, beside, second, { point, triangle: hit.faceIndex });
  }

  /** A face by its place, as if it had been pressed away from its edges. */
  named(of: string, place: string): Touch | null {
    const solid = this.#solids.get(of);
    const faces = this.#report?.parts.find((one) => one.name === of)?.faces ?? [];
    const own = faces.findIndex((one) => one.place === place);
    if (!solid || own < 0) return null;
    return this.#touched(solid, own, solid.normalOf(own), null, null, null);
  }

  #touched(
    solid: Solid,
    own: number,
    normal: Vector3 | null,
    beside: number | null,
    second: number | null,
    pressed: { point: Vector3; triangle: number } | null,
  ): Touch | null {
    const part = this.#report?.parts.find((one) => one.name === solid.name);
    const face = part?.faces[own];
    if (!face || !normal) return null;
    const borders = solid.borders();
    const { area, pieces } = solid.areaOf(own, pressed?.triangle);
    const runs = beside === null ? [] : runsOf(borders, own, beside);
    const run = pressed ? nearestRun(borders, runs, pressed.point.toArray()) : runs.flat();
    const meeting = (face: number, run: readonly number[] | null, several = false): Meeting[] => {
      const known = named(part.faces[face]);
      if (!known) return [];
      if (!run) return [{ ...known, near: null, turned: false, several }];
      const turned = solid.areaOf(face).pieces > pieces;
      const near = solid.shareOfFace(
        turned ? face : own,
        markOf(borders, atBoth(borders, run, own, face)),
      );
      return [{ ...known, near, turned, several }];
    };
    // all edges of a face, but where it lies in several pieces those of the one that was pressed
    const roundPiece = (face: number, triangle: number) => {
      const every = runsOf(borders, own, face);
      const corners = solid.cornersOfPiece(own, triangle);
      const here = every.filter((run) =>
        run.some((edge) => [0, 1].every((end) => corners.has(borders.ends[edge * 2 + end]!))),
      );
      if (here.length === every.length) return meeting(face, null);
      return here.flatMap((one) => meeting(face, one, true));
    };
    const around = (face: number) =>
      pressed && pieces > 1 ? roundPiece(face, pressed.triangle) : meeting(face, null);
    const edge = beside === null ? [] : meeting(beside, pressed && run, runs.length > 1);
    return {
      part: solid.name,
      step: face.step,
      face: face.face,
      place: face.place ?? "",
      normal: [normal.x, normal.y, normal.z],
      edge: edge[0] ?? null,
      mark: edge[0]?.near ? markOf(borders, atBoth(borders, run, own, beside!)) : null,
      corner: second === null ? null : named(part?.faces[second]),
      get around() {
        return facesAround(borders, own).flatMap(around);
      },
      at: pressed && solid.shareOf(pressed.point),
      area,
      long: lengthOf(borders, run),
      pieces: beside === null ? pieces : runs.length,
    };
  }

  #borderEnd(solid: Solid, { ends, positions }: Borders, end: number): OnCanvas {
    const at = ends[end]! * 3;
    const place = new Vector3(positions[at], positions[at + 1], positions[at + 2]);
    return this.eye.onCanvas(place.applyMatrix4(solid.group.matrix));
  }

  /** The lines on the canvas of the edge that was pressed. */
  edgeLines({ part, edge, mark, ...one }: Touch): [number, number, number, number][] {
    const solid = this.#solids.get(part);
    const faces = this.#report?.parts.find((found) => found.name === part)?.faces ?? [];
    const named = (face: FaceName) =>
      faces.findIndex((found) => found.step === face.step && found.face === face.face);
    const [a, b] = [named(one), edge ? named(edge) : -1];
    if (!solid || a < 0 || b < 0) return [];
    const borders = solid.borders();
    const runs = runsOf(borders, a, b);
    return (mark ? nearestRun(borders, runs, mark) : runs.flat()).map((edge) => {
      const from = this.#borderEnd(solid, borders, edge * 2);
      const to = this.#borderEnd(solid, borders, edge * 2 + 1);
      return [from.x, from.y, to.x, to.y];
    });
  }

  /** Hides parts, and makes others be seen through. */
  set drawnAs({ hidden, faint }: { hidden: ReadonlySet<string>; faint: ReadonlySet<string> }) {
    const same = (one: ReadonlySet<string>, other: ReadonlySet<string>) =>
      one.size === other.size && [...one].every((name) => other.has(name));
    if (same(hidden, this.#hidden) && same(faint, this.#faint)) return;
    this.#hidden = hidden;
    this.#faint = faint;
    this.#arrange();
  }

  /** A point of a part, in canvas pixels. */
  project2d(part: string, at: [number, number, number]): { x: number; y: number } | null {
    const solid = this.#solids.get(part);
    if (!solid) return null;
    return this.eye.onCanvas(new Vector3(...at).applyMatrix4(solid.group.matrix));
  }

  draw(): void {
    if (this.#queued || this.#gone) return;
    this.#queued = requestAnimationFrame(() => {
      this.#queued = 0;
      this.#sun.position.copy(this.eye.camera.position).add(new Vector3(-200, 0, 350));
      this.#renderer.render(this.#scene, this.eye.camera);
      const words = WORDS.map((text, index) => {
        const at = this.#table.wordAt(index);
        return { text, ...this.eye.onCanvas(at), behind: false };
      });
      this.onDrawn(words);
      const parts = [...this.#solids.values()].filter((solid) => !this.#isThing(solid));
      this.canvas.dataset.drawn = parts.map((solid) => solid.key).join(" ");
    });
  }

  /** The picture as it stands, as a PNG data address. */
  picture(): string {
    this.#renderer.render(this.#scene, this.eye.camera);
    return this.canvas.toDataURL("image/png");
  }

  dispose(): void {
    this.#gone = true;
    cancelAnimationFrame(this.#queued);
    for (const solid of this.#solids.values()) solid.dispose();
    this.eye.dispose();
    this.#renderer.dispose();
  }
}
