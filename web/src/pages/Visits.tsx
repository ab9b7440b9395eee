import { chakra } from "@chakra-ui/react";
import { useMutation, useQueryClient, type UseMutationResult } from "@tanstack/react-query";
import { useState, type Dispatch, type SetStateAction } from "react";
import { Link, useNavigate } from "react-router";
import { at } from "../api/base";
import { api, must, mustPage, type Schemas } from "../api/client";
import { usePages } from "../api/pages";
import { useMeasures } from "../app/settings";
import { Button, Notice, Panel } from "../app/ui";
import { outbox } from "../outbox/outbox";
import { dayWords } from "../survey/measures";
import { useWaiting } from "../outbox/useOutbox";
import { dueWords, soon } from "../shared/due";
import type { Spoken } from "../survey/sentence";

type Visit = Schemas["VisitView"];

const visitWords = { done: "Done", later: "A week later", open: "Still to come" };

const shown = 4;

/**
 * What was promised to be looked at again: second cuts, tipping, a look; the most pressing first. Pressing: shown where something is
 * due within a week; otherwise where nothing is.
 */
export function Visits({ today, pressing }: { today: string; pressing: boolean }) {
  const { say } = useMeasures();
  const [all, setAll] = useState(false);
  const visits = usePages(["visits"], (query) => mustPage(api.GET("/api/visits", { params: { query } })));
  const [early, setEarly] = useState<string | null>(null);
  const { settle, begin, last } = useVisits(say);
  // What was settled here and waits to be sent is settled.
  const settled = useSettled();
  const list = (visits.lines ?? []).filter((v) => !settled.has(at(`/api/visits/${v.id}`)));
  // What is due within a week stands before everything else, the rest after it.
  if (!last && (list.length === 0 || pressing !== soon(list[0]!.due, today))) return null;
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Come back to</chakra.h2>
      {last && (
        <Notice tone="plain" role="status">
          {last.visit.plant}: {visitWords[last.outcome].toLowerCase()}.{" "}
          <Button disabled={settle.isPending} onClick={() => settle.mutate({ visit: last.visit, outcome: "open" })}>
            Undo
          </Button>
        </Notice>
      )}
      {(settle.error ?? begin.error) && (
        <Notice tone="wrong" role="alert">
          {(settle.error ?? begin.error)!.message}
        </Notice>
      )}
      <ul>
        {(all ? list : list.slice(0, shown)).map((v: Visit) => (
          <VisitLine
            key={String(v.id)}
            today={today}
            say={say}
            settle={settle}
            early={early}
            setEarly={setEarly}
            begin={begin}
            v={v}
          />
        ))}
      </ul>
      {list.length > shown && (
        <Button size="small" look="quiet" onClick={() => setAll(!all)}>
          {all ? "Only the next ones" : visits.hasNextPage ? "More of them" : `${list.length - shown} more`}
        </Button>
      )}
      {all && visits.hasNextPage && (
        <Button size="small" disabled={visits.isFetching} onClick={() => void visits.fetchNextPage()}>
          Further ones
        </Button>
      )}
    </Panel>
  );
}

/** What can become of a promise: settled, kept on this device first, or begun; and what was settled last. */
function useVisits(say: (visit: Visit) => string) {
  const navigate = useNavigate();
  const client = useQueryClient();
  const again = () => {
    void client.invalidateQueries({ queryKey: ["visits"] });
    void client.invalidateQueries({ queryKey: ["plants"] });
  };
  const settle = useMutation({
    mutationFn: (v: { visit: Visit; outcome: Schemas["VisitInput"]["outcome"] }) =>
      outbox.add([
        {
          plant: v.visit.plantId,
          what: "visit",
          method: "POST",
          address: at(`/api/visits/${v.visit.id}`),
          seen: null,
          body: { outcome: v.outcome, days: null, due: v.visit.due },
          words: `${visitWords[v.outcome]}: ${say(v.visit)}`,
        },
      ]),
    onSuccess: (_, v) => (setLast(v.outcome === "open" ? null : v), again()),
  });
  const [last, setLast] = useState<{ visit: Visit; outcome: Schemas["VisitInput"]["outcome"] } | null>(null);
  const begin = useMutation({
    mutationFn: (plant: string) => must(api.POST("/api/plants/{id}/second-visit", { params: { path: { id: plant } } })),
    onSuccess: (_, plant) => {
      again();
      void client.invalidateQueries({ queryKey: ["survey", plant] });
      void client.invalidateQueries({ queryKey: ["work", plant] });
      void navigate(`/plants/${plant}/look`);
    },
  });
  return { settle, begin, last };
}

/** What was settled here and waits to be sent is settled. */
function useSettled() {
  const settled = new Set<string>();
  for (const w of useWaiting()) {
    if (w.what !== "visit" || w.refused) continue;
    if ((w.body as Schemas["VisitInput"]).outcome === "open") settled.delete(w.address);
    else settled.add(w.address);
  }
  return settled;
}

/** One promise: what, where, when, and what became of it. */
function VisitLine({
  today,
  say,
  settle,
  early,
  setEarly,
  begin,
  v,
}: {
  today: string;
  say: (sentence: Spoken) => string;
  settle: UseMutationResult<
    void,
    Error,
    {
      visit: Visit;
      outcome: "done" | "later" | "open";
    },
    unknown
  >;
  early: string | null;
  setEarly: Dispatch<SetStateAction<string | null>>;
  begin: UseMutationResult<Schemas["SurveyView"], Error, string, unknown>;
  v: Visit;
}) {
  return (
    <chakra.li
      borderTop="1px solid var(--line)"
      paddingBlock="8px"
      display="flex"
      gap="6px 14px"
      flexWrap="wrap"
      alignItems="center"
      data-visit={v.kind}
    >
      <chakra.span flex="1 1 320px">
        <Link to={`/plants/${v.plantId}/decide`} style={{ fontWeight: 700 }}>
          {v.plant}
        </Link>
        , <b>{dueWords(v.due, today)}</b>
        <chakra.span display="block">{say(v)}</chakra.span>
        {early === v.plantId && (
          <chakra.span display="block" role="status" fontWeight="700">
            The buds break about {dayWords(v.due)}; before that nothing is to be seen, and the winter's steps are closed
            with it.
          </chakra.span>
        )}
      </chakra.span>
      <Ways today={today} settle={settle} early={early} setEarly={setEarly} begin={begin} v={v} />
    </chakra.li>
  );
}

/** What can be done with it. */
function Ways({
  today,
  settle,
  early,
  setEarly,
  begin,
  v,
}: {
  today: string;
  settle: UseMutationResult<
    void,
    Error,
    {
      visit: Visit;
      outcome: "done" | "later" | "open";
    },
    unknown
  >;
  early: string | null;
  setEarly: Dispatch<SetStateAction<string | null>>;
  begin: UseMutationResult<Schemas["SurveyView"], Error, string, unknown>;
  v: Visit;
}) {
  const navigate = useNavigate();
  return (
    <chakra.span display="flex" gap="6px" flexWrap="wrap">
      {v.kind === "second-visit" && (
        <Button
          look={soon(v.due, today) ? "main" : "plain"}
          disabled={begin.isPending}
          onClick={() => (soon(v.due, today) || early === v.plantId ? begin.mutate(v.plantId) : setEarly(v.plantId))}
        >
          {early === v.plantId ? "Begin it now all the same" : "Look which buds grow"}
        </Button>
      )}
      {v.kind === "check" && (
        <Button look={soon(v.due, today) ? "main" : "plain"} onClick={() => void navigate(`/plants/${v.plantId}/look`)}>
          Note what you see
        </Button>
      )}
      <Button size="small" disabled={settle.isPending} onClick={() => settle.mutate({ visit: v, outcome: "done" })}>
        Done
      </Button>
      <Button
        size="small"
        look="quiet"
        disabled={settle.isPending}
        onClick={() => settle.mutate({ visit: v, outcome: "later" })}
      >
        A week later
      </Button>
    </chakra.span>
  );
}
