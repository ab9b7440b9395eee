import type { Plan } from "../drawing/scene";
import type { StemId } from "../api/stemId";

/** Stems that two plans of one plant decide differently. */
export function differing(left: Plan, right: Plan): { id: StemId; left: string; right: string }[] {
  const other = new Map(right.stems.map((s) => [s.id, s.decision]));
  return left.stems
    .filter((s) => other.has(s.id) && other.get(s.id) !== s.decision)
    .map((s) => ({ id: s.id, left: s.decision, right: other.get(s.id)! }));
}

/** Stems that both plans shorten, at places more than this far apart, mm along the stem. */
const apart = 20;

/** Stems that both plans shorten, but not at the same place; places are the least distance up to which the cane stays, mm. */
export function cutElsewhere(left: Plan, right: Plan): { id: StemId; left: number; right: number }[] {
  const places = (plan: Plan) =>
    new Map(
      plan.steps
        .filter((s) => s.stem && s.cut)
        .map((s) => [s.stem!, Number(s.cut!.at ?? s.cut!.bud?.window?.[0] ?? Number.NaN)]),
    );
  const shortened = (plan: Plan) => new Set(plan.stems.filter((s) => s.decision === "shorten").map((s) => s.id));
  const [here, there, both] = [places(left), places(right), shortened(right)];
  return [...shortened(left)]
    .filter((id) => both.has(id) && Math.abs((here.get(id) ?? Number.NaN) - (there.get(id) ?? Number.NaN)) > apart)
    .map((id) => ({ id, left: here.get(id)!, right: there.get(id)! }));
}
