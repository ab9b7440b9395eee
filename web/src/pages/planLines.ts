import type { Schemas } from "../api/client";

export type Line = Schemas["GardenPlanLine"];

/** Reads JSON lines as they arrive: the first gives the number of plants, each other one a plant's plan. */
export async function readLines(
  stream: ReadableStream<Uint8Array>,
  onTotal: (total: number) => void,
  onLines: (lines: Line[]) => void,
): Promise<void> {
  const reader = stream.getReader();
  const decoder = new TextDecoder();
  let rest = "";
  let first = true;
  for (;;) {
    const { done, value } = await reader.read();
    rest += done ? decoder.decode() : decoder.decode(value, { stream: true });
    const parts = rest.split("\n");
    rest = parts.pop()!;
    const read = parts.filter((p) => p !== "").map((p) => JSON.parse(p) as Line & { total?: number });
    if (first && read.length > 0) {
      onTotal(Number(read.shift()!.total));
      first = false;
    }
    if (read.length > 0) onLines(read);
    if (done) {
      if (rest.trim() !== "") throw new Error("The answer broke off.");
      return;
    }
  }
}

export interface Totals {
  planned: number;
  empty: number;
  finished: number;
  stuck: number;
  cuts: number;
  checks: number;
  minutes: number;
  tools: string[];
  /** Metres of each tie material. */
  ties: Record<string, number>;
}

export const nothing: Totals = {
  planned: 0,
  empty: 0,
  finished: 0,
  stuck: 0,
  cuts: 0,
  checks: 0,
  minutes: 0,
  tools: [],
  ties: {},
};

/** The sums with more plants added. */
export function add(totals: Totals, lines: Line[]): Totals {
  const sum = { ...totals, tools: [...totals.tools], ties: { ...totals.ties } };
  for (const l of lines) {
    if (l.state === "planned") sum.planned++;
    else if (l.state === "finished") sum.finished++;
    else if (l.state === "empty") sum.empty++;
    else sum.stuck++;
    sum.cuts += Number(l.cuts);
    sum.checks += Number(l.checks);
    sum.minutes += Number(l.minutes);
    for (const t of l.ties) sum.ties[t.material] = (sum.ties[t.material] ?? 0) + Number(t.metres);
    for (const t of l.tools) if (!sum.tools.includes(t)) sum.tools.push(t);
  }
  return sum;
}

/** Minutes as people say them. */
export function hours(minutes: number): string {
  if (minutes < 90) return `${minutes} minutes`;
  const h = Math.round(minutes / 30) / 2;
  return h < 16 ? `about ${h} hours` : `about ${Math.round(minutes / 60 / 6)} days of six hours`;
}
