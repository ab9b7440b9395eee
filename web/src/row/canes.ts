/** The canes of a row as they are drawn: so many of each class, spread evenly along it. Pure; no framework. */

import type { components } from "../api/schema";
import type { RowFacts } from "../survey/types";

export type RowPlan = NonNullable<components["schemas"]["PlanDocument"]["row"]>;
export type CaneClass = NonNullable<components["schemas"]["CaneClass"]>;
export type RowState = "found" | "after" | "summer";

/** The classes of the plan, and the new canes of next summer, with and without fruit. */
export type DrawnClass = CaneClass | "new" | "new-fruit";

export interface DrawnCane {
  key: string;
  kind: DrawnClass;
  /** Along the row, 0 to 1. */
  along: number;
  /** Across it, -1 to 1. */
  across: number;
  lean: number;
  height: number;
  laterals: number;
}

/** More canes than this are drawn by the handful. */
const mostDrawn = 72;

/** A number between 0 and 1 that is always the same for the same cane. */
function steady(n: number): number {
  const x = Math.sin(n * 127.1 + 11.7) * 43758.5453;
  return x - Math.floor(x);
}

/** Canes by class as the survey has them, where there is no plan. */
function found(row: RowFacts): [DrawnClass, number][] {
  const thin = row.thin ?? 0;
  return [
    ["stay", (row.firstYear ?? 0) - thin],
    ["thin", thin],
    ["fruiting", row.secondYear ?? 0],
    ["spent", row.spent ?? 0],
  ];
}

/** The canes to draw in a state, and how many each stands for; last season's canes are so tall, mm. */
export function canesOf(
  row: RowFacts,
  tall: number,
  plan: RowPlan | null,
  state: RowState,
  most = mostDrawn,
): { canes: DrawnCane[]; each: number } {
  let classes: [DrawnClass, number][] =
    plan && state !== "found" ? plan.classes.map((c) => [c.name!, Number(c.canes)]) : found(row);
  if (plan && state === "summer") {
    const stay = classes.filter(([k]) => k === "stay" || k === "fruiting").reduce((n, [, c]) => n + c, 0);
    const autumn = plan.compare.length > 0;
    classes = [
      ["stay", stay],
      [autumn ? "new-fruit" : "new", Math.round(Math.max(Number(plan.most) * 0.7, stay * 0.6))],
    ];
  }
  const all = classes.reduce((n, [, c]) => n + c, 0);
  const each = Math.max(1, Math.ceil(all / most));
  const drawn = classes.map(([kind, n]) => [kind, n === 0 ? 0 : Math.max(1, Math.round(n / each))] as const);
  const total = drawn.reduce((n, [, c]) => n + c, 0);
  // Classes are mixed along the row: each cane takes the next place of a fixed shuffle.
  const places = Array.from({ length: total }, (_, i) => i).sort((a, b) => steady(a + 3) - steady(b + 3) || a - b);
  const shares: Partial<Record<DrawnClass, number>> = { thin: 0.62, spent: 0.9, new: 0.75, "new-fruit": 0.85 };
  const canes: DrawnCane[] = [];
  let k = 0;
  for (const [kind, n] of drawn) {
    for (let i = 0; i < n; i++, k++) {
      const place = places[k]!;
      canes.push({
        key: `${kind}-${i}`,
        kind,
        along: (place + 0.3 + 0.4 * steady(place)) / Math.max(1, total),
        across: steady(place * 7 + 2) * 2 - 1,
        lean: (steady(place * 5 + 1) - 0.5) * 34,
        height: tall * (shares[kind] ?? 1) * (0.9 + 0.18 * steady(place * 3 + 5)),
        laterals: plan?.laterals && kind === "stay" && state !== "found" ? 3 : 0,
      });
    }
  }
  // What goes is drawn first, what stays over it.
  const rank = (c: DrawnCane) => (c.kind === "stay" || c.kind === "fruiting" ? 1 : 0);
  return { canes: canes.sort((a, b) => rank(a) - rank(b)), each };
}
