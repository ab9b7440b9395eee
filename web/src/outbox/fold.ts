import type { Schemas } from "../api/client";
import { CoreError, type KeptLine, type WorkHere, workHere } from "../core/inBrowser";
import type { Waiting, WaitingOf } from "./store";

type Work = Schemas["WorkView"];
type LogLine = Schemas["LogView"];

type OfWork = WaitingOf<"step" | "take-back" | "finish" | "take-finish-back">;

const isOfWork = (w: Waiting): w is OfWork =>
  w.what === "step" || w.what === "take-back" || w.what === "finish" || w.what === "take-finish-back";

/** The visit beside the season's work that an address is of; null where it is of that work. */
export const visitOf = (address: string): string | null => new URL(address, "http://here").searchParams.get("round");

/**
 * What of the work on a plant waits to be sent, in order. What was refused is no part of it.
 *
 * @param round the visit beside the season's work; null for that work
 */
export const workWaiting = (all: readonly Waiting[], plant: string, round: string | null = null): OfWork[] =>
  all.filter(isOfWork).filter((w) => w.plant === plant && !w.refused && visitOf(w.address) === round);

/** The line of the log that a step which waits will become. Lines that wait have numbers below zero. */
export function lineOf(waiting: WaitingOf<"step">, season: number): LogLine {
  const { line, body } = waiting;
  return {
    id: -waiting.seq,
    season,
    at: waiting.made,
    kind: "step",
    text: line?.said.text ?? waiting.words,
    measures: line?.said.measures ?? null,
    stem: line?.stem ?? null,
    stage: line?.stage ?? body.key,
    action: line?.action ?? null,
    outcome: body.outcome,
    instead: line?.instead ?? null,
    cutAt: line?.cutAt ?? null,
    note: body.note ?? null,
    grams: null,
    tied: line?.tied ?? null,
    struck: false,
    stemNow: line?.stem ?? null,
    history: [],
    what: null,
    mm: null,
    bbch: null,
  };
}

/** The lines that stand, and whether it is finished, once what waits is done. */
function standing(work: Work, waiting: readonly Waiting[]): { done: LogLine[]; finished: boolean } {
  const gone = new Set(waiting.filter((w) => w.what === "take-back").map((w) => w.of));
  const last = waiting.filter((w) => w.what === "finish" || w.what === "take-finish-back").at(-1);
  return {
    done: work.done.filter((l) => !gone.has(Number(l.id))),
    finished: last ? last.what === "finish" : work.finished,
  };
}

/**
 * The work on a plant as it stands with what waits to be sent: the core plans it here as the garden will when it has it.
 *
 * @param survey the survey without what was done
 * @param keep keeps a step with its line, so that it is not worked out again
 */
export async function folded(
  work: Work,
  survey: unknown,
  waiting: readonly Waiting[],
  keep: (w: Waiting) => Promise<void>,
  core: typeof workHere = workHere,
): Promise<Work> {
  const { done, finished } = standing(work, waiting);
  const ask = { survey, today: work.today };
  let now: WorkHere | null = null;
  let changes: Schemas["Change"][] = [];
  for (const w of waiting) {
    if (w.what !== "step") continue;
    let line: KeptLine | undefined = w.line;
    now = null;
    if (!line) {
      const here = await core({ ...ask, done: done.map(lineKept), said: saidOf(w.body) });
      line = here.line!;
      changes = here.changes;
      now = here;
      await keep({ ...w, line });
    }
    done.push(lineOf({ ...w, line }, work.season));
  }
  now ??= await core({ ...ask, done: done.map(lineKept), said: null });
  return { ...work, ...pick(now), done, finished, changes };
}

/** The same where the core cannot be had: what was done is no longer open, the rest is as it was. */
export function struckOff(work: Work, waiting: readonly Waiting[]): Work {
  const steps = waiting.filter((w) => w.what === "step");
  const keys = new Set(steps.map((w) => w.body.key));
  const { done, finished } = standing(work, waiting);
  return {
    ...work,
    pending: work.pending.filter((p) => !keys.has(p.key)),
    done: [...done, ...steps.map((w) => lineOf(w, work.season))],
    finished,
    changes: [],
  };
}

/** The work with what waits; what the core cannot plan here is struck off. */
export const foldedOrStruck: typeof folded = (work, survey, waiting, keep, core) =>
  folded(work, survey, waiting, keep, core).catch((e: unknown) => {
    if (e instanceof CoreError) return struckOff(work, waiting);
    throw e;
  });

const pick = (here: WorkHere) => ({
  document: here.document,
  plan: here.plan,
  pending: here.pending,
  early: here.early,
});

/** What was said of a step, without the mark it was shown with. */
export const saidOf = (body: Schemas["StepInput"]): Omit<Schemas["StepInput"], "mark"> => {
  const { key, outcome, instead, cutAt, note, tiedTo } = body;
  return { key, outcome, instead, cutAt, note, tiedTo: tiedTo ?? null };
};

/** What of a line of the log a plan hangs on. */
export const lineKept = (l: LogLine): Partial<KeptLine> => ({
  stem: l.stem,
  stage: l.stage,
  action: l.action,
  outcome: l.outcome,
  instead: l.instead,
  cutAt: l.cutAt,
  tied: l.tied,
  day: dayOf(l.at),
});

/** The day of a line of the log: the garden's where the garden wrote it, this device's where it waits here. */
const dayOf = (at: string): string => {
  if (!at.endsWith("Z")) return at.slice(0, 10);
  const here = new Date(at);
  return new Date(here.getTime() - here.getTimezoneOffset() * 60_000).toISOString().slice(0, 10);
};
