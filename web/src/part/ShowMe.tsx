import { Dialog } from "radix-ui";
import { useEffect, useRef, useState } from "react";
import { api, Refused } from "../api/client";
import { type DrawnShape, opened, type Reply } from "../api/replies";
import type { Answer, Slot } from "../api/talk";
import type { DrawnStep, PartView, Vec3 } from "../api/types";
import type { Look } from "../scene/camera";
import { Scene } from "../scene/Scene";
import { allSeen } from "../sentence/pointing";
import { Sentence } from "../sentence/Sentence";
import { isSketch } from "../sketch/drawn";
import { Model } from "../sketch/model";
import { seenPlane } from "../sketch/plane";
import { usePart } from "./store";

/** One moment of what is shown: what is done, the sentence as it stands, and the part as it would be. */
export interface Moment {
  said: string;
  answer?: Answer;
  part: Reply;
}

/** So long each moment stays, in ms; one with words to read longer. */
const STAYS = 1500;
const PER_LETTER = 32;

/** Plays how an operation is used on one of the samples: its sentence being filled, and what comes of it. */
export function ShowMe({ offer, title, onClose }: { offer: string; title: string; onClose: () => void }) {
  const [moments, setMoments] = useState<{ said: string; answer?: Answer; view: PartView }[]>([]);
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(!matchMedia("(prefers-reduced-motion: reduce)").matches);
  const [shapes] = useState(() => new Map<string, DrawnShape>());
  useEffect(() => {
    let wanted = true;
    api.show(offer).then(
      (all) => {
        if (!wanted) return;
        let said = "";
        setMoments(
          all.flatMap((m) => {
            const view = opened(m.part, [], shapes);
            said = m.said || said;
            return view ? [{ said, answer: m.answer, view }] : [];
          }),
        );
      },
      (e: unknown) => {
        if (!(e instanceof Refused)) throw e;
        usePart.getState().say(e.message, true);
        onClose();
      },
    );
    return () => {
      wanted = false;
    };
  }, [offer, shapes, onClose]);
  const now = moments[Math.min(at, moments.length - 1)];
  const last = at >= moments.length - 1;
  useEffect(() => {
    if (!playing || !now || last) return;
    const fresh = now.said !== moments[at - 1]?.said;
    const timer = window.setTimeout(() => setAt(at + 1), STAYS + (fresh ? PER_LETTER * now.said.length : 0));
    return () => window.clearTimeout(timer);
  }, [playing, now, last, at, moments]);
  const go = (to: number) => {
    setPlaying(false);
    setAt(Math.max(0, Math.min(moments.length - 1, to)));
  };
  return (
    <Dialog.Root open onOpenChange={(o) => !o && onClose()}>
      <Dialog.Portal>
        <Dialog.Overlay className="veil" />
        <Dialog.Content
          className="dialog show-me"
          aria-describedby={undefined}
          onKeyDown={(e) => {
            e.stopPropagation();
            if (e.key === "ArrowRight") go(at + 1);
            if (e.key === "ArrowLeft") go(at - 1);
          }}
        >
          <Dialog.Title asChild>
            <h2>{title}</h2>
          </Dialog.Title>
          <p className="told" role="status">
            {now?.said}
          </p>
          {now ? (
            <Picture key="picture" view={now.view} answer={now.answer} shapes={shapes} />
          ) : (
            <div className="picture" />
          )}
          <p className="sent" data-testid="shown-sentence">
            {now?.answer ? (
              <Sentence
                said={now.answer}
                draw={(_, slot) =>
                  slot.is === "act" ? null : <span className={slotClass(slot)}>{shownText(slot)}</span>
                }
              />
            ) : (
              <span className="cap">{now && "The step stands in the build sheet."}</span>
            )}
          </p>
          <div className="acts">
            <span className="cap flex-1 self-center">
              {moments.length > 0 && `${Math.min(at, moments.length - 1) + 1} of ${moments.length}`}
            </span>
            <button className="btn" onClick={() => go(at - 1)} disabled={at === 0}>
              Back
            </button>
            {last && moments.length > 0 ? (
              <button
                className="btn"
                onClick={() => {
                  setAt(0);
                  setPlaying(true);
                }}
              >
                Once more
              </button>
            ) : (
              <button className="btn" onClick={() => (playing ? setPlaying(false) : setPlaying(true))}>
                {playing ? "Hold" : "Go on"}
              </button>
            )}
            <button className="btn" onClick={() => go(at + 1)} disabled={last}>
              Next
            </button>
            <Dialog.Close className="btn main">Close</Dialog.Close>
          </div>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

const slotClass = (s: Slot) => `slot ${s.lack ? "bad" : ""} ${s.is === "pick" ? "geo" : ""}`;

const shownText = (s: Slot) => (s.is === "number" && !s.plain ? s.text || "…" : s.text);

/** The part of one moment, with what the sentence holds marked. */
function Picture({
  view,
  answer,
  shapes,
}: {
  view: PartView;
  answer?: Answer;
  shapes: Map<string, DrawnShape>;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  const scene = useRef<Scene | null>(null);
  const size = useRef("");
  const [look, setLook] = useState<Look | null>(null);
  const [turn, setTurn] = useState(0);
  useEffect(() => {
    const s = new Scene(canvas.current!);
    scene.current = s;
    const box = canvas.current!.parentElement!;
    s.resize(box.clientWidth, box.clientHeight);
    return () => s.dispose();
  }, []);
  const used = new Set(view.steps.flatMap((x) => x.outlines ?? []));
  const drawn = view.steps.filter(isSketch).filter((x) => view.sketches[x.id] && !used.has(x.id));
  useEffect(() => {
    const s = scene.current!;
    s.show(view, shapes, "edged");
    s.mark(null, answer ? allSeen(answer, view) : [], []);
    const box = boxOf(view, drawn);
    const now = JSON.stringify(box);
    if (box && now !== size.current) {
      size.current = now;
      s.look.fit(...box);
      s.moved();
      setLook(s.look);
      setTurn((t) => t + 1);
    }
    // eslint-disable-next-line react-hooks/exhaustive-deps -- what is drawn goes by the view
  }, [view, answer, shapes]);
  return (
    <div className="picture" data-turn={turn}>
      <canvas ref={canvas} aria-label="What the sentence gives" />
      {look && (
        <svg className="layer">
          {drawn.map((x) => (
            <g key={x.id} transform={seenPlane(look, view.sketches[x.id]).matrix}>
              {view.sketches[x.id].regions.map((r) => (
                <path key={r.boundary.join()} className="sk-region" d={r.path} />
              ))}
              {new Model(x).curves().map((c) => (
                <path key={c.id} className="sk-curve" d={new Model(x).path(c)} />
              ))}
            </g>
          ))}
        </svg>
      )}
    </div>
  );
}

/** What the part and its drawn sketches take up; nothing when there is nothing yet. */
function boxOf(view: PartView, drawn: DrawnStep[]): [Vec3, Vec3] | null {
  const all: Vec3[] = view.min && view.max ? [view.min, view.max] : [];
  for (const x of drawn) {
    const { origin, x: right, y: up } = view.sketches[x.id];
    new Model(x)
      .bounds()
      ?.forEach(([u, v]) => all.push(origin.map((o, i) => o + u * right[i] + v * up[i]) as Vec3));
  }
  const end = (f: (...v: number[]) => number) => [0, 1, 2].map((i) => f(...all.map((p) => p[i]))) as Vec3;
  return all.length > 0 ? [end(Math.min), end(Math.max)] : null;
}
