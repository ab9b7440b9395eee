import { useCallback, useEffect, useRef, useState } from "react";
import { readHalf } from "../app/kept";
import { base } from "../api/base";
import { changePhoto } from "../outbox/photos";
import type { Taps } from "./taps";
import type { PhotoInHand } from "./usePhotos";

/** Taps are sent when nothing was tapped for so long, ms. */
const REST = 1_200;

const nameOf = (key: string) => `taps.${key}`;
const keep = (key: string, taps: Taps) =>
  localStorage.setItem(`gemmifer.half.${base}${nameOf(key)}`, JSON.stringify(taps));
const letGo = (key: string) => localStorage.removeItem(`gemmifer.half.${base}${nameOf(key)}`);

/**
 * What is tapped on photographs: on this device at once, so that no tap is ever lost; in the garden when the finger
 * rests.
 */
export function useTaps(plant: string, photos: readonly PhotoInHand[]) {
  const [mine, setMine] = useState<Record<string, Taps>>({});
  const [past, setPast] = useState<{ key: string; taps: Taps }[]>([]);
  const known = useRef(photos);
  const latest = useRef(mine);
  useEffect(() => void (known.current = photos));
  const tapsOf = useCallback(
    (photo: PhotoInHand): Taps => mine[photo.key] ?? readHalf<Taps>(nameOf(photo.key)) ?? photo.taps,
    [mine],
  );
  const set = useCallback((key: string, taps: Taps) => {
    keep(key, taps);
    latest.current = { ...latest.current, [key]: taps };
    setMine(latest.current);
  }, []);
  const change = useCallback(
    (photo: PhotoInHand, taps: Taps) => {
      setPast((p) => [...p.slice(-59), { key: photo.key, taps: tapsOf(photo) }]);
      set(photo.key, taps);
    },
    [set, tapsOf],
  );
  const undo = useCallback(() => {
    const last = past.at(-1);
    if (!last) return null;
    setPast((p) => p.slice(0, -1));
    set(last.key, last.taps);
    return last.key;
  }, [past, set]);
  const send = useCallback(async () => {
    for (const photo of known.current) {
      const taps = latest.current[photo.key] ?? readHalf<Taps>(nameOf(photo.key));
      if (!taps || JSON.stringify(taps) === JSON.stringify(photo.taps)) continue;
      const { key, from, focal35, seen } = photo;
      await changePhoto(plant, { key, from, focal35, seen, taps }, "What was tapped on a photograph");
      if (JSON.stringify(latest.current[key] ?? taps) === JSON.stringify(taps)) letGo(key);
    }
  }, [plant]);
  useEffect(() => {
    const timer = setTimeout(() => void send(), REST);
    return () => clearTimeout(timer);
  }, [mine, photos, send]);
  useEffect(() => () => void send(), [send]);
  return { tapsOf, change, undo, canUndo: past.length > 0, send };
}
