/** One part as drawn: filled faces in a muted hue, ink along its edges, and a cap where it is cut. */
import {
  AlwaysStencilFunc,
  BackSide,
  Box3,
  BufferAttribute,
  BufferGeometry,
  Color,
  DecrementWrapStencilOp,
  DoubleSide,
  FrontSide,
  Group,
  IncrementWrapStencilOp,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  MeshLambertMaterial,
  NotEqualStencilFunc,
  Plane,
  PlaneGeometry,
  ReplaceStencilOp,
  ShaderMaterial,
  Triangle,
  Vector3,
  type Side,
  type StencilOp,
} from "three";
import { bordersOf, boxOf, piecesOf, type Borders } from "./chains";
import { Hatching } from "./hatching";
import type { PackedMesh } from "../api/packed";
import { drawnSurface } from "./surface";

/** A face is flat along an axis where it is no longer, mm. */
const FLAT = 1e-6;
const CREASE = Math.PI / 7;
const EDGE = (24 * Math.PI) / 180;

export class Solid {
  readonly group = new Group();
  readonly mesh: Mesh<BufferGeometry, MeshLambertMaterial>;
  readonly cap: Mesh<PlaneGeometry, ShaderMaterial>;
  readonly hatching: Hatching;
  faces: Uint16Array = new Uint16Array();
  key = "";
  #packed: PackedMesh | null = null;
  #borders: Borders | null = null;
  #edges: LineSegments<BufferGeometry, LineBasicMaterial>;
  #stencils: Mesh[] = [];
  #planes: Plane[];

  constructor(
    readonly name: string,
    order: number,
    planes: Plane[],
  ) {
    this.#planes = planes;
    const empty = new BufferGeometry();
    this.mesh = new Mesh(
      empty,
      new MeshLambertMaterial({
        vertexColors: true,
        side: DoubleSide,
        polygonOffset: true,
        polygonOffsetFactor: 1,
        polygonOffsetUnits: 1,
      }),
    );
    this.mesh.renderOrder = order * 4 + 3;
    this.#edges = new LineSegments(empty, new LineBasicMaterial());
    this.#edges.renderOrder = order * 4 + 3.5;
    this.#stencils = [
      this.#stencil(BackSide, IncrementWrapStencilOp, order),
      this.#stencil(FrontSide, DecrementWrapStencilOp, order),
    ];
    this.cap = new Mesh(new PlaneGeometry(1, 1), hatchMaterial(order % 2 ? -1 : 1));
    this.cap.renderOrder = order * 4 + 2;
    this.cap.onAfterRender = (renderer) => renderer.clearStencil();
    this.hatching = new Hatching(order * 4 + 3.7);
    this.group.add(this.mesh, this.#edges, this.hatching.mesh, ...this.#stencils);
    this.cut(false);
  }

  #stencil(side: Side, pass: StencilOp, order: number): Mesh {
    const material = new MeshBasicMaterial({
      side,
      depthWrite: false,
      depthTest: false,
      colorWrite: false,
      stencilWrite: true,
      stencilFunc: AlwaysStencilFunc,
      stencilFail: pass,
      stencilZFail: pass,
      stencilZPass: pass,
      clippingPlanes: this.#planes,
    });
    const mesh = new Mesh(new BufferGeometry(), material);
    mesh.renderOrder = order * 4 + 1;
    return mesh;
  }

  /** Takes a new mesh over from the server. */
  load(packed: PackedMesh): void {
    const drawn = drawnSurface(packed, CREASE, EDGE);
    const filled = new BufferGeometry();
    filled.setAttribute("position", new BufferAttribute(drawn.positions, 3));
    filled.setAttribute("normal", new BufferAttribute(drawn.normals, 3));
    const count = filled.getAttribute("position").count;
    filled.setAttribute("color", new BufferAttribute(new Float32Array(count * 3).fill(1), 3));
    filled.computeBoundingBox();
    filled.computeBoundingSphere();
    this.mesh.geometry.dispose();
    this.mesh.geometry = filled;
    this.#edges.geometry.dispose();
    this.#edges.geometry = new BufferGeometry();
    this.#edges.geometry.setAttribute("position", new BufferAttribute(drawn.edges, 3));
    for (const stencil of this.#stencils) stencil.geometry = filled;
    this.faces = packed.faces;
    this.key = packed.key;
    this.#packed = packed;
    this.#borders = null;
  }

  /** Corners of the mesh, evenly thinned to so many, in the part's coordinates. */
  corners(most: number): Vector3[] {
    const positions = this.#packed?.positions;
    if (!positions) return [];
    const count = positions.length / 3;
    const stride = Math.max(1, Math.ceil(count / most));
    const found = [];
    for (let at = 0; at < count; at += stride)
      found.push(new Vector3().fromArray(positions, 3 * at));
    return found;
  }

  /** A point of the part as shares of its box. */
  shareOf(point: Vector3): [number, number, number] {
    const box = this.mesh.geometry.boundingBox;
    if (!box) return [0, 0, 0];
    const size = box.getSize(new Vector3());
    const off = point.clone().sub(box.min);
    return [off.x / (size.x || 1), off.y / (size.y || 1), off.z / (size.z || 1)];
  }

  /** A point as shares of the box of a face. */
  shareOfFace(face: number, point: readonly number[]): [number, number, number] {
    const { low, size } = this.#packed
      ? boxOf(this.#packed, face)
      : { low: [0, 0, 0], size: [1, 1, 1] };
    const share = (k: number) => (size[k]! > FLAT ? (point[k]! - low[k]!) / size[k]! : 0.5);
    return [share(0), share(1), share(2)];
  }

  /** The triangles of that piece of a face which comes nearest to a point, told in shares of the
   *  part's box, or of the face's own; null where the face is one. O(triangles). */
  pieceAt(face: number, at: readonly [number, number, number], ofFace = false): Set<number> | null {
    const packed = this.#packed;
    const whole = this.mesh.geometry.boundingBox;
    if (!packed || !whole) return null;
    const { low, size } = boxOf(packed, face);
    const box = ofFace
      ? new Box3(new Vector3(...low), new Vector3(...low).add(new Vector3(...size)))
      : whole;
    const pieces = piecesOf(packed, face);
    const own = [...pieces.keys()].filter((triangle) => pieces[triangle]! >= 0);
    if (new Set(own.map((triangle) => pieces[triangle])).size < 2) return null;
    const point = new Vector3(...at).multiply(box.getSize(new Vector3())).add(box.min);
    const corner = (index: number) =>
      new Vector3().fromArray(packed.positions, packed.triangles[index]! * 3);
    const away = (triangle: number) =>
      new Triangle(corner(triangle * 3), corner(triangle * 3 + 1), corner(triangle * 3 + 2))
        .closestPointToPoint(point, new Vector3())
        .distanceTo(point);
    let [nearest, least] = [-1, Infinity];
    for (const triangle of own) {
      const off = away(triangle);
      if (off < least) [nearest, least] = [triangle, off];
    }
    return new Set(own.filter((triangle) => pieces[triangle] === pieces[nearest]));
  }

  /** The corners of the piece of a face that a triangle lies on. */
  cornersOfPiece(face: number, triangle: number): Set<number> {
    const packed = this.#packed;
    if (!packed) return new Set();
    const pieces = piecesOf(packed, face);
    const own = [...packed.triangles.keys()].filter(
      (at) => pieces[Math.floor(at / 3)] === pieces[triangle],
    );
    return new Set(own.map((at) => packed.triangles[at]!));
  }

  /** Where faces meet; found when it is first asked for. */
  borders(): Borders {
    this.#borders ??= this.#packed
      ? bordersOf(this.#packed)
      : { ends: new Uint32Array(), sides: new Uint16Array(), positions: new Float32Array() };
    return this.#borders;
  }

  /** The area of a face as drawn, mm²: of the piece that has a triangle, if it is told; in how many
   *  pieces it lies. */
  areaOf(face: number, triangle: number | null = null): { area: number; pieces: number } {
    const pieces = this.#packed ? piecesOf(this.#packed, face) : new Int32Array();
    const wanted = triangle === null ? null : pieces[triangle];
    const own = (one: number) => wanted == null || pieces[one] === wanted;
    const area = this.#vectorsOf(face, own).reduce((sum, one) => sum + one.length(), 0);
    return { area, pieces: new Set(pieces).size - Number(pieces.includes(-1)) };
  }

  /** The way a face looks, on the whole; that of its largest piece where it closes upon itself. */
  normalOf(face: number): Vector3 | null {
    const pieces = this.#vectorsOf(face);
    const sum = pieces.reduce((all, one) => all.add(one), new Vector3());
    const way = sum.length() > 1e-6 * pieces.length ? sum : pieces[0];
    return way ? way.clone().normalize() : null;
  }

  /** Area and direction of every triangle of a face. */
  #vectorsOf(face: number, wanted: (triangle: number) => boolean = () => true): Vector3[] {
    const packed = this.#packed;
    if (!packed) return [];
    const corner = (index: number) =>
      new Vector3().fromArray(packed.positions, packed.triangles[index]! * 3);
    const found: Vector3[] = [];
    packed.faces.forEach((own, triangle) => {
      if (own !== face || !wanted(triangle)) return;
      const a = corner(triangle * 3);
      const across = corner(triangle * 3 + 1).sub(a);
      found.push(across.cross(corner(triangle * 3 + 2).sub(a)).divideScalar(2));
    });
    return found;
  }

  /** Draws the part so that what lies behind it shows. */
  seenThrough(on: boolean): void {
    if (this.mesh.material.transparent === on) return;
    this.mesh.material.transparent = on;
    this.mesh.material.opacity = on ? 0.22 : 1;
    this.mesh.material.depthWrite = !on;
    this.mesh.material.needsUpdate = true;
  }

  ink(fill: Color, line: Color, paper: Color): void {
    this.mesh.material.color = fill;
    this.#edges.material.color = line;
    this.cap.material.uniforms.fill!.value = fill.clone().lerp(paper, 0.35);
    this.cap.material.uniforms.line!.value = line;
  }

  /** Tints the triangles whose face is wanted. */
  light(wanted: (face: number, triangle: number) => boolean, tint: Color): void {
    const colours = this.mesh.geometry.getAttribute("color");
    if (!(colours instanceof BufferAttribute)) return;
    const array = colours.array;
    for (let triangle = 0; triangle < this.faces.length; triangle++) {
      const lit = wanted(this.faces[triangle]!, triangle);
      for (let corner = 0; corner < 9; corner += 3) {
        array[triangle * 9 + corner] = lit ? tint.r : 1;
        array[triangle * 9 + corner + 1] = lit ? tint.g : 1;
        array[triangle * 9 + corner + 2] = lit ? tint.b : 1;
      }
    }
    colours.needsUpdate = true;
  }

  /** Shows the part cut by the shared plane, or whole. */
  cut(on: boolean): void {
    const planes = on ? this.#planes : null;
    this.mesh.material.clippingPlanes = planes;
    this.#edges.material.clippingPlanes = planes;
    this.hatching.planes = planes;
    for (const stencil of this.#stencils) stencil.visible = on;
    this.cap.visible = on;
  }

  /** Lays the cap into the cutting plane. */
  placeCap(plane: Plane, size: number): void {
    plane.coplanarPoint(this.cap.position);
    this.cap.lookAt(new Vector3().copy(this.cap.position).sub(plane.normal));
    this.cap.scale.setScalar(size);
    this.cap.material.uniforms.spacing!.value = Math.max(size / 130, 0.4);
  }

  dispose(): void {
    this.hatching.dispose();
    this.mesh.geometry.dispose();
    this.#edges.geometry.dispose();
    for (const item of [this.mesh, this.#edges, this.cap, ...this.#stencils]) {
      for (const one of [item.material].flat()) one.dispose();
    }
  }
}

/** Hatching in the plane of the cut; parts next to each other lean opposite ways. */
function hatchMaterial(lean: number): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: {
      fill: { value: new Color() },
      line: { value: new Color() },
      spacing: { value: 1 },
      lean: { value: lean },
    },
    vertexShader: `
      varying vec2 at;
      void main() {
        vec4 world = modelMatrix * vec4(position, 1.0);
        at = position.xy * length(modelMatrix[0].xyz);
        gl_Position = projectionMatrix * viewMatrix * world;
      }`,
    fragmentShader: `
      uniform vec3 fill;
      uniform vec3 line;
      uniform float spacing;
      uniform float lean;
      varying vec2 at;
      void main() {
        float across = (at.x + lean * at.y) / spacing;
        float edge = fwidth(across);
        float near = abs(fract(across) - 0.5);
        float ink = 1.0 - smoothstep(0.06, 0.06 + edge, near);
        gl_FragColor = vec4(mix(fill, line, ink * 0.75), 1.0);
        #include <colorspace_fragment>
      }`,
    side: DoubleSide,
    stencilWrite: true,
    stencilRef: 0,
    stencilFunc: NotEqualStencilFunc,
    stencilFail: ReplaceStencilOp,
    stencilZFail: ReplaceStencilOp,
    stencilZPass: ReplaceStencilOp,
  });
}
