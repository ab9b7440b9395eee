/** A picture as a gardener takes or chooses it, made ready to be kept. */

import type { NewPicture } from "../outbox/photos";

/** The longer side of a picture that is kept, pixels. */
export const LONGEST = 1_600;

/** A file larger than this is no photograph of a phone, bytes. */
const MOST_BYTES = 40_000_000;

/** So many pixels and more are not unpacked: a phone would run out of room. */
const MOST_PIXELS = 40_000_000;

const QUALITY = 0.88;

/** Exif tag FocalLengthIn35mmFilm (CIPA DC-008). */
const FOCAL_35 = 0xa405;

/** Why a file cannot be taken, in words. */
export class NoPicture extends Error {}

/** How large a picture becomes. */
export function scaled(width: number, height: number): { width: number; height: number } {
  const share = Math.min(1, LONGEST / Math.max(width, height));
  return { width: Math.max(1, Math.round(width * share)), height: Math.max(1, Math.round(height * share)) };
}

/** What a file is called where it cannot be read. */
export function refusal(name: string, type: string): string {
  const kind = /\.([a-z0-9]{1,5})$/i.exec(name)?.[1]?.toUpperCase() ?? type ?? "";
  return (
    `“${name}” cannot be read as a picture${kind ? ` (${kind})` : ""}. ` +
    "Take JPEG, PNG or WebP; a phone's camera can be set to JPEG."
  );
}

/**
 * Turned upright by its orientation, scaled, and written anew, so that nothing is left of where and with what it was
 * taken but the focal length.
 */
export async function made(file: File): Promise<NewPicture> {
  if (file.size > MOST_BYTES) throw new NoPicture(`“${file.name}” is larger than 40 MB.`);
  const found = await sizeOf(file);
  if (found === null) throw new NoPicture(refusal(file.name, file.type));
  if (found.width * found.height >= MOST_PIXELS) throw new NoPicture(tooLarge(file.name, found.width * found.height));
  const focal35 = await focalOf(file);
  const bitmap = await createImageBitmap(file, { imageOrientation: "from-image" }).catch(() => {
    throw new NoPicture(refusal(file.name, file.type));
  });
  try {
    const size = scaled(bitmap.width, bitmap.height);
    const canvas = new OffscreenCanvas(size.width, size.height);
    const paper = canvas.getContext("2d")!;
    paper.imageSmoothingQuality = "high";
    paper.drawImage(bitmap, 0, 0, size.width, size.height);
    const blob = await canvas.convertToBlob({ type: "image/jpeg", quality: QUALITY });
    return { jpeg: await blob.arrayBuffer(), ...size, focal35 };
  } finally {
    bitmap.close();
  }
}

/** What a picture of too many pixels is called. */
export const tooLarge = (name: string, pixels: number): string =>
  `“${name}” has ${Math.round(pixels / 1e6)} million pixels, more than is safe to unpack here. ` +
  "Set the camera to fewer than 40 million, or choose a smaller copy.";

/** How large a picture says it is: a browser reads its head before it unpacks it. Null where it is none. */
function sizeOf(file: File): Promise<{ width: number; height: number } | null> {
  return new Promise((done) => {
    const url = URL.createObjectURL(file);
    const image = new Image();
    const end = (size: { width: number; height: number } | null) => {
      URL.revokeObjectURL(url);
      done(size);
    };
    image.onload = () => end({ width: image.naturalWidth, height: image.naturalHeight });
    image.onerror = () => end(null);
    image.src = url;
  });
}

/** The focal length on 36 mm film that a picture says of itself (Exif); null where it does not. */
async function focalOf(file: Blob): Promise<number | null> {
  try {
    const { parse } = await import("exifr/dist/mini.esm.mjs");
    const said = await parse(await file.arrayBuffer(), { tiff: true, exif: true, translateKeys: false });
    const mm = said?.[FOCAL_35];
    return typeof mm === "number" && mm >= 5 && mm <= 1000 ? mm : null;
  } catch {
    return null;
  }
}
