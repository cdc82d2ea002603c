import type { StoreApi, UseBoundStore } from "zustand";
import { useShallow } from "zustand/react/shallow";

/** A hook for the named fields of a store alone: what else changes there draws nothing anew. */
export const fieldsOf =
  <T>(useStore: UseBoundStore<StoreApi<T>>) =>
  <K extends keyof T>(...keys: K[]): { [P in K]: T[P] } =>
    useStore(useShallow((s) => Object.fromEntries(keys.map((k) => [k, s[k]])) as { [P in K]: T[P] }));
