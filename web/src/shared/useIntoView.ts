import { useEffect, useRef } from "react";

/** Brings what was just opened into view, where it opens out of sight: on a phone panels stand below one another. */
export function useIntoView<T extends HTMLElement>(opened: unknown) {
  const at = useRef<T>(null);
  useEffect(() => {
    const box = at.current?.getBoundingClientRect();
    if (!box || (box.top >= 0 && box.top < window.innerHeight * 0.7)) return;
    at.current?.scrollIntoView({ block: "start", behavior: "smooth" });
  }, [opened]);
  return at;
}
