declare module "*.peggy" {
  /** What was said in a line, item by item; any text can be read. */
  export function parse(text: string): unknown[];
}
