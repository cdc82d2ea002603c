import type { Scene } from "./Scene";

let shown: Scene | null = null;

/** The scene that the part page shows, for tools that ask what lies under the pointer. */
export const currentScene = () => shown;

export function setScene(s: Scene | null): void {
  shown = s;
}
