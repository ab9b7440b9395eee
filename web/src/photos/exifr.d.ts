declare module "exifr/dist/lite.esm.mjs" {
  export function parse(file: ArrayBuffer, tags: string[]): Promise<unknown>;
}
