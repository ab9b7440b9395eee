/** A row's plan in a sentence. Pure. */

import type { RowPlan } from "./canes";

const reasons: Record<string, string> = {
  spent: "have fruited",
  thin: "are thin",
  surplus: "are too many",
  mown: "go to the ground",
};

/** "56 canes go: 44 have fruited, 12 are thin. 48 stay, 12 to the metre." */
export function rowSentence(row: RowPlan): string {
  const go = row.classes.filter((c) => c.decision === "remove");
  const stay = row.classes.filter((c) => c.decision === "keep").reduce((n, c) => n + Number(c.canes), 0);
  const out = go.reduce((n, c) => n + Number(c.canes), 0);
  const why = go.map((c) => `${c.canes} ${reasons[c.name] ?? c.name}`).join(", ");
  const goes =
    out === 0
      ? "No cane goes."
      : go.length === 1 && go[0]!.name === "mown"
        ? `All ${out} canes go to the ground.`
        : `${out} canes go: ${why}.`;
  return stay === 0 ? goes : `${goes} ${stay} stay, ${Number(row.perMetre)} to the metre.`;
}
