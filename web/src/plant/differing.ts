import type { Plan } from "../drawing/scene";

/** Stems that two plans of one plant decide differently. */
export function differing(left: Plan, right: Plan): { id: string; left: string; right: string }[] {
  const other = new Map(right.stems.map((s) => [s.id, s.decision]));
  return left.stems
    .filter((s) => other.has(s.id) && other.get(s.id) !== s.decision)
    .map((s) => ({ id: s.id, left: s.decision, right: other.get(s.id)! }));
}
