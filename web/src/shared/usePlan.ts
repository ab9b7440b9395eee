import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { api, ApiError, must, type Schemas } from "../api/client";
import { planHere } from "../core/inBrowser";
import { useReach } from "../outbox/useOutbox";
import type { SurveyDocument } from "../survey/types";

/** A whole plan that takes longer than this is shown in two parts, ms. */
const SLOW = 150;

/** A plan as the garden makes it, or the core here where the garden is out of reach. */
export const planOf = (document: SurveyDocument): Promise<Schemas["PlanDocument"]> =>
  must(api.POST("/api/plan", { body: document as never })).catch((e: unknown) => {
    if (e instanceof ApiError && e.status === 0) return planHere(document, false);
    throw e;
  });

export interface PlanInHand {
  data: Schemas["PlanDocument"] | undefined;
  error: Error | null;
  isError: boolean;
  isFetching: boolean;
}

/**
 * The plan of a survey while it is worked on: the decisions at once where the whole takes long, what would flip them
 * after.
 */
export function usePlan(document: SurveyDocument | undefined, ready: boolean): PlanInHand {
  const whole = useQuery({
    queryKey: ["plan", document],
    queryFn: () => planOf(document!),
    enabled: ready,
    placeholderData: keepPreviousData,
    staleTime: Infinity,
    retry: false,
  });
  const reached = useReach();
  const slow = useSlow(whole.isFetching);
  const first = useQuery({
    queryKey: ["decisions", document],
    queryFn: () => planHere(document, true),
    enabled: ready && whole.isFetching && (slow || !reached),
    staleTime: Infinity,
    gcTime: 0,
    retry: false,
  });
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
