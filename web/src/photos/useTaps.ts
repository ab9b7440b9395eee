import { useCallback, useEffect, useRef, useState } from "react";
import { keepTaps, sendTaps } from "../outbox/photos";
import type { Taps } from "./taps";
import type { PhotoInHand } from "./usePhotos";
import { KEPT_STEPS } from "../shared/useSurvey";

/** Taps are sent when nothing was tapped for so long, ms. */
const REST = 1_200;

/**
 * What is tapped on photographs: on this device at once, so that no tap is ever lost; in the garden when the finger
 * rests.
 */
export function useTaps() {
  const [mine, setMine] = useState<Record<string, Taps>>({});
  const [past, setPast] = useState<{ photo: PhotoInHand; taps: Taps }[]>([]);
  const latest = useRef(mine);
  const tapsOf = useCallback((photo: PhotoInHand): Taps => mine[photo.key] ?? photo.taps, [mine]);
  const set = useCallback((photo: PhotoInHand, taps: Taps) => {
    const { plant, key, from, focal35, seen } = photo;
    keepTaps({ plant, key, from, focal35, seen, taps });
    latest.current = { ...latest.current, [key]: taps };
    setMine(latest.current);
  }, []);
  const change = useCallback(
    (photo: PhotoInHand, taps: Taps) => {
      // Read now: when the state is reckoned it is changed already.
      const before = latest.current[photo.key] ?? photo.taps;
      setPast((p) => [...p.slice(1 - KEPT_STEPS), { photo, taps: before }]);
      set(photo, taps);
    },
    [set],
  );
  /** What is found of itself is no step that is taken back. */
  const found = set;
  const undo = useCallback(() => {
    const last = past.at(-1);
    if (!last) return null;
    setPast((p) => p.slice(0, -1));
    set(last.photo, last.taps);
    return last.photo.key;
  }, [past, set]);
  useEffect(() => {
    const timer = setTimeout(() => void sendTaps(), REST);
    return () => clearTimeout(timer);
  }, [mine]);
  useEffect(() => () => void sendTaps(), []);
  return { tapsOf, change, found, undo, canUndo: past.length > 0, send: sendTaps };
}
