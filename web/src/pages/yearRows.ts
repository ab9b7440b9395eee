import type { Schemas } from "../api/client";

export type Job = Schemas["DatedJob"];

/** What each job is called. */
export const jobWords: Record<Schemas["YearJob"], string> = {
  look: "Walk round",
  "main-prune": "Main prune",
  "after-bloom-prune": "Prune after bloom",
  "tie-check": "Look over the ties",
  tipping: "Tip new canes",
  "second-visit": "Second visit",
  "rub-off": "Rub off",
  deadhead: "Deadhead, weekly",
  level: "Bring down to the level",
  "stop-cuts": "Last date for cuts",
  "stop-feeding": "Last date for feeding",
  "leaf-clean": "Leaves off the ground",
  feed: "Feed",
  mulch: "Water and mulch",
  cover: "Cover for the winter",
  uncover: "Uncover",
  "tool-care": "Tools: sharpen, oil, soak",
  "spent-canes": "Cut out spent canes",
  "path-clear": "Clear the path",
};

/** The page of a plant on which a job is done; the plan of its prune for all others. */
export const pageOf: Partial<Record<Schemas["YearJob"], string>> = {
  deadhead: "round",
  level: "round",
  "path-clear": "round",
  look: "look",
  cover: "cover",
  uncover: "uncover",
};

const DAY = 86_400_000;
const number = (iso: string) => Date.parse(`${iso}T00:00:00Z`) / DAY;

/** Days from one day to another. */
export const daysTo = (from: string, to: string): number => Math.round(number(to) - number(from));

/** A row of the picture: a job, its bars and the plants it is of. */
export interface Row {
  job: Schemas["YearJob"];
  jobs: Job[];
  /** Spans where at least one plant has its days, merged, as shares of the year shown. */
  bars: { from: number; to: number; many: number }[];
  /** Best days, as shares. */
  best: number[];
}

/** The jobs of a year as rows, in the order in which they first come. */
export function rowsOf(jobs: readonly Job[], from: string, to: string): Row[] {
  const length = daysTo(from, to) + 1;
  const share = (day: string) => Math.min(1, Math.max(0, daysTo(from, day) / length));
  const rows = new Map<Row["job"], Job[]>();
  for (const job of jobs) rows.set(job.job, [...(rows.get(job.job) ?? []), job]);
  return [...rows].map(([job, own]) => ({
    job,
    jobs: own,
    bars: barsOf(own, from, to),
    best: own.filter((j) => j.best >= from && j.best <= to).map((j) => share(j.best)),
  }));
}

/** Windows that touch become one bar. */
function barsOf(jobs: readonly Job[], from: string, to: string): Row["bars"] {
  const length = daysTo(from, to) + 1;
  const share = (days: number) => Math.min(1, Math.max(0, days / length));
  const spans = jobs
    .map((j) => ({ first: daysTo(from, j.window[0]!), last: daysTo(from, j.window[1]!) + 1 }))
    .sort((a, b) => a.first - b.first);
  const bars: { first: number; last: number; many: number }[] = [];
  for (const span of spans) {
    const before = bars.at(-1);
    if (before && span.first <= before.last) {
      before.last = Math.max(before.last, span.last);
      before.many++;
    } else bars.push({ ...span, many: 1 });
  }
  return bars.map((b) => ({ from: share(b.first), to: share(b.last), many: b.many })).filter((b) => b.to > b.from);
}

/**
 * The next days, each with the work whose best day it is; what could have been done before and still can stands on the
 * first.
 */
export function stripOf(jobs: readonly Job[], today: string, days: number): { day: string; jobs: Job[] }[] {
  return Array.from({ length: days }, (_, i) => {
    const day = new Date((number(today) + i) * DAY).toISOString().slice(0, 10);
    const due = (j: Job) => j.best === day || (i === 0 && j.best < day && j.window[1]! >= day);
    return { day, jobs: jobs.filter(due) };
  });
}

/** Jobs that are the same for several plants, with the same reason and the same last day. */
export function together(jobs: readonly Job[]): Job[][] {
  const groups: Job[][] = [];
  for (const job of jobs) {
    const before = groups.find(
      ([first]) =>
        first!.job === job.job &&
        first!.because === job.because &&
        first!.window[1] === job.window[1] &&
        first!.best === job.best,
    );
    if (before) before.push(job);
    else groups.push([job]);
  }
  return groups;
}

/** What is noted when a job is done; the main prune is noted by its own steps. */
export const eventOf: Partial<Record<Schemas["YearJob"], NonNullable<Schemas["YearEvent"]>>> = {
  "tie-check": "tied",
  tipping: "tipped",
  deadhead: "deadheaded",
  feed: "fed",
  cover: "covered",
  uncover: "uncovered",
  "leaf-clean": "leaves-cleared",
  mulch: "mulched",
  "rub-off": "rubbed-off",
};

/** One job with the places it is to be done in, in walking order. */
export interface Card {
  job: Schemas["YearJob"];
  jobs: Job[];
  places: { key: string; place: string; diseased: boolean; jobs: Job[] }[];
  /** The first day that is the last for some plant. */
  till: string;
  minutes: number;
  /** Why now, each reason once; that of most plants first. */
  reasons: string[];
}

/** A card for each job, in the order in which one first comes to it; in it its places as one walks. */
export function cardsOf(
  jobs: readonly Job[],
  placeOf: (plant: string) => string,
  diseased: ReadonlySet<string>,
): Card[] {
  const groups = new Map<Job["job"], Job[]>();
  for (const job of jobs) groups.set(job.job, [...(groups.get(job.job) ?? []), job]);
  return [...groups].map(([job, own]) => {
    const reasons = new Map<string, number>();
    for (const j of own) reasons.set(j.because, (reasons.get(j.because) ?? 0) + 1);
    return {
      job,
      jobs: own,
      places: inWalkingOrder(own, placeOf, diseased),
      till: own.map((j) => j.window[1]!).sort()[0]!,
      minutes: own.reduce((sum, j) => sum + Number(j.minutes), 0),
      reasons: [...reasons].sort((a, b) => b[1] - a[1]).map(([because]) => because),
    };
  });
}

/** A place one comes to, with what is to be done there. */
export interface Stop {
  key: string;
  place: string;
  diseased: boolean;
  jobs: Job[];
}

/** Jobs that are in walking order already, place by place; diseased plants make stops of their own at the end. */
export function inWalkingOrder(
  jobs: readonly Job[],
  placeOf: (plant: string) => string,
  diseased: ReadonlySet<string>,
): Stop[] {
  const stops = new Map<string, Stop>();
  for (const job of jobs) {
    const place = job.plant ? placeOf(job.plant) : "The shed";
    const ill = job.plant !== null && diseased.has(job.plant);
    const key = `${ill ? "last " : ""}${place}`;
    const stop = stops.get(key) ?? { key, place, diseased: ill, jobs: [] };
    stop.jobs.push(job);
    stops.set(key, stop);
  }
  return [...stops.values()];
}

/** Why there is no work: nothing waits, or nobody has looked yet. */
export function nothingWords(unseen: number, of: string): string {
  const nothing = of ? `Nothing of “${of}” has to be done today.` : "Nothing has to be done today.";
  return unseen === 0
    ? nothing
    : `${nothing} What ${unseen === 1 ? "one plant needs is" : `${unseen} plants need is`} not known: nobody has walked round ${unseen === 1 ? "it" : "them"} yet.`;
}
