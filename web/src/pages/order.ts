/** A list with one of its things moved to another place; the others keep their order. */
export function moved<T>(list: readonly T[], which: (item: T) => boolean, to: number): T[] {
  const item = list.find(which);
  if (item === undefined) return [...list];
  const rest = list.filter((x) => x !== item);
  rest.splice(Math.min(Math.max(0, to), rest.length), 0, item);
  return rest;
}
