/** What the checks found, as ink hatching over a solid: kind by direction, severity by closeness. */
import {
  BufferAttribute,
  BufferGeometry,
  Color,
  DoubleSide,
  Mesh,
  ShaderMaterial,
  type Plane,
} from "three";
import { address } from "../api/client";

/** Direction of the lines of each kind of mark, degrees on the screen; as the server numbers them. */
export const SLANT = [45, 135, 0];
/** Pixels from line to line for levels 0 to 3. */
export const SPACING = [12, 11, 6.5, 3.6];

export interface PackedMarks {
  key: string;
  corners: Float32Array;
  kinds: Uint8Array;
  levels: Uint8Array;
}

export async function fetchMarks(project: number, key: string): Promise<PackedMarks> {
  const response = await fetch(address.marks(project, key));
  if (!response.ok) throw new Error(`no marks ${key}`);
  const data = await response.arrayBuffer();
  const view = new DataView(data);
  if (String.fromCharCode(...new Uint8Array(data, 0, 4)) !== "FHK1") throw new Error("no marks");
  const count = view.getUint32(4, true);
  const end = 8 + count * 36;
  return {
    key,
    corners: new Float32Array(data, 8, count * 9),
    kinds: new Uint8Array(data, end, count),
    levels: new Uint8Array(data, end + count, count),
  };
}

export class Hatching {
  readonly mesh: Mesh<BufferGeometry, ShaderMaterial>;
  key = "";

  constructor(order: number) {
    this.mesh = new Mesh(new BufferGeometry(), material());
    this.mesh.renderOrder = order;
    this.mesh.visible = false;
  }

  load(marks: PackedMarks): void {
    const geometry = new BufferGeometry();
    const count = marks.kinds.length;
    const codes = new Float32Array(count * 6);
    for (let one = 0; one < count; one++) {
      const angle = (SLANT[marks.kinds[one]!]! * Math.PI) / 180;
      for (let corner = 0; corner < 3; corner++) {
        codes[one * 6 + corner * 2] = angle;
        codes[one * 6 + corner * 2 + 1] = marks.levels[one]!;
      }
    }
    geometry.setAttribute("position", new BufferAttribute(marks.corners, 3));
    geometry.setAttribute("code", new BufferAttribute(codes, 2));
    this.mesh.geometry.dispose();
    this.mesh.geometry = geometry;
    this.key = marks.key;
  }

  /** Ink for what is worth knowing, for what to look at, and for what to stop for. */
  ink(note: Color, warning: Color, stop: Color, scale: number): void {
    const { inks, ratio } = this.mesh.material.uniforms;
    inks!.value = [note, note, warning, stop];
    ratio!.value = scale;
  }

  set planes(planes: Plane[] | null) {
    this.mesh.material.clippingPlanes = planes;
  }

  dispose(): void {
    this.mesh.geometry.dispose();
    this.mesh.material.dispose();
  }
}

function material(): ShaderMaterial {
  return new ShaderMaterial({
    uniforms: {
      inks: { value: [new Color(), new Color(), new Color(), new Color()] },
      ratio: { value: 1 },
    },
    vertexShader: `
      #include <common>
      #include <clipping_planes_pars_vertex>
      attribute vec2 code;
      varying vec2 mark;
      void main() {
        mark = code;
        vec4 mvPosition = modelViewMatrix * vec4(position, 1.0);
        gl_Position = projectionMatrix * mvPosition;
        #include <clipping_planes_vertex>
      }`,
    fragmentShader: `
      #include <clipping_planes_pars_fragment>
      uniform vec3 inks[4];
      uniform float ratio;
      varying vec2 mark;
      void main() {
        #include <clipping_planes_fragment>
        int level = int(mark.y + 0.5);
        float spacing = level > 2 ? ${SPACING[3]!.toFixed(1)} : level > 1 ? ${SPACING[2]!.toFixed(1)} : ${SPACING[1]!.toFixed(1)};
        vec2 at = gl_FragCoord.xy / ratio;
        float across = (at.x * sin(mark.x) - at.y * cos(mark.x)) / spacing;
        float near = abs(fract(across) - 0.5) * spacing;
        float ink = 1.0 - smoothstep(0.5, 1.1, near);
        if (ink < 0.05) discard;
        vec3 colour = level > 2 ? inks[3] : level > 1 ? inks[2] : inks[1];
        gl_FragColor = vec4(colour, ink);
        #include <colorspace_fragment>
      }`,
    side: DoubleSide,
    transparent: true,
    depthWrite: false,
    clipping: true,
    polygonOffset: true,
    polygonOffsetFactor: -1,
    polygonOffsetUnits: -1,
  });
}
