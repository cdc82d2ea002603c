import { ShaderMaterial } from "three";
import { css, cut, LAID, VERTEX } from "./materials";

/** How a band is marked beside its colour, so that it is told without colours too. */
export type Mark = "plain" | "dots" | "cross";

export interface Band {
  /** Where it ends; the last one doesn't. */
  upTo: number;
  /** Its colour, by the name of a token. */
  colour: string;
  mark: Mark;
  said: string;
}

export type Bands = Band[];

const MOST = 6;
const MARKS: Mark[] = ["plain", "dots", "cross"];

/** Colours in bands, lit a little, so that the form still shows. */
export function banded(bands: Bands): ShaderMaterial {
  const filled = Array.from({ length: MOST }, (_, i) => bands[Math.min(i, bands.length - 1)]);
  const m = new ShaderMaterial({
    uniforms: {
      ends: { value: filled.map((b, i) => (i < bands.length - 1 ? b.upTo : 1e9)) },
      colours: { value: filled.map((b) => css(b.colour)) },
      marks: { value: filled.map((b) => MARKS.indexOf(b.mark)) },
      blank: { value: css("--clay-5") },
    },
    vertexShader: VERTEX.replace(
      "varying vec3 vNormal;",
      "varying vec3 vNormal; attribute float value; varying float vValue;",
    ).replace("vNormal = ", "vValue = value; vNormal = "),
    fragmentShader: `
      varying vec3 vNormal; varying float vValue;
      uniform float ends[${MOST}]; uniform vec3 colours[${MOST}]; uniform float marks[${MOST}]; uniform vec3 blank;
      void main() {
        ${LAID}
        vec3 n = normalize(vNormal);
        if (!gl_FrontFacing) n = -n;
        float l = 0.78 + 0.22 * smoothstep(-0.3, 0.9, dot(n, normalize(vec3(-0.28, 0.62, 0.73))));
        vec3 c = blank; float mark = 0.0; bool told = vValue == vValue;
        if (told) {
          c = colours[${MOST - 1}]; mark = marks[${MOST - 1}];
          for (int i = ${MOST - 1}; i >= 0; i--) if (vValue < ends[i]) { c = colours[i]; mark = marks[i]; }
        }
        vec2 p = mod(gl_FragCoord.xy, 7.0) - 3.5;
        bool on = mark > 1.5 ? (mod(gl_FragCoord.x + gl_FragCoord.y, 7.0) < 1.2 || mod(gl_FragCoord.x - gl_FragCoord.y, 7.0) < 1.2)
          : mark > 0.5 ? dot(p, p) < 2.2 : false;
        float bright = dot(c, vec3(0.3, 0.59, 0.11));
        if (on) c = mix(c, bright < 0.4 ? vec3(1.0) : vec3(0.15), 0.75);
        gl_FragColor = vec4(c * l, 1.0);
        #include <colorspace_fragment>
      }`,
    polygonOffset: true,
    // before the clay, which shows through nowhere, and behind the ink
    polygonOffsetFactor: 0.8,
    polygonOffsetUnits: 1.3,
  });
  return cut(m);
}
