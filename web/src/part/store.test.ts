import { beforeEach, describe, expect, it, vi } from "vitest";
import { api, Refused } from "../api/client";
import type { Reply } from "../api/replies";
import type { Comparison, PartView } from "../api/types";
import { type Ahead, usePart } from "./store";

vi.mock("../api/client", () => ({
  api: { part: vi.fn(), command: vi.fn(), preview: vi.fn(), undo: vi.fn(), compare: vi.fn() },
  Refused: class extends Error {
    readonly status: number;
    constructor(sentence: string, status: number) {
      super(sentence);
      this.status = status;
    }
  },
}));

const body = (...faces: string[]) => ({
  id: "b1",
  faces: faces.map((key) => ({ key, shape: key })),
  edges: [],
  vertices: [],
});
const shape = { positions: "", normals: "", triangles: "", line: "" };

/** The part as it is after so many changes, with all shapes. */
const reply = (revision: number, ...faces: string[]) =>
  ({
    token: `t${revision}`,
    id: 1,
    revision,
    name: "Lid",
    bodies: [body(...faces)],
    steps: [],
    sketches: {},
    shapes: Object.fromEntries(faces.map((f) => [f, shape])),
  }) as unknown as Reply;

/** An answer that comes when it is let go. */
function held<T>(): { promise: Promise<T>; come: (v: T) => void; fail: (e: unknown) => void } {
  let come!: (v: T) => void;
  let fail!: (e: unknown) => void;
  const promise = new Promise<T>((yes, no) => {
    come = yes;
    fail = no;
  });
  return { promise, come, fail };
}

const revision = () => usePart.getState().view?.revision;

beforeEach(async () => {
  vi.resetAllMocks();
  vi.mocked(api.part).mockResolvedValue(reply(1, "f1", "f2"));
  await usePart.getState().load(1);
});

describe("what is kept", () => {
  it("goes one after the other, each on what the one before it made", async () => {
    const first = held<Reply>();
    vi.mocked(api.command).mockReturnValueOnce(first.promise).mockResolvedValueOnce(reply(3, "f1"));
    const a = usePart.getState().send({ do: "one" });
    const b = usePart.getState().send({ do: "two" });
    await Promise.resolve();
    expect(api.command).toHaveBeenCalledTimes(1);
    expect(usePart.getState().saving).toBe(true);
    first.come(reply(2, "f1"));
    expect(await Promise.all([a, b])).toEqual([true, true]);
    expect(vi.mocked(api.command).mock.calls.map((c) => [c[1], c[2].do])).toEqual([
      [1, "one"],
      [2, "two"],
    ]);
    expect(revision()).toBe(3);
    expect(usePart.getState().saving).toBe(false);
  });

  it("stays as it was when it is refused, the sentence told; what comes after still goes", async () => {
    vi.mocked(api.command)
      .mockRejectedValueOnce(new Refused("Two steps can't be called alike.", 422))
      .mockResolvedValueOnce(reply(2, "f1"));
    const a = usePart.getState().send({ do: "one" });
    const b = usePart.getState().send({ do: "two" });
    expect(await Promise.all([a, b])).toEqual([false, true]);
    expect(usePart.getState().notice).toMatchObject({
      text: "Two steps can't be called alike.",
      trouble: true,
    });
    expect(vi.mocked(api.command).mock.calls[1][1]).toBe(1);
    expect(revision()).toBe(2);
  });

  it("is fetched anew when it was changed elsewhere", async () => {
    vi.mocked(api.command).mockRejectedValueOnce(new Refused("Changed in another window.", 409));
    vi.mocked(api.part).mockResolvedValueOnce(reply(8, "f1"));
    expect(await usePart.getState().send({ do: "one" })).toBe(false);
    expect(revision()).toBe(8);
  });

  it("is asked for whole when the answer counts on what isn't at hand", async () => {
    vi.mocked(api.command).mockResolvedValueOnce({ token: "t2", of: "elsewhere", patch: {}, shapes: {} });
    vi.mocked(api.part).mockResolvedValueOnce(reply(2, "f9"));
    expect(await usePart.getState().send({ do: "one" })).toBe(true);
    expect(usePart.getState().view!.bodies[0].faces[0].key).toBe("f9");
  });

  it("lets go of picks that are gone, and of no others", async () => {
    const face = (key: string) => ({ kind: "face" as const, key, body: "b1" });
    usePart.getState().set({ picks: [face("f1"), face("f2"), { ...face("f1"), body: "b7" }] });
    vi.mocked(api.undo).mockResolvedValueOnce(reply(2, "f2", "f3"));
    await usePart.getState().shift("undo");
    expect(usePart.getState().picks).toEqual([face("f2")]);
  });
});

describe("a preview", () => {
  const settle = () => new Promise((r) => setTimeout(r, 25));
  const asked = () => vi.mocked(api.preview).mock.calls.map((c) => c[2].do);

  it("is asked for once when the hand is quick, for what was typed last", async () => {
    vi.mocked(api.preview).mockResolvedValue(reply(1, "f5"));
    usePart.getState().tryOut({ do: "1" });
    usePart.getState().tryOut({ do: "12" });
    await settle();
    expect(asked()).toEqual(["12"]);
    expect(usePart.getState().preview!.bodies[0].faces[0].key).toBe("f5");
    expect(usePart.getState().view!.bodies[0].faces[0].key).toBe("f1");
  });

  it("that was overtaken isn't shown, however late it comes", async () => {
    const slow = held<Reply>();
    vi.mocked(api.preview).mockReturnValueOnce(slow.promise).mockResolvedValueOnce(reply(1, "new"));
    usePart.getState().tryOut({ do: "slow" });
    await settle();
    usePart.getState().tryOut({ do: "quick" });
    await settle();
    slow.come(reply(1, "old"));
    await settle();
    expect(usePart.getState().preview!.bodies[0].faces[0].key).toBe("new");
    expect(vi.mocked(api.preview).mock.calls[0][4].aborted).toBe(true);
  });

  it("waits for what is being kept, and is gone when that is there", async () => {
    const keeping = held<Reply>();
    vi.mocked(api.command).mockReturnValueOnce(keeping.promise);
    vi.mocked(api.preview).mockResolvedValue(reply(2, "f6"));
    const kept = usePart.getState().send({ do: "keep" });
    usePart.getState().tryOut({ do: "next" });
    await settle();
    expect(asked()).toEqual([]);
    keeping.come(reply(2, "f1"));
    await kept;
    expect(usePart.getState().preview).toBeNull();
    await settle();
    expect(vi.mocked(api.preview).mock.calls[0][1]).toBe(2);
  });

  it("that is refused says why and shows the part as it is", async () => {
    vi.mocked(api.preview).mockRejectedValueOnce(new Refused("The wall is thicker than the part.", 422));
    usePart.getState().tryOut({ do: "thick" });
    await settle();
    expect(usePart.getState()).toMatchObject({
      preview: null,
      previewWhy: "The wall is thicker than the part.",
    });
    usePart.getState().tryOut(null);
    expect(usePart.getState().previewWhy).toBe("");
  });

  it("sent ahead leaves what is shown when it is refused, and can be given up", async () => {
    vi.mocked(api.preview).mockResolvedValueOnce(reply(1, "f5"));
    usePart.getState().tryOut({ do: "12" });
    await settle();
    vi.mocked(api.preview).mockRejectedValueOnce(new Refused("Something is missing.", 422));
    const ahead: Ahead = {};
    usePart.getState().tryOut({ do: "12*" }, ahead);
    await settle();
    expect(usePart.getState().preview!.bodies[0].faces[0].key).toBe("f5");
    expect(ahead).toEqual({ refused: true });
    usePart.getState().tryOut({ do: "120" }, {});
    usePart.getState().stay();
    await settle();
    expect(asked()).toEqual(["12", "12*"]);
    expect(usePart.getState().preview!.bodies[0].faces[0].key).toBe("f5");
    vi.mocked(api.preview).mockRejectedValueOnce(new Refused("A wall is above zero.", 422));
    usePart.getState().tryOut({ do: "-1" }, { sure: true });
    await settle();
    expect(usePart.getState()).toMatchObject({ preview: null, previewWhy: "A wall is above zero." });
  });
});

describe("comparing", () => {
  const answer = (word: string) => ({ steps: [], message: word }) as Comparison;

  it("follows the part, and an answer about an older state doesn't count", async () => {
    const late = held<Comparison>();
    vi.mocked(api.compare).mockReturnValueOnce(late.promise).mockResolvedValueOnce(answer("now"));
    const first = usePart.getState().compare("v1");
    usePart.setState({ view: { ...(reply(2, "f1") as unknown as PartView) } });
    await usePart.getState().compare("v1");
    late.come(answer("before"));
    await first;
    expect(usePart.getState().compared!.answer.message).toBe("now");
    vi.mocked(api.compare).mockResolvedValueOnce(answer("after"));
    vi.mocked(api.command).mockResolvedValueOnce(reply(3, "f1"));
    await usePart.getState().send({ do: "one" });
    await vi.waitFor(() => expect(usePart.getState().compared!.answer.message).toBe("after"));
  });
});

it("tells when a part can't be opened", async () => {
  vi.mocked(api.part).mockRejectedValueOnce(new Refused("This part was deleted.", 404));
  await usePart.getState().load(4);
  expect(usePart.getState()).toMatchObject({ view: null, missing: "This part was deleted." });
});
