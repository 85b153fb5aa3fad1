/** The marked turntable that the parts stand on: a disc, ticks every ten degrees, four words. */
import {
  BufferAttribute,
  BufferGeometry,
  CircleGeometry,
  Color,
  Group,
  LineBasicMaterial,
  LineSegments,
  Mesh,
  MeshBasicMaterial,
  Vector3,
} from "three";

export const WORDS = ["front", "right", "back", "left"] as const;

export class Turntable {
  readonly group = new Group();
  radius = 1;
  #disc = new Mesh(new CircleGeometry(1, 96), new MeshBasicMaterial({ depthWrite: false }));
  #marks = new LineSegments(ticks(), new LineBasicMaterial());

  constructor() {
    this.#disc.renderOrder = -2;
    this.#marks.renderOrder = -1;
    this.group.add(this.#disc, this.#marks);
  }

  ink(disc: Color, line: Color): void {
    this.#disc.material.color = disc;
    this.#marks.material.color = line;
  }

  place(x: number, y: number, z: number, radius: number): void {
    this.radius = radius;
    this.group.position.set(x, y, z - radius * 0.002);
    this.group.scale.set(radius, radius, 1);
  }

  /** Where a word stands on the rim. */
  wordAt(index: number): Vector3 {
    const angle = -Math.PI / 2 + (index * Math.PI) / 2;
    const reach = this.radius * 1.1;
    return new Vector3(Math.cos(angle) * reach, Math.sin(angle) * reach, 0).add(
      this.group.position,
    );
  }
}

function ticks(): BufferGeometry {
  const points: number[] = [];
  const put = (radius: number, angle: number) =>
    points.push(radius * Math.cos(angle), radius * Math.sin(angle), 0);
  for (let degree = 0; degree < 360; degree += 10) {
    const angle = (degree * Math.PI) / 180;
    put(1, angle);
    put(degree % 90 === 0 ? 0.92 : degree % 30 === 0 ? 0.955 : 0.975, angle);
  }
  for (let step = 0; step < 180; step++) {
    put(1, (step * Math.PI) / 90);
    put(1, ((step + 1) * Math.PI) / 90);
  }
  const geometry = new BufferGeometry();
  geometry.setAttribute("position", new BufferAttribute(new Float32Array(points), 3));
  return geometry;
}
