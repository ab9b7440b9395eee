import { useQuery } from "@tanstack/react-query";
import { useEffect, useRef } from "react";
import { api, must, type Schemas } from "../api/client";
import { foldedOrStruck, struckOff, visitOf, workWaiting } from "../outbox/fold";
import { outbox } from "../outbox/outbox";
import { workOfUnsent } from "../outbox/rounds";
import type { Waiting } from "../outbox/store";
import { useWaiting } from "../outbox/useOutbox";
import type { SurveyInHand } from "./useSurvey";

type Work = Schemas["WorkView"];

export interface WorkInHand {
  /** As it stands with what waits to be sent; undefined while it is fetched. */
  work: Work | undefined;
  error: Error | null;
  /** What was just recorded is being planned. */
  settling: boolean;
  /** What the garden did not take. */
  refused: Waiting[];
  refetch: () => void;
}

/** A visit beside the work of the season. */
export interface VisitAsked {
  key: string;
  /** What was seen, while it waits to be sent; null where the garden has it. */
  unsent: unknown;
  /** The day as the garden has it. */
  today: string;
}

/**
 * The work on a plant: what the garden knows, and on top of it what waits on this device.
 *
 * @param visit the visit beside the season's work; null for that work
 */
export function useWork(
  id: string,
  survey: Pick<SurveyInHand, "document" | "state"> | null,
  visit: VisitAsked | null = null,
): WorkInHand {
  const { round, known } = useKnown(id, visit);
  const { refetch } = known;
  const saved = survey?.state === "saved";
  const document = survey?.document;
  useEffect(() => {
    if (saved) void refetch();
  }, [saved, refetch]);
  const all = useWaiting();
  const waiting = workWaiting(all, id, round);
  // A survey that could not be sent is planned here as well.
  const mine = document !== undefined && (waiting.length > 0 || survey?.state === "offline");
  const here = useQuery({
    queryKey: ["work here", id, round, known.data?.revision, waiting.map((w) => w.seq), document],
    queryFn: () => foldedOrStruck(known.data!, document, waiting, (w) => outbox.put(w)),
    enabled: mine && known.data !== undefined,
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
  // Till what was just recorded is planned, what was shown last stays, without what was recorded: the next step comes up
  // at once, and nothing older does.
  const shown = useRef<Work>(undefined);
  const now = mine ? here.data : known.data;
  if (now) shown.current = now;
  const last = shown.current;
  const meanwhile =
    last &&
    struckOff(
      last,
      waiting.filter((w) => !last.done.some((l) => Number(l.id) === -w.seq)),
    );
  return {
    work: now ?? meanwhile,
    error: known.error ?? (mine ? here.error : null),
    settling: mine && here.data === undefined,
    refused: all.filter((w) => w.plant === id && w.refused && (w.what === "round" || visitOf(w.address) === round)),
    refetch: () => void refetch(),
  };
}

/** The work as the garden has it; of a visit that waits to be sent, as this device reckons it. */
function useKnown(id: string, visit: VisitAsked | null) {
  const round = visit?.key ?? null;
  const unsent = visit?.unsent ?? null;
  const known = useQuery({
    queryKey: round === null ? ["work", id] : ["work", id, round, unsent === null],
    queryFn: () =>
      unsent !== null
        ? workOfUnsent(unsent, visit!.today)
        : must(
            api.GET("/api/plants/{id}/work", {
              params: { path: { id }, query: round === null ? {} : { round } },
            }),
          ),
    staleTime: 0,
  });
  return { round, known };
}
