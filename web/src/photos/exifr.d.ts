declare module "exifr/dist/mini.esm.mjs" {
  /** What a picture says of itself, by the numbers of its tags; undefined where it says nothing. */
  export function parse(
    file: ArrayBuffer,
    options: { tiff: boolean; exif: boolean; translateKeys: false },
  ): Promise<Record<number, unknown> | undefined>;
}
