import { keepPreviousData, type QueryClient, useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, ApiError, must, type Schemas } from "../api/client";
import { planHere, warm } from "../core/inBrowser";
import { savesData } from "../api/reach";
import { useReach } from "../outbox/useOutbox";
import type { SurveyDocument } from "../survey/types";

/** A whole plan that takes longer than this is shown in two parts, ms. */
const SLOW = 150;

/** The core is got ready in this browser when a plant was open for so long, ms. */
const IDLE = 4_000;

type Plan = Schemas["PlanDocument"];

const decisions = (document: SurveyDocument) => ({
  queryKey: ["decisions", document],
  queryFn: () => planHere(document, "Decisions"),
  staleTime: Infinity,
  retry: false as const,
});

/** A plan as the garden makes it; where it is out of reach the core here does, the decisions before the whys. */
export const planOf = (client: QueryClient, document: SurveyDocument): Promise<Plan> =>
  must(api.POST("/api/plan", { body: document })).catch(async (e: unknown) => {
    if (!(e instanceof ApiError) || e.status !== 0) throw e;
    await client.prefetchQuery(decisions(document));
    return planHere(document, "Full");
  });

export interface PlanInHand {
  data: Plan | undefined;
  error: Error | null;
  isError: boolean;
  isFetching: boolean;
}

/**
 * The plan of a survey while it is worked on: the decisions at once where the whole takes long, why and what would flip
 * them after.
 */
export function usePlan(document: SurveyDocument | undefined, ready: boolean): PlanInHand {
  const client = useQueryClient();
  const whole = useQuery({
    queryKey: ["plan", document],
    queryFn: () => planOf(client, document!),
    enabled: ready,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const reached = useReach();
  const slow = useSlow(whole.isFetching);
  // Whoever saves data gets the core when it is needed, not before.
  const spared = reached && savesData();
  const first = useQuery({
    ...decisions(document!),
    enabled: ready && whole.isFetching && (slow || !reached) && !spared,
  });
  useEffect(() => {
    if (!ready || spared) return;
    const timer = setTimeout(() => warm(document), reached ? IDLE : 0);
    return () => clearTimeout(timer);
    // Once for a plant: which survey it is does not matter.
    // eslint-disable-next-line react-hooks/exhaustive-deps
  }, [ready, reached]);
  const data = whole.isFetching ? (first.data ?? whole.data) : whole.data;
  return { data, error: whole.error, isError: whole.isError, isFetching: whole.isFetching };
}

/** Whether something goes on for longer than a moment. */
function useSlow(going: boolean): boolean {
  const [slow, setSlow] = useState(false);
  useEffect(() => {
    if (!going) return;
    const timer = setTimeout(() => setSlow(true), SLOW);
    return () => {
      clearTimeout(timer);
      setSlow(false);
    };
  }, [going]);
  return slow;
}
