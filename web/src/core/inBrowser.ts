import type { Schemas } from "../api/client";
import type { Answered, Asked, Detail } from "./protocol";

/** Plans in this browser, so that no network is needed: the same core as the server's, in a worker of its own. */
export class CoreError extends Error {}

type Waiting = { done: (text: string) => void; failed: (e: CoreError) => void };
type Question = Asked extends infer A ? (A extends { id: number } ? Omit<A, "id"> : never) : never;

let worker: Worker | null = null;
let asked = 0;
const waiting = new Map<number, Waiting>();

function start(): Worker {
  const begun = new Worker(new URL("./core.worker.ts", import.meta.url), { type: "module" });
  begun.addEventListener("message", (e: MessageEvent<Answered>) => {
    const { id } = e.data;
    const who = waiting.get(id);
    waiting.delete(id);
    if ("text" in e.data) who?.done(e.data.text);
    else who?.failed(new CoreError(e.data.error));
  });
  begun.addEventListener("error", (e) => {
    // It cannot be fetched, or it died: whoever waits is told, and the next question begins anew.
    for (const who of waiting.values()) who.failed(new CoreError(e.message || "The core does not start here."));
    waiting.clear();
    worker = null;
  });
  return begun;
}

function ask(question: Question): Promise<string> {
  worker ??= start();
  const id = ++asked;
  return new Promise((done, failed) => {
    waiting.set(id, { done, failed });
    worker!.postMessage({ ...question, id });
  });
}

let warmed = false;

/** Begins to fetch the core and plans once, so that the first real question is answered quickly. */
export function warm(survey: unknown): void {
  if (warmed) return;
  warmed = true;
  void planHere(survey, "Decisions").catch(() => null);
}

/** The plan of a survey. */
export async function planHere(survey: unknown, detail: Detail): Promise<Schemas["PlanDocument"]> {
  return JSON.parse(await ask({ call: "plan", survey: JSON.stringify(survey), detail })) as Schemas["PlanDocument"];
}

/** A line of the log, as far as a plan hangs on it. */
export type KeptLine = Pick<
  Schemas["LogView"],
  "stem" | "stage" | "action" | "outcome" | "instead" | "cutAt" | "note" | "tied"
> & { said: Schemas["PlanSentence"]; day: string };

export interface WorkHere {
  document: Schemas["WorkView"]["document"];
  plan: Schemas["PlanDocument"];
  pending: Schemas["OpenStep"][];
  early: Schemas["PlanSentence"] | null;
  /** What is kept of the step that was said; null where none was. */
  line: KeptLine | null;
  changes: Schemas["Change"][];
}

/** The work on a plant as the core has it, with one more step done where one is said. */
export async function workHere(question: {
  survey: unknown;
  done: Partial<KeptLine>[];
  said: Omit<Schemas["StepInput"], "mark"> | null;
  today: string;
}): Promise<WorkHere> {
  return JSON.parse(await ask({ call: "work", asked: JSON.stringify(question) })) as WorkHere;
}

/** The season and the day that a new plant is planned for. */
export async function newHere(question: {
  kind: string;
  today: string;
  hemisphere: string;
  lastFrost: string;
}): Promise<{ season: number; date: string }> {
  return JSON.parse(await ask({ call: "new", asked: JSON.stringify(question) })) as { season: number; date: string };
}

/** Canes reckoned from taps on photographs. */
export async function traceHere(asked: unknown): Promise<Schemas["TraceAnswer"]> {
  return JSON.parse(await ask({ call: "trace", asked: JSON.stringify(asked) })) as Schemas["TraceAnswer"];
}

/** A stem across, in pixels of the piece that was asked about; null where its edges are not clear. */
export interface EdgesHere {
  a: [number, number] | null;
  b: [number, number] | null;
  sd: number | null;
}

/** How wide a stem is in a piece of a picture. */
export async function edgesHere(asked: {
  width: number;
  height: number;
  /** Base64, row by row. */
  brightness: string;
  at: [number, number];
  along: [number, number];
}): Promise<EdgesHere> {
  return JSON.parse(await ask({ call: "edges", asked: JSON.stringify(asked) })) as EdgesHere;
}
