import { at } from "../api/base";
import { newId, type Schemas } from "../api/client";
import { workHere } from "../core/inBrowser";
import type { SurveyDocument } from "../survey/types";
import { outbox } from "./outbox";
import type { NewChange, Waiting, WaitingOf } from "./store";

type Work = Schemas["WorkView"];
type Task = Exclude<Schemas["SurveyTask"], "prune">;

/** A visit to a plant beside the work of its season, as it is begun. */
export interface Beginning {
  plant: string;
  task: Task;
  /** What was seen, as it is planned. */
  document: SurveyDocument;
  /** It is wanted today, in its season or not. */
  anyway?: boolean;
  /** What it is, in words. */
  words: string;
}

/** What begins a visit. Its name is made here, so that no network is needed. */
function beginning(b: Beginning, key: string): NewChange {
  const { stems, school } = b.document;
  return {
    plant: b.plant,
    what: "round",
    method: "PUT",
    address: at(`/api/plants/${b.plant}/rounds/${key}`),
    seen: "*",
    body: {
      task: b.task,
      school: school ?? null,
      anyway: b.anyway ?? false,
      ...(b.task === "round" && { stems }),
    },
    words: b.words,
    document: b.document,
  };
}

/** Where the work of a visit is. */
export const workOf = (plant: string, key: string, more = ""): string =>
  at(`/api/plants/${plant}/work${more}?round=${key}`);

/** Begins a visit; gives the name it is found by. */
export async function begin(b: Beginning): Promise<string> {
  const key = newId();
  await outbox.add([beginning(b, key)]);
  return key;
}

/**
 * A visit of which all was done already: it is kept with every step, and ended.
 *
 * @param today the day as the garden has it
 */
export async function beginDone(b: Beginning, today: string, core = workHere): Promise<void> {
  const key = newId();
  const { pending } = await core({ survey: b.document, done: [], said: null, today });
  const steps = pending
    .filter((p) => p.step.stage !== "return")
    .map((p): NewChange => ({
      plant: b.plant,
      what: "step",
      method: "POST",
      address: workOf(b.plant, key),
      seen: "*",
      body: { key: p.key, mark: p.mark, outcome: "done", instead: null, cutAt: null, note: null },
      words: p.step.text,
    }));
  await outbox.add([
    beginning(b, key),
    ...steps,
    {
      plant: b.plant,
      what: "finish",
      method: "POST",
      address: workOf(b.plant, key, "/finish"),
      seen: "*",
      body: null,
      words: `${b.words}: finished`,
    },
  ]);
}

/** A visit that waits to be sent; null where it was. */
export const unsent = (waiting: readonly Waiting[], plant: string, key: string): WaitingOf<"round"> | null =>
  waiting.find(
    (w): w is WaitingOf<"round"> => w.what === "round" && w.plant === plant && w.address.endsWith(`/rounds/${key}`),
  ) ?? null;

/** The work of a visit that the garden does not know yet. */
export async function workOfUnsent(document: unknown, today: string): Promise<Work> {
  const { plan, pending, document: planned } = await workHere({ survey: document, done: [], said: null, today });
  return {
    season: Number(today.slice(0, 4)),
    visit: 0,
    finished: false,
    document: planned,
    plan,
    pending,
    done: [],
    changes: [],
    fault: null,
    early: null,
    today,
    revision: "new",
  };
}
