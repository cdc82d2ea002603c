import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import type { Command, PartView, Step } from "../api/types";
import { BodyList } from "./BodyList";
import { DeleteDialog } from "./DeleteDialog";
import { everything, found } from "./findable";
import { Finder } from "./Finder";
import { partKey } from "./keys";
import { newSketch } from "./sketching";
import { usePart } from "./store";
import { ValuesTable } from "./ValuesTable";
import { VariantsTable } from "./VariantsTable";
import { VersionList } from "./VersionList";

vi.mock("../api/client", () => ({
  api: { home: vi.fn(), materials: vi.fn(), versions: vi.fn(), keepVersion: vi.fn() },
  Refused: class extends Error {},
}));

const step = (id: string, name: string, more: Partial<Step> = {}) =>
  ({ id, name, kind: "extrude", stage: 2, status: "built", dependants: [], uses: [], ...more }) as Step;

const sketch = (id: string, name: string, more: Partial<Step> = {}) =>
  step(id, name, { kind: "sketch", stage: 1, ...more });

const body = (id: string, called: string, more: object = {}) => ({
  id,
  called,
  faces: [{ key: `${id}-top` }],
  edges: [],
  vertices: [],
  volume: 2 * 25.4 ** 3,
  ...more,
});

const view = {
  id: 1,
  revision: 4,
  name: "Funnel stand",
  unit: "in",
  undo: "Add a step",
  workLine: 3,
  values: [
    { name: "wall", formula: "0.1", number: 0.1, used: ["s2/distance", "s3/distance"] },
    { name: "rim", formula: "2*wall", number: 0.2, used: [] },
  ],
  steps: [sketch("s1", "Foot outline", { dependants: ["s2"] }), step("s2", "Foot"), step("s3", "Boss")],
  offers: [],
  planes: {},
  bodies: [],
} as unknown as PartView;

let sent: Command[] = [];
let accepts = true;

function show(more: object = {}): void {
  usePart.setState({
    view: { ...view, ...more } as PartView,
    doing: { kind: "looking" },
    picks: [],
    linked: null,
    notice: null,
    stage: 2,
    send: async (c) => {
      sent.push(c);
      return accepts;
    },
  });
}

const write = (label: string, text: string) =>
  fireEvent.change(screen.getByLabelText(label, { selector: "input" }), { target: { value: text } });
const press = (label: string, key: string) =>
  fireEvent.keyDown(screen.getByLabelText(label, { selector: "input" }), { key });

beforeEach(() => {
  vi.mocked(api.materials).mockResolvedValue({ Brass: 8.5 });
  vi.mocked(api.versions).mockResolvedValue([{ id: 3, name: "Sent out", made: "2031-02-03T10:11:12Z" }]);
  vi.mocked(api.home).mockResolvedValue({ parts: [{ id: 8, name: "Flange" }], folders: [] } as never);
  sent = [];
  accepts = true;
  show();
});
afterEach(cleanup);

describe("values", () => {
  it("are told as they come out, and whether anything uses them", () => {
    render(<ValuesTable />);
    const rows = screen.getAllByRole("listitem");
    expect(rows[0].textContent).toContain("= 0.1");
    expect(within(rows[0]).getByTitle("Used in 2 places").textContent).toBe("wall");
    expect(rows[1].textContent).toContain("unused");
  });

  it("are changed by Enter; Esc leaves them, and a refused one shows what stands", async () => {
    render(<ValuesTable />);
    const field = screen.getByLabelText<HTMLInputElement>("Value wall");
    write("Value wall", "0.2");
    field.focus();
    press("Value wall", "Escape");
    expect(field.value).toBe("0.1");
    expect(sent).toEqual([]);
    accepts = false;
    write("Value wall", "rim");
    press("Value wall", "Enter");
    await waitFor(() => expect(field.value).toBe("0.1"));
    expect(sent).toEqual([{ do: "set-value", name: "wall", formula: "rim" }]);
  });

  it("are added with a name, whose fields are empty again only when it was taken", async () => {
    render(<ValuesTable />);
    accepts = false;
    write("New value's name", "2x");
    write("New value's formula", "12");
    fireEvent.click(screen.getByText("Add"));
    await waitFor(() => expect(sent).toHaveLength(1));
    expect(screen.getByLabelText<HTMLInputElement>("New value's name").value).toBe("2x");
    accepts = true;
    write("New value's name", "lip");
    press("New value's formula", "Enter");
    await waitFor(() => expect(screen.getByLabelText<HTMLInputElement>("New value's name").value).toBe(""));
    expect(sent[1]).toEqual({ do: "set-value", name: "lip", formula: "12" });
  });
});

describe("variants", () => {
  const variants = [{ name: "Casting", values: { wall: "0.15" }, off: { s3: true } }];
  const cells = () =>
    screen.getAllByRole("row").map((r) => [...r.querySelectorAll("th,td")].map((c) => c.textContent));

  it("show only what differs, and what they have of their own", () => {
    show({ variants });
    render(<VariantsTable />);
    expect(cells()).toEqual([
      ["", "Part itself", "Casting"],
      ["wall", "0.1", "0.15"],
      ["Boss", "on", "off"],
    ]);
    expect(screen.getByText("0.15").className).toBe("own");
  });

  it("tell what the part itself has while another is shown", () => {
    const off = view.steps.map((s) => (s.id === "s3" ? { ...s, off: true } : s));
    show({ variants, variant: "Casting", steps: off, baseOff: [] });
    render(<VariantsTable />);
    expect(cells()[2]).toEqual(["Boss", "on", "off"]);
    fireEvent.click(screen.getByText("As in the part"));
    fireEvent.click(screen.getByTitle("Show the part itself"));
    expect(sent).toEqual([
      { do: "switch-in-variant", variant: "Casting", step: "s3" },
      { do: "choose-variant", name: "" },
    ]);
  });

  it("take a value of their own", async () => {
    show({ variants, variant: "Casting" });
    render(<VariantsTable />);
    expect(screen.getByLabelText<HTMLInputElement>("rim in Casting").placeholder).toBe("2*wall");
    write("rim in Casting", "0.3");
    press("rim in Casting", "Enter");
    await waitFor(() =>
      expect(sent).toEqual([{ do: "set-in-variant", variant: "Casting", value: "rim", formula: "0.3" }]),
    );
  });
});

describe("bodies", () => {
  const two = [body("b1", "Cup", { mass: 0.27853 }), body("b2", "Stem", { unshown: 2 })];
  const looks = { b1: { name: "Cup", material: "Brass", colour: "", hidden: false } };

  it("tell volume in the part's unit, mass, and what can't be drawn", async () => {
    show({ bodies: two, looks });
    render(<BodyList />);
    const [cup, stem] = screen.getAllByRole("listitem");
    expect(cup.textContent).toContain("2 in³ · 278.5 g");
    expect(stem.textContent).toContain("can't draw 2 of its faces");
    await waitFor(() => expect(cup.textContent).toContain("Brass"));
  });

  it("keep a name by Enter or by leaving it, and the rest of their look with it", () => {
    show({ bodies: two, looks });
    render(<BodyList />);
    const field = screen.getByLabelText<HTMLInputElement>("Name of body b1");
    field.focus();
    field.value = "Bowl";
    press("Name of body b1", "Escape");
    expect([field.value, sent.length]).toEqual(["Cup", 0]);
    field.focus();
    field.value = "Bowl";
    field.blur();
    expect(sent).toEqual([{ do: "set-look", id: "b1", ...looks.b1, name: "Bowl" }]);
  });

  it("are picked, Shift adding", () => {
    show({ bodies: two, looks });
    render(<BodyList />);
    fireEvent.click(screen.getByRole("button", { name: "Pick Cup" }));
    fireEvent.click(screen.getByRole("button", { name: "Pick Stem" }), { shiftKey: true });
    expect(usePart.getState().picks.map((p) => `${p.kind} ${p.key}`)).toEqual(["body b1", "body b2"]);
  });

  it("are shown again together", () => {
    show({ bodies: two, looks: { b1: { ...looks.b1, hidden: true } } });
    render(<BodyList />);
    fireEvent.click(screen.getByText("Show all"));
    fireEvent.click(screen.getAllByText("Only this")[1]);
    expect(sent).toEqual([
      { do: "isolate", bodies: ["b1", "b2"], only: "" },
      { do: "isolate", bodies: ["b1", "b2"], only: "b2" },
    ]);
  });
});

describe("versions", () => {
  it("are kept under a name, compared with and gone back to", async () => {
    const seen: string[] = [];
    usePart.setState({
      compare: async (o) => void seen.push(`compare ${o}`),
      goBack: async (v) => seen.push(`back ${v}`) > 0,
    });
    render(<VersionList />);
    await screen.findByText("Sent out");
    fireEvent.click(screen.getAllByText("Compare")[0]);
    fireEvent.click(screen.getAllByText("Compare")[1]);
    fireEvent.click(screen.getByText("Go back"));
    await waitFor(() => expect(usePart.getState().notice!.text).toContain("Back at Sent out."));
    expect(seen).toEqual(["compare last", "compare version:3", "back 3"]);
    vi.mocked(api.keepVersion).mockResolvedValueOnce([]);
    write("Name of this version", " Trial ");
    press("Name of this version", "Enter");
    await screen.findByText(/No version is kept yet/);
    expect(usePart.getState().notice!.text).toBe("Kept as Trial.");
  });
});

describe("deleting a step", () => {
  const named = (s: string) => view.steps.find((x) => x.name === s)!;

  it("says what goes with it", () => {
    render(<DeleteDialog step={named("Foot outline")} onClose={() => {}} />);
    expect(screen.getByRole("alertdialog").textContent).toContain(
      "This step builds on it and would go too: 2 Foot.",
    );
    expect(screen.queryByRole("checkbox")).toBeNull();
  });

  it("takes its sketch along when that is wished, and can be undone", async () => {
    const undone = vi.fn();
    usePart.setState({ shift: undone });
    render(<DeleteDialog step={named("Foot")} onClose={() => {}} />);
    fireEvent.click(screen.getByLabelText("Delete 1 Foot outline too, which nothing else uses"));
    fireEvent.click(screen.getByText("Delete"));
    await waitFor(() => expect(usePart.getState().notice!.text).toBe("Foot deleted."));
    expect(sent).toEqual([{ do: "delete-step", id: "s2", sketches: true }]);
    usePart.getState().notice!.action!.run();
    expect(undone).toHaveBeenCalledWith("undo");
  });

  it("leaves a sketch alone that something else uses", () => {
    show({ steps: [sketch("s1", "Foot outline", { dependants: ["s2", "s3"] }), ...view.steps.slice(1)] });
    render(<DeleteDialog step={named("Foot")} onClose={() => {}} />);
    expect(screen.queryByRole("checkbox")).toBeNull();
  });
});

describe("the finder", () => {
  const offers = [
    { key: "extrude/extrude", label: "Extrude", hint: "Pull a region out of its plane", stage: 2 },
    { key: "shell/shell", label: "Shell", hint: "Hollow it", stage: 3, why: "There is no body yet." },
    { key: "blend/round", label: "Round", hint: "Along edges", also: "fillet, radius", stage: 4 },
    { key: "blend/bevel", label: "Bevel", hint: "A flat cut", also: "chamfer", stage: 4 },
  ];
  const first = (text: string) => found(everything(), text)[0]?.name;

  it("puts whole words and beginnings first, its own name before what else is said of it", () => {
    show({ offers, values: view.values, bodies: [body("b1", "Cup")] });
    expect(first("ro")).toBe("Round");
    expect(first("fillet")).toBe("Round");
    expect(first("cham")).toBe("Bevel");
    expect(first("foot outline")).toBe("Change 1 Foot outline");
    expect(first("delete boss")).toBe("Delete 3 Boss");
    expect(first("wall")).toBe("Value wall");
    expect([first("mass"), first("material")]).toEqual(["Bodies", "Bodies"]);
    expect(first("hide")).toBe("Hide Cup");
    expect(first("export")).toBe("STEP");
    expect(first("units")).toBe("Unit mm");
    expect(first("pull region")).toBe("Extrude");
    expect(first("zz")).toBeUndefined();
  });

  it("finds other parts, and lets a step be deleted after asking", async () => {
    show({ offers });
    render(<Finder onClose={() => {}} />);
    write("Do anything", "flange");
    expect((await screen.findByText("Open Flange")).textContent).toBe("Open Flange");
    write("Do anything", "delete boss");
    press("Do anything", "Enter");
    expect([usePart.getState().deleting, sent]).toEqual(["s3", []]);
  });

  it("finds by any words of name and hint, and says when there is nothing", () => {
    show({ offers });
    render(<Finder onClose={() => {}} />);
    write("Do anything", "plane region");
    expect(screen.getAllByRole("option")).toHaveLength(1);
    write("Do anything", "xyzzy");
    expect(screen.getByText("Nothing of that name.")).toBeTruthy();
  });

  it("says why something can't be done, and doesn't do it", () => {
    show({ offers });
    const onClose = vi.fn();
    render(<Finder onClose={onClose} />);
    write("Do anything", "hollow");
    expect(screen.getByRole("option").textContent).toContain("There is no body yet.");
    press("Do anything", "Enter");
    expect(onClose).not.toHaveBeenCalled();
  });

  it("walks by arrows and stays at the ends", () => {
    show({ offers });
    render(<Finder onClose={() => {}} />);
    const at = () => screen.getAllByRole("option").findIndex((o) => o.ariaSelected === "true");
    press("Do anything", "ArrowUp");
    expect(at()).toBe(0);
    for (let i = 0; i < 30; i++) press("Do anything", "ArrowDown");
    expect(at()).toBe(screen.getAllByRole("option").length - 1);
  });
});

describe("keys", () => {
  const key = (k: string, more: KeyboardEventInit = {}) =>
    partKey(
      new KeyboardEvent("keydown", { key: k, ...more }),
      () => sent.push({ do: "finder" }),
      () => sent.push({ do: "keys" }),
    );

  it("undo and redo by the usual ones", () => {
    const shift = vi.fn();
    usePart.setState({ shift });
    key("z", { ctrlKey: true });
    key("Z", { ctrlKey: true, shiftKey: true });
    key("y", { metaKey: true });
    expect(shift.mock.calls.flat()).toEqual(["undo", "redo", "redo"]);
    expect(key("s", { ctrlKey: true })).toBe(false);
  });

  it("open what is above everything, choose a stage, let go of picks", () => {
    usePart.setState({ picks: [{ kind: "face", key: "f", body: "b" }], linked: "s2" });
    key(".");
    key("?");
    key("3");
    expect(sent).toEqual([{ do: "finder" }, { do: "keys" }]);
    expect(usePart.getState().stage).toBe(3);
    key("Escape");
    expect(usePart.getState()).toMatchObject({ picks: [], linked: null });
  });

  it("of the shelf say why when it can't be", () => {
    show({ offers: [{ key: "a/a", label: "Combine", hint: "", stage: 2, why: "There is one body." }] });
    expect(key("q")).toBe(true);
    expect(usePart.getState().notice).toMatchObject({ text: "There is one body.", trouble: true });
    expect(key("b")).toBe(false);
  });
});

describe("a new sketch", () => {
  it("is opened by what it is, also when a step that was being kept came meanwhile", async () => {
    show();
    const placed = { origin: [0, 0, 0], x: [1, 0, 0], y: [0, 1, 0], z: [0, 0, 1], regions: [], lines: [] };
    usePart.setState({
      send: async () => {
        const steps = [
          ...view.steps,
          step("s4", "Extrude 1"),
          { ...sketch("s5", "Sketch 1"), entities: [], constraints: [] } as unknown as Step,
        ];
        usePart.setState({ view: { ...view, steps, sketches: { s5: placed } } as unknown as PartView });
        return true;
      },
    });
    await newSketch("top");
    expect(usePart.getState().doing).toEqual({ kind: "sketching", step: "s5" });
  });
});
