import { Vector3 } from "three";
import { PullArrow } from "../part/PullArrow";
import { usePart } from "../part/store";
import { useLook } from "../scene/useLook";
import { seenPlane } from "../sketch/plane";
import { changeCut, useSection } from "./section";

/** Over the view: the outlines of what is laid open, their middles, and an arrow by which each plane is led. */
export function SectionLayer() {
  const look = useLook();
  const { cuts, answer } = useSection();
  const view = usePart((s) => s.view);
  const preview = usePart((s) => s.preview);
  if (cuts.length === 0 || !view) return null;
  const middle =
    view.min && view.max
      ? new Vector3(...view.min).add(new Vector3(...view.max)).multiplyScalar(0.5)
      : new Vector3();
  const bodies = view.bodies.map((b) => b.id);
  const eye = look.toEye();
  // seen from the side that was taken away nothing can lie before what is laid open
  const open = answer?.planes.every((p) => new Vector3(...p.z).dot(eye) > 0) ?? false;
  const gap = 7 / look.scale;
  return (
    <>
      <defs>
        {[45, -45].map((turn) => (
          <pattern
            key={turn}
            id={`laid${turn}`}
            width={gap}
            height={gap}
            patternUnits="userSpaceOnUse"
            patternTransform={`rotate(${turn})`}
          >
            <rect width={gap} height={gap} fill="var(--cut)" />
            <path d={`M0 0V${gap}`} stroke="var(--cut-line)" strokeWidth={1.3 / look.scale} />
          </pattern>
        ))}
      </defs>
      {!preview &&
        answer?.planes.map((p, i) => {
          const plane = seenPlane(look, p);
          return (
            <g key={i} className={`cut-open ${open ? "" : "behind"}`} transform={plane.matrix}>
              {answer.regions
                .filter((r) => r.plane === i)
                .map((r, k) => (
                  <path
                    key={k}
                    d={r.path}
                    fillRule="evenodd"
                    fill={open ? `url(#laid${bodies.indexOf(r.body) % 2 === 0 ? 45 : -45})` : "none"}
                    data-testid="laid-open"
                    data-area={r.area}
                  />
                ))}
            </g>
          );
        })}
      {!preview &&
        answer?.regions.map((r, i) => {
          const [x, y] = look.toScreen(new Vector3(...r.centroid));
          return <path key={i} className="centroid" d={`M${x - 5} ${y}H${x + 5}M${x} ${y - 5}V${y + 5}`} />;
        })}
      {cuts.map((c, i) => {
        const n = new Vector3(...c.base.normal);
        const on = new Vector3(...c.base.origin);
        const foot = middle.clone().addScaledVector(n, on.sub(middle).dot(n));
        return <PullArrow key={i} foot={foot} way={n} mm={c.at} onPull={(mm) => changeCut(i, { at: mm })} />;
      })}
    </>
  );
}
