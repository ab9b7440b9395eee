import { useCallback, useState } from "react";
import { base } from "../api/base";

const keyOf = (name: string) => `gemmifer.half.${base}${name}`;

/** What was typed and not sent yet, as it was left; null where nothing was. */
export function readHalf<T>(name: string): T | null {
  try {
    return JSON.parse(localStorage.getItem(keyOf(name)) ?? "null") as T | null;
  } catch {
    return null;
  }
}

/**
 * The state of a form that outlives going away, a reload and a crash: it is kept on this device till the form is sent or
 * given up.
 *
 * @param name what the form is of, one of its kind in the garden
 * @returns the state, its setter, and the way to let go of it
 */
export function useHalf<T>(name: string, first: T): [T, (next: T) => void, () => void] {
  const [value, setValue] = useState<T>(() => readHalf<T>(name) ?? first);
  const set = useCallback(
    (next: T) => {
      setValue(next);
      if (JSON.stringify(next) === JSON.stringify(first)) localStorage.removeItem(keyOf(name));
      else localStorage.setItem(keyOf(name), JSON.stringify(next));
    },
    // What a form begins with does not change while it is open.
    // eslint-disable-next-line react-hooks/exhaustive-deps
    [name],
  );
  const letGo = useCallback(() => localStorage.removeItem(keyOf(name)), [name]);
  return [value, set, letGo];
}
