import { cleanup, fireEvent, render, screen, waitFor, within } from "@testing-library/react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api, Refused } from "../api/client";
import { HomePage } from "./HomePage";
import { open } from "./open";

vi.mock("./open", () => ({ open: vi.fn() }));
vi.mock("../api/client", () => {
  const done = () => vi.fn().mockResolvedValue({});
  return {
    api: {
      home: vi.fn(),
      newPart: done(),
      newFolder: done(),
      importPart: done(),
      filePart: done(),
      duplicate: done(),
      deletePart: done(),
      restorePart: done(),
      deleteFolder: done(),
      restoreFolder: done(),
      command: done(),
    },
    Refused: class extends Error {},
  };
});

const part = (id: number, name: string, folder: number | null) => ({
  id,
  name,
  unit: "mm",
  folder,
  revision: 7,
  changed: new Date(Date.now() - 3 * 60000).toISOString(),
});

beforeEach(async () => {
  vi.clearAllMocks();
  vi.mocked(api.home).mockResolvedValue({
    folders: [{ id: 2, name: "Castings" }],
    parts: [part(5, "Bearing block", 2), part(6, "Lid", null)],
  } as never);
  vi.mocked(api.newPart).mockResolvedValue({ id: 9 });
  vi.mocked(api.importPart).mockResolvedValue({ id: 11, notes: [] });
  render(<HomePage />);
  await screen.findByText("Bearing block");
});
afterEach(cleanup);

const card = (id: number) => document.querySelector<HTMLElement>(`[data-part="${id}"]`)!;
const drawer = (name: string) => within(document.querySelector("aside")!).getByText(name).closest("li")!;

async function choose(id: number, item: string): Promise<void> {
  const more = within(card(id)).getByRole("button");
  fireEvent.pointerDown(more, { button: 0, ctrlKey: false });
  fireEvent.click(await screen.findByRole("menuitem", { name: item }));
}

describe("parts", () => {
  it("stand in their drawers, and a drawer shows its own alone", () => {
    expect(card(5).textContent).toContain("mm · 3 min ago");
    fireEvent.click(within(drawer("Castings")).getByRole("button"));
    expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("Castings");
    expect(card(6)).toBeNull();
  });

  it("are begun by a key, in a unit, in the open drawer, and open", async () => {
    fireEvent.click(within(drawer("Castings")).getByRole("button"));
    fireEvent.keyDown(document.body, { key: "n" });
    const name = await screen.findByLabelText("Name");
    fireEvent.change(name, { target: { value: "Tee" } });
    fireEvent.click(screen.getByLabelText("inches"));
    fireEvent.submit(name.closest("form")!);
    await waitFor(() => expect(open).toHaveBeenCalledWith(9));
    expect(api.newPart).toHaveBeenCalledWith("Tee", "in", 2);
    await waitFor(() => expect(screen.queryByLabelText("Name")).toBeNull());
  });

  it("keep what was typed when it is refused", async () => {
    vi.mocked(api.newPart).mockRejectedValueOnce(new Refused("A part needs a name.", 422));
    fireEvent.keyDown(document.body, { key: "n" });
    const name = await screen.findByLabelText<HTMLInputElement>("Name");
    fireEvent.change(name, { target: { value: " " } });
    fireEvent.submit(name.closest("form")!);
    await screen.findByText("A part needs a name.");
    expect(screen.getByLabelText<HTMLInputElement>("Name").value).toBe(" ");
  });

  it("are renamed from where they stand, so that a change elsewhere isn't written over", async () => {
    await choose(5, "Rename");
    const name = await screen.findByLabelText<HTMLInputElement>("Name");
    expect(name.value).toBe("Bearing block");
    fireEvent.change(name, { target: { value: "Pedestal" } });
    fireEvent.submit(name.closest("form")!);
    await waitFor(() =>
      expect(api.command).toHaveBeenCalledWith(5, 7, { do: "rename-part", name: "Pedestal" }, []),
    );
  });

  it("that are deleted can be had back", async () => {
    await choose(6, "Delete");
    fireEvent.click(await screen.findByText("Undo"));
    expect(api.deletePart).toHaveBeenCalledWith(6);
    await waitFor(() => expect(api.restorePart).toHaveBeenCalledWith(6));
  });

  it("are taken out of a drawer only when they are in one", async () => {
    await choose(5, "Take out of its drawer");
    expect(api.filePart).toHaveBeenCalledWith(5, null);
    fireEvent.pointerDown(within(card(6)).getByRole("button"), { button: 0, ctrlKey: false });
    await screen.findByRole("menuitem", { name: "Duplicate" });
    expect(screen.queryByRole("menuitem", { name: "Take out of its drawer" })).toBeNull();
  });

  it("are moved by dropping them on a label", async () => {
    fireEvent.drop(drawer("Castings"), { dataTransfer: { getData: () => "6", files: [] } });
    await waitFor(() => expect(api.filePart).toHaveBeenCalledWith(6, 2));
    expect(api.importPart).not.toHaveBeenCalled();
  });
});

describe("a part file", () => {
  const take = (f: File) => fireEvent.change(screen.getByTestId("file"), { target: { files: [f] } });

  it("is brought in and opened", async () => {
    take(new File(['{"name":"Tee"}'], "tee.json"));
    await waitFor(() => expect(open).toHaveBeenCalledWith(11));
    expect(api.importPart).toHaveBeenCalledWith('{"name":"Tee"}', null);
  });

  it("that is too large or refused is said, and nothing opens", async () => {
    const large = new File(["x"], "all.json");
    Object.defineProperty(large, "size", { value: 17 * 1024 * 1024 });
    take(large);
    await screen.findByText("all.json is larger than a part file can be (16 MB).");
    vi.mocked(api.importPart).mockRejectedValueOnce(new Refused("This isn't a part file.", 422));
    take(new File(["?"], "note.json"));
    await screen.findByText("This isn't a part file.");
    expect(open).not.toHaveBeenCalled();
  });
});

it("a drawer that is deleted can be had back, and isn't shown any more", async () => {
  fireEvent.click(within(drawer("Castings")).getByRole("button"));
  fireEvent.click(screen.getByText("Delete this drawer"));
  fireEvent.click(await screen.findByText("Undo"));
  expect(screen.getByRole("heading", { level: 1 }).textContent).toBe("All parts");
  await waitFor(() => expect(api.restoreFolder).toHaveBeenCalledWith(2));
});
