import { useCallback, useEffect, useRef, useState } from "react";

/** Two taps within this are one, ms. */
const ONE_TAP = 500;

/**
 * Lets one tap through and none after it for half a second, nor before a step stood there for so long: a double tap never
 * records the step that comes next.
 */
export function useOneTap(): [tapped: boolean, tap: (then: () => void) => void, rest: () => void] {
  const [tapped, setTapped] = useState(false);
  const last = useRef(-Infinity);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  useEffect(() => () => clearTimeout(timer.current), []);
  const rest = useCallback(() => {
    last.current = performance.now();
    setTapped(true);
    clearTimeout(timer.current);
    timer.current = setTimeout(() => setTapped(false), ONE_TAP);
  }, []);
  const tap = (then: () => void) => {
    if (performance.now() - last.current < ONE_TAP) return;
    rest();
    then();
  };
  return [tapped, tap, rest];
}
