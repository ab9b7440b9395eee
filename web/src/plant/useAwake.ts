import { useEffect } from "react";

/** Keeps the screen awake while the work goes on, where the device can. */
export function useAwake() {
  useEffect(() => {
    let lock: { release: () => Promise<void> } | null = null;
    const ask = () => {
      const wake = (navigator as { wakeLock?: { request: (t: "screen") => Promise<{ release: () => Promise<void> }> } })
        .wakeLock;
      if (wake && document.visibilityState === "visible")
        wake.request("screen").then(
          (l) => (lock = l),
          () => {},
        );
    };
    ask();
    document.addEventListener("visibilitychange", ask);
    return () => {
      document.removeEventListener("visibilitychange", ask);
      void lock?.release();
    };
  }, []);
}
