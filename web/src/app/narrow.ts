import { useSyncExternalStore } from "react";

const query = "(max-width: 600px)";

/** Whether the window is as narrow as a phone held upright. */
export function useNarrow(): boolean {
  return useSyncExternalStore(
    (changed) => {
      const media = window.matchMedia?.(query);
      media?.addEventListener("change", changed);
      return () => media?.removeEventListener("change", changed);
    },
    () => window.matchMedia?.(query).matches ?? false,
    () => false,
  );
}
