import { useEffect, useState } from "react";
import type { StemId } from "../api/stemId";
import { type Taps, whole, tappedIn } from "./taps";
import { sidesOf } from "./thickness";
import type { PhotoInHand } from "./usePhotos";

/**
 * Looks for both sides of canes whose thickness nobody tapped, one after another.
 *
 * @returns whether a cane is still to be looked at
 */
export function useFoundSides(
  photo: PhotoInHand,
  url: string | null,
  onChange: (taps: Taps) => void,
): (cane: StemId) => boolean {
  const [tried, setTried] = useState<Record<string, string>>({});
  const { taps } = photo;
  const next = tappedIn(taps).find(
    (c) => whole(taps, c) && !taps.width?.[c] && tried[c] !== JSON.stringify(taps.on![c]),
  );
  const looks = (cane: StemId) =>
    url !== null && whole(taps, cane) && !taps.width?.[cane] && tried[cane] !== JSON.stringify(taps.on![cane]);
  useEffect(() => {
    if (next === undefined || !url) return;
    let gone = false;
    const on = taps.on![next]!;
    void sidesOf(url, on).then((found) => {
      if (gone) return;
      setTried((t) => ({ ...t, [next]: JSON.stringify(on) }));
      if (!found) return;
      onChange({
        ...taps,
        width: { ...taps.width, [next]: found.sides },
        widthSd: { ...taps.widthSd, [next]: found.sd },
      });
    });
    return () => void (gone = true);
    // Asked once for each cane as it was tapped; what is tapped meanwhile asks anew.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [next, url, taps]);
  return looks;
}
