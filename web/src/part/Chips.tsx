import { useEffect, useState } from "react";
import { api } from "../api/client";
import { begin } from "../sentence/machine";
import { calledOf, hitOf } from "../sentence/pointing";
import { useLookStore } from "../scene/useLook";
import { type Action, shelfActions, startOnFace } from "./actions";
import { type Pick, usePart, usePartOf } from "./store";

/** So many operations stand beside a pick. */
const FEW = 6;
/** Stages in the order in which their operations are mostly meant with a pick. */
const LIKELY = [5, 4, 3, 6, 2, 1];

/** What is picked, or the step whose links are shown. */
export const pickedNow = (picks: Pick[], linked: string | null): Pick[] =>
  picks.length > 0 || !linked ? picks : [{ kind: "step", key: linked, body: "" }];

/** The operations that can be begun with all that is picked, the likelier ones first. */
export function useFitting(): Action[] {
  const { doing, picks, linked, view } = usePartOf("doing", "picks", "linked", "view");
  const [told, setTold] = useState({ asked: "", keys: [] as string[] });
  const idle = doing.kind === "looking";
  const now = pickedNow(picks, linked);
  const asked = idle && view ? `${view.token} ${now.map((p) => p.kind + p.body + p.key).join()}` : "";
  useEffect(() => {
    const { view: v } = usePart.getState();
    let wanted = true;
    if (v && asked && now.length > 0)
      api
        .fits(
          v.id,
          v.revision,
          now.map((p) => hitOf(p)),
        )
        .then(
          ({ offers }) => wanted && setTold({ asked, keys: offers }),
          () => {}, // the part has gone on; its new state is asked for by itself
        );
    return () => {
      wanted = false;
    };
    // eslint-disable-next-line react-hooks/exhaustive-deps -- asked stands for the picks
  }, [asked]);
  if (!idle || now.length === 0 || !view || told.asked !== asked) return [];
  const flat =
    now.length === 1 &&
    now[0].kind === "face" &&
    view.bodies.find((b) => b.id === now[0].body)?.faces.find((f) => f.key === now[0].key)?.normal;
  const all = view.offers
    .filter((o) => told.keys.includes(o.key))
    .map((o) => ({
      name: o.label,
      hint: o.hint,
      key: `${o.stage} ${shelfActions(o.stage).find((a) => a.offer === o.key)?.key ?? ""}`,
      stage: o.stage,
      run: () => void begin(o.key, now),
    }));
  all.sort((a, b) => LIKELY.indexOf(a.stage) - LIKELY.indexOf(b.stage));
  return flat
    ? [{ name: "Sketch on it", hint: "Draw on this face", key: "1 r", run: startOnFace }, ...all]
    : all;
}

/** The few operations that fit what is picked, beside it. */
export function Chips({ onMore }: { onMore: (at: [number, number]) => void }) {
  const { picks, linked, pickedAt, view, set } = usePartOf("picks", "linked", "pickedAt", "view", "set");
  const all = useFitting();
  const now = pickedNow(picks, linked);
  if (now.length === 0 || !view || all.length === 0) return null;
  const many = now.every((p) => p.kind === now[0].kind) ? `${KINDS[now[0].kind]}s` : "things";
  return (
    <div className="chips" role="toolbar" aria-label="What fits the pick" style={chipPlace(pickedAt)}>
      <span className="who" title={now.map((p) => calledOf(p, view)).join("\n")}>
        {now.length === 1 ? calledOf(now[0], view) : `${now.length} ${many}`}
        <button aria-label="Leave it" title="Leave it (Esc)" onClick={() => set({ picks: [], linked: null })}>
          ✕
        </button>
      </span>
      {all.slice(0, FEW).map((a) => (
        <button key={a.name} title={a.hint} onClick={a.run}>
          {a.name} <span className="key">{a.key!.toUpperCase()}</span>
        </button>
      ))}
      {all.length > FEW && (
        <button title="All that fits, and what lies under the pointer" onClick={() => onMore(pickedAt)}>
          More
        </button>
      )}
    </div>
  );
}

export const KINDS: Record<Pick["kind"], string> = {
  face: "face",
  edge: "edge",
  vertex: "corner",
  region: "region",
  body: "body",
  step: "step",
};

/** How wide the row can become, in pixels. */
const WIDEST = 372;

/** Beside the pick, but inside the view and clear of the dial. */
function chipPlace([x, y]: [number, number]): React.CSSProperties {
  const { look } = useLookStore.getState();
  const right = x + 18 + WIDEST > look.width;
  return {
    ...(right ? { right: 12 } : { left: Math.max(12, x + 18) }),
    top: Math.max(48, Math.min(y + 22, look.height - (!right && x < 170 ? 230 : 110))),
  };
}
