import { useEffect, useState } from "react";
import { api } from "../api/client";

let known: Promise<string[]> | null = null;

/** The rows of the shelves that can be shown; none until that is known. */
export function useShows(): string[] {
  const [all, setAll] = useState<string[]>([]);
  useEffect(() => {
    known ??= api.shows().catch(() => {
      known = null;
      return [];
    });
    void known.then(setAll);
  }, []);
  return all;
}
