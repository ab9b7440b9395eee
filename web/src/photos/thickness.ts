/** How thick a cane is in a picture, found across it by the core from a small piece of the picture. */

import { edgesHere } from "../core/inBrowser";
import { placeOn } from "./along";
import type { Px } from "./camera";

/** The piece that is looked at, pixels on a side. */
const PIECE = 128;

/** So far along from foot to tip it is looked at: above the crowd at the foot. */
export const SHARES = [0.22, 0.32, 0.42];

/** The piece of a picture around a place, as brightness (ITU-R BT.601 luma), and where it begins. */
async function piece(url: string, at: Px) {
  const bitmap = await createImageBitmap(await (await fetch(url)).blob());
  const [u, v] = [
    Math.round(Math.min(Math.max(0, at[0] - PIECE / 2), Math.max(0, bitmap.width - PIECE))),
    Math.round(Math.min(Math.max(0, at[1] - PIECE / 2), Math.max(0, bitmap.height - PIECE))),
  ];
  const [width, height] = [Math.min(PIECE, bitmap.width), Math.min(PIECE, bitmap.height)];
  const paper = new OffscreenCanvas(width, height).getContext("2d", { willReadFrequently: true })!;
  paper.drawImage(bitmap, -u, -v);
  bitmap.close();
  const { data } = paper.getImageData(0, 0, width, height);
  let text = "";
  for (let i = 0; i < data.length; i += 4) {
    text += String.fromCharCode(Math.round(0.299 * data[i]! + 0.587 * data[i + 1]! + 0.114 * data[i + 2]!));
  }
  return { u, v, width, height, brightness: btoa(text) };
}

/** A place on either side of a cane; null where its edges are not clear, or nothing can look. */
export async function sidesOf(url: string, on: readonly Px[]): Promise<{ sides: [Px, Px]; sd: number } | null> {
  try {
    for (const share of SHARES) {
      const { at, along } = placeOn(on, share);
      const { u, v, ...patch } = await piece(url, at);
      const { a, b, sd } = await edgesHere({ ...patch, at: [at[0] - u, at[1] - v], along });
      if (a && b && sd !== null) {
        return {
          sides: [
            [a[0] + u, a[1] + v],
            [b[0] + u, b[1] + v],
          ],
          sd,
        };
      }
    }
  } catch {
    // Without the core here, or the picture, the gardener says how thick it is.
  }
  return null;
}
