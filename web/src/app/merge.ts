/** Changes made from one state carried over to another, where two windows changed the same settings. Pure. */

type Tree = { [name: string]: unknown };

const isTree = (value: unknown): value is Tree => typeof value === "object" && value !== null && !Array.isArray(value);

/** What was changed from `seen` to `mine`, put into `theirs`; where both changed the same, mine is the later word. */
export function merged<T extends object>(seen: T, mine: T, theirs: T): T {
  const result: Tree = { ...(theirs as Tree) };
  for (const [name, value] of Object.entries(mine)) {
    const was = (seen as Tree)[name];
    const now = (theirs as Tree)[name];
    if (isTree(value) && isTree(was) && isTree(now)) result[name] = merged(was, value, now);
    else if (value !== was) result[name] = value;
  }
  return result as T;
}
