import { Color, DoubleSide, GreaterDepth, ShaderMaterial } from "three";

export const css = (name: string) =>
  new Color(getComputedStyle(document.documentElement).getPropertyValue(name).trim());

export const VERTEX = `
  #include <clipping_planes_pars_vertex>
  varying vec3 vNormal;
  void main() {
    vNormal = normalMatrix * normal;
    vec4 mvPosition = modelViewMatrix * vec4(position, 1.0);
    #include <clipping_planes_vertex>
    gl_Position = projectionMatrix * mvPosition;
  }`;

/** Whether the part is cut open: then the inside of material is seen where faces look away, and is hatched as cut. */
export const cutting = { value: 0 };

/** Which way the hatch of the body that is being drawn leans; neighbours lean unlike. */
export const slant = { value: 1 };

/** A material that section planes cut. */
export function cut(m: ShaderMaterial): ShaderMaterial {
  m.clipping = true;
  m.fragmentShader = `
    #include <clipping_planes_pars_fragment>
    uniform float cutting; uniform float slant; uniform vec3 laid; uniform vec3 line;
    ${m.fragmentShader.replace(
      "void main() {",
      `void main() {
        #include <clipping_planes_fragment>`,
    )}`;
  Object.assign(m.uniforms, {
    cutting,
    slant,
    laid: { value: css("--cut") },
    line: { value: css("--cut-line") },
  });
  return m;
}

/** Drawn instead of a face's inside. */
export const LAID = `
  if (cutting > 0.5 && !gl_FrontFacing) {
    float stripe = step(0.84, fract((gl_FragCoord.x + slant * gl_FragCoord.y) / 9.0));
    gl_FragColor = vec4(mix(laid, line, stripe), 1.0);
    #include <colorspace_fragment>
    return;
  }`;

/**
 * Clay lit from over the left shoulder, in five tones that run into each other.
 *
 * @param colour of a body that has its own
 */
export function clay(colour?: string): ShaderMaterial {
  const own = colour ? new Color(colour) : null;
  const m = new ShaderMaterial({
    uniforms: {
      dark: { value: own?.clone().multiplyScalar(0.35) ?? css("--clay-2") },
      mid: { value: own ?? css("--clay-4") },
      light: { value: own?.clone().lerp(new Color("#ffffff"), 0.35) ?? css("--clay-5") },
    },
    vertexShader: VERTEX,
    fragmentShader: `
      varying vec3 vNormal;
      uniform vec3 dark; uniform vec3 mid; uniform vec3 light; uniform vec3 ink;
      void main() {
        ${LAID}
        vec3 n = normalize(vNormal);
        if (!gl_FrontFacing) n = -n;
        float l = dot(n, normalize(vec3(-0.28, 0.62, 0.73)));
        vec3 c = l < 0.55 ? mix(dark, mid, smoothstep(-0.35, 0.55, l)) : mix(mid, light, smoothstep(0.55, 1.0, l));
        // the outline of round faces, where they turn away
        float width = fwidth(n.z) * 1.5;
        c = mix(c, ink, (1.0 - smoothstep(0.5 * width, width, abs(n.z))) * step(1e-5, width));
        gl_FragColor = vec4(c, 1.0);
        #include <colorspace_fragment>
      }`,
    side: DoubleSide,
    polygonOffset: true,
    polygonOffsetFactor: 1,
    polygonOffsetUnits: 2,
  });
  return cut(m);
}

/** Paper, for the display of lines alone: hides what is behind and shows nothing itself. */
export function paper(): ShaderMaterial {
  const m = clay();
  m.fragmentShader = `
    uniform vec3 light;
    varying vec3 vNormal;
    void main() {
      ${LAID}
      float width = fwidth(normalize(vNormal).z) * 1.5;
      float rim = (1.0 - smoothstep(0.5 * width, width, abs(normalize(vNormal).z))) * step(1e-5, width);
      gl_FragColor = vec4(mix(light, vec3(0.0), rim), 1.0);
      #include <colorspace_fragment>
    }`;
  m.uniforms.light.value = css("--paper-tag");
  return cut(m);
}

/** A picked face: teal hatch at a screen angle over a tint; the hover is the tint alone. */
export function hatch(picked: boolean): ShaderMaterial {
  return cut(
    new ShaderMaterial({
      uniforms: {
        teal: { value: css("--teal") },
        tint: { value: css("--teal-tint") },
        on: { value: picked ? 1 : 0 },
      },
      vertexShader: VERTEX,
      fragmentShader: `
      uniform vec3 teal; uniform vec3 tint; uniform float on;
      varying vec3 vNormal;
      void main() {
        float stripe = step(0.78, fract((gl_FragCoord.x - gl_FragCoord.y) / 9.0)) * on;
        vec3 c = mix(tint * (0.82 + 0.18 * abs(normalize(vNormal).z)), teal, stripe);
        gl_FragColor = vec4(c, on > 0.5 ? 1.0 : 0.75);
        #include <colorspace_fragment>
      }`,
      transparent: !picked,
      side: DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: 0.5,
      polygonOffsetUnits: 1,
    }),
  );
}

/** What is picked or pointed at where something lies before it: the hatch alone, pale. */
export function ghost(): ShaderMaterial {
  const m = hatch(true);
  m.fragmentShader = `
    uniform vec3 teal;
    void main() {
      float stripe = step(0.7, fract((gl_FragCoord.x - gl_FragCoord.y) / 9.0));
      gl_FragColor = vec4(teal, 0.1 + 0.35 * stripe);
      #include <colorspace_fragment>
    }`;
  m.transparent = true;
  m.depthWrite = false;
  m.depthFunc = GreaterDepth;
  return cut(m);
}

/**
 * Material that came, or went, between two states: hatched either way, what went seen through.
 *
 * @param strength below 1 for what is only previewed, so that its form stays in sight
 */
export function between(come: boolean, strength = 1): ShaderMaterial {
  return cut(
    new ShaderMaterial({
      uniforms: {
        colour: { value: css(come ? "--map-2" : "--map-5") },
        come: { value: come ? 1 : 0 },
        strength: { value: strength },
      },
      vertexShader: VERTEX,
      fragmentShader: `
      uniform vec3 colour; uniform float come; uniform float strength;
      varying vec3 vNormal;
      void main() {
        float way = come > 0.5 ? gl_FragCoord.x + gl_FragCoord.y : gl_FragCoord.x - gl_FragCoord.y;
        float stripe = step(0.5, fract(way / 10.0));
        float l = 0.7 + 0.3 * abs(normalize(vNormal).z);
        float pale = strength < 1.0 ? 0.3 : 0.8;
        gl_FragColor = vec4(colour * l, strength * mix(come > 0.5 ? pale : 0.25, come > 0.5 ? 1.0 : 0.7, stripe));
        #include <colorspace_fragment>
      }`,
      transparent: true,
      depthWrite: false,
      side: DoubleSide,
      polygonOffset: true,
      polygonOffsetFactor: come ? -1 : -2,
      polygonOffsetUnits: -2,
    }),
  );
}

export const inks = () => ({ ink: css("--ink"), teal: css("--teal") });
