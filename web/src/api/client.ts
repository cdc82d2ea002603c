import type { Reply } from "./replies";
import type { Answer, FaceSpots, Hit, Talk } from "./talk";
import type {
  Checkup,
  Command,
  Comparison,
  Constraint,
  HomePage,
  Mapped,
  Mass,
  Measured,
  Mending,
  Section,
  Shape,
  Vec3,
  Version,
  DrawingSheet,
  Released,
} from "./types";

/** Tells this page from others that show the same part. */
const PAGE = Math.random().toString(36).slice(2);

/** A refusal in a sentence that can be shown as it is. */
export class Refused extends Error {
  readonly status: number;
  constructor(sentence: string, status: number) {
    super(sentence);
    this.status = status;
  }
}

/** For what is only shown as long as the part stays as it was asked about: a refusal then tells nobody anything. */
export function wentOn(e: unknown): void {
  if (!(e instanceof Refused)) throw e;
}

async function ask<T>(method: string, path: string, body?: unknown, signal?: AbortSignal): Promise<T> {
  let answer: Response;
  try {
    answer = await fetch(path, {
      method,
      signal,
      headers:
        body === undefined
          ? {}
          : { "Content-Type": body instanceof Blob ? "application/octet-stream" : "application/json" },
      body:
        body === undefined
          ? undefined
          : typeof body === "string" || body instanceof Blob
            ? body
            : JSON.stringify(body),
    });
  } catch (e) {
    if (e instanceof DOMException && e.name === "AbortError") throw e;
    throw new Refused(
      "Tall Ember can't be reached. What was accepted is kept; start it again and reload.",
      0,
    );
  }
  const text = await answer.text();
  const json = text ? JSON.parse(text) : {};
  if (!answer.ok)
    throw new Refused(json.sentence ?? "Something went wrong; nothing was changed.", answer.status);
  return json as T;
}

export const api = {
  home: () => ask<HomePage>("GET", "/api/home"),
  newFolder: (name: string) => ask<{ id: number }>("POST", "/api/folders", { name }),
  renameFolder: (id: number, name: string) => ask("PUT", `/api/folders/${id}`, { name }),
  deleteFolder: (id: number) => ask("DELETE", `/api/folders/${id}`),
  restoreFolder: (id: number) => ask("POST", `/api/folders/${id}/restore`),
  newPart: (name: string, unit: string, folder: number | null) =>
    ask<{ id: number }>("POST", "/api/parts", { name, unit, folder }),
  importPart: (text: string, folder: number | null) =>
    ask<{ id: number; notes: string[] }>(
      "POST",
      `/api/import${folder === null ? "" : `?folder=${folder}`}`,
      text,
    ),
  /** A new part of the solids that a file holds. */
  importSolids: (file: File, folder: number | null) =>
    ask<{ id: number; notes: string[] }>(
      "POST",
      `/api/import/solids?name=${encodeURIComponent(file.name)}${folder === null ? "" : `&folder=${folder}`}`,
      file,
    ),
  filePart: (id: number, folder: number | null) => ask("PUT", `/api/parts/${id}/folder`, { folder }),
  duplicate: (id: number) => ask<{ id: number }>("POST", `/api/parts/${id}/duplicate`),
  deletePart: (id: number) => ask("DELETE", `/api/parts/${id}`),
  restorePart: (id: number) => ask("POST", `/api/parts/${id}/restore`),
  part: (id: number) => ask<Reply>("GET", `/api/parts/${id}`),
  command: (id: number, revision: number, command: Command, seen: string[]) =>
    ask<Reply>("POST", `/api/parts/${id}/commands`, { revision, command, seen }),
  preview: (id: number, revision: number, command: Command, seen: string[], signal: AbortSignal) =>
    ask<Reply>("POST", `/api/parts/${id}/preview`, { revision, command, seen, page: PAGE }, signal),
  /** The material that would come and go with a command. */
  difference: (id: number, revision: number, command: Command, signal: AbortSignal) =>
    ask<{ come?: Shape[]; gone?: Shape[] }>(
      "POST",
      `/api/parts/${id}/preview/difference`,
      { revision, command, page: PAGE },
      signal,
    ),
  /** Rows of the shelves that can be begun with all that is picked. */
  fits: (id: number, revision: number, picked: Hit[]) =>
    ask<{ offers: string[] }>("POST", `/api/parts/${id}/fits`, { revision, picked }),
  spots: (id: number, revision: number, body: string, face: string) =>
    ask<FaceSpots>("POST", `/api/parts/${id}/spots`, { revision, body, face }),
  /** What planes lay open, each by a point and a normal to the side that is taken away. */
  section: (id: number, revision: number, planes: { origin: Vec3; normal: Vec3 }[]) =>
    ask<Section>("POST", `/api/parts/${id}/section`, { revision, planes }),
  measure: (id: number, revision: number, picked: Hit[]) =>
    ask<Measured>("POST", `/api/parts/${id}/measure`, { revision, picked }),
  mass: (id: number, revision: number) => ask<Mass>("POST", `/api/parts/${id}/mass`, { revision }),
  /** What speaks against making the part as it is to be made; and a number that mends one finding, if one is known. */
  check: (id: number, revision: number, signal: AbortSignal) =>
    ask<Checkup>("POST", `/api/parts/${id}/check`, { revision }, signal),
  remedy: (id: number, revision: number, found: string, signal: AbortSignal) =>
    ask<Partial<Mending>>("POST", `/api/parts/${id}/check/remedy`, { revision, found }, signal),
  releases: (id: number) => ask<Released[]>("GET", `/api/parts/${id}/releases`),
  release: (id: number) => ask<Released[]>("POST", `/api/parts/${id}/releases`),
  sheet: (id: number, signal: AbortSignal) =>
    ask<DrawingSheet>("GET", `/api/parts/${id}/sheet`, undefined, signal),
  map: (id: number, revision: number, by: string, signal: AbortSignal) =>
    ask<Mapped>("POST", `/api/parts/${id}/map`, { revision, by }, signal),
  /** A sentence after an entry. */
  sentence: (id: number, revision: number, talk: Talk) =>
    ask<Answer>("POST", `/api/parts/${id}/sentence`, { revision, talk }),
  trace: (id: number, revision: number, command: Command, seen: string[]) =>
    ask<Reply>("POST", `/api/parts/${id}/trace`, { revision, command, seen }),
  settle: (id: number, step: string) =>
    ask<{ constraint: Constraint; words: string }[]>("GET", `/api/parts/${id}/sketches/${step}/settle`),
  /** By what a driven dimension is driven. */
  drivers: (id: number, step: string, dimension: string) =>
    ask<{ id: string; words: string }[]>(
      "GET",
      `/api/parts/${id}/sketches/${step}/drivers?dimension=${encodeURIComponent(dimension)}`,
    ),
  /** What of an outline file a sketch could take. */
  outline: (svg: string) =>
    ask<{ curves: number; leftOut: number; trouble: string }>("POST", "/api/outlines", { svg }),
  picture: (file: Blob) =>
    ask<{ picture: string; width: number; height: number }>("POST", "/api/pictures", file),
  /** Keeps a file with solids, and says how many of them can be used. */
  solids: (file: Blob) =>
    ask<{ content: string; solids: number; notes: string[] }>("POST", "/api/solids", file),
  /** Rows of the shelves that can be shown on a sample, and {@code first}; and what is shown for one. */
  shows: () => ask<string[]>("GET", "/api/shows"),
  show: (offer: string) =>
    ask<{ said: string; answer?: Answer; part: Reply }[]>("GET", `/api/shows/${offer}`),
  materials: () => ask<Record<string, number>>("GET", "/api/materials"),
  versions: (id: number) => ask<Version[]>("GET", `/api/parts/${id}/versions`),
  keepVersion: (id: number, name: string) => ask<Version[]>("POST", `/api/parts/${id}/versions`, { name }),
  goBack: (id: number, revision: number, version: number, seen: string[]) =>
    ask<Reply>("POST", `/api/parts/${id}/versions/${version}/back`, { revision, seen }),
  compare: (id: number, other: string) =>
    ask<Comparison>("GET", `/api/parts/${id}/compare?with=${encodeURIComponent(other)}`),
  undo: (id: number, revision: number, seen: string[]) =>
    ask<Reply>("POST", `/api/parts/${id}/undo`, { revision, seen }),
  redo: (id: number, revision: number, seen: string[]) =>
    ask<Reply>("POST", `/api/parts/${id}/redo`, { revision, seen }),
};
