import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { at } from "../api/base";
import { api, ApiError, asSeen, must, type Schemas } from "../api/client";
import { CoreError, workHere } from "../core/inBrowser";
import { type PlanStep } from "../drawing/scene";
import { lineKept, saidOf } from "../outbox/fold";
import { outbox } from "../outbox/outbox";
import { workOf } from "../outbox/rounds";
import type { WaitingOf } from "../outbox/store";
import { type VisitInHand } from "../shared/usePlant";
import { useOneTap } from "./useOneTap";
import type { SurveyDocument } from "../survey/types";
import type { Spoken } from "../survey/sentence";

export type Work = Schemas["WorkView"];

type Bare<T> = T extends unknown ? Omit<T, "seq" | "key" | "made" | "plant" | "seen" | "body"> : never;

/** A change of the work that stores nothing of its own. */
type Changed = Bare<WaitingOf<"take-back" | "finish" | "take-finish-back">>;

/** Recording what was done: every tap is kept on this device first. */
export function useRecording(
  id: string,
  visit: VisitInHand | undefined,
  say: (sentence: Spoken) => string,
  work: Work | undefined,
  document: SurveyDocument,
) {
  const addressOf = (more = "") => (visit ? workOf(id, visit.key, more) : at(`/api/plants/${id}/work${more}`));
  const address = addressOf();
  // Every tap is kept on this device first and sent then, so that no network is needed.
  const record = useMutation({
    mutationFn: (bodies: Schemas["StepInput"][]) =>
      outbox.add(
        bodies.map((body) => ({
          plant: id,
          what: "step",
          method: "POST",
          address,
          seen: work!.revision,
          body,
          words: wordsOf(work!, body, say),
        })),
      ),
  });
  const change = useMutation({
    mutationFn: async (c: Changed) => {
      await outbox.add([{ ...c, plant: id, seen: "*", body: null }]);
    },
  });
  const takeBack = useMutation({
    mutationFn: async (line: Schemas["LogView"]) => {
      const number = Number(line.id);
      if (number < 0) {
        if (!(await outbox.takeBack(-number))) throw new Error("It was sent just now. Take it back once more.");
        return;
      }
      await change.mutateAsync({
        what: "take-back",
        method: "DELETE",
        address: addressOf(`/${number}`),
        of: number,
        words: `Take back: ${say(line)}`,
      });
    },
  });
  const [tapped, tap, rest] = useOneTap();
  const [weighed, setWeighed] = useState<Weighed | null>(null);
  // What is done otherwise than planned may change the rest: it is shown before it is recorded.
  const weigh = useMutation({
    mutationFn: async (bodies: Schemas["StepInput"][]) => ({ bodies, changes: await changesOf(bodies[0]!) }),
    // What comes of it stands where the tap was: a second one does not say yes to it.
    onSuccess: (w) => (w.changes.length === 0 ? record.mutate(w.bodies) : (rest(), setWeighed(w))),
  });
  const changesOf = async (body: Schemas["StepInput"]): Promise<Schemas["Change"][]> => {
    const here = () => changedHere(document, work!, body);
    // What waits is not known to the garden yet.
    if (work!.done.some((l) => Number(l.id) < 0)) return here();
    try {
      return await must(
        api.POST("/api/plants/{id}/work/try", {
          params: { path: { id }, query: visit ? { round: visit.key } : {} },
          body,
          headers: asSeen(work!.revision),
        }),
      );
    } catch (e) {
      if (e instanceof ApiError && e.status === 0) return here();
      throw e;
    }
  };
  const all = [record, change, takeBack, weigh];
  return { addressOf, record, change, takeBack, tapped, tap, rest, weighed, setWeighed, weigh, all };
}

/** What an entry would change of the rest, as the core of this device has it; nothing where there is none. */
function changedHere(survey: SurveyDocument, work: Work, body: Schemas["StepInput"]): Promise<Schemas["Change"][]> {
  return workHere({ survey, done: work.done.map(lineKept), said: saidOf(body), today: work.today }).then(
    (h) => h.changes,
    (e: unknown) => {
      // Without the core nothing tells what it changes; it is recorded all the same.
      if (e instanceof CoreError) return [];
      throw e;
    },
  );
}

export const takingFinishBack = (address: string) => ({
  what: "take-finish-back" as const,
  method: "DELETE" as const,
  address,
  words: "Go on with it: not finished",
});

/** What was done with a step, in words, for as long as it waits. */
function wordsOf(work: Work, body: Schemas["StepInput"], say: (s: PlanStep) => string): string {
  const step = work.pending.find((p) => p.key === body.key)?.step;
  const left = body.outcome === "skipped" || body.instead === "left";
  const how = left ? "Left as it is: " : body.outcome === "different" ? "Differently: " : "";
  return `${how}${step ? say(step) : body.key}`;
}

interface Weighed {
  bodies: Schemas["StepInput"][];
  changes: Schemas["Change"][];
}
