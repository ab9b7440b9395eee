import { chakra } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { api, must, type Schemas } from "../api/client";
import { Button, Notice, Panel } from "../app/ui";
import { dayWords, isoOf } from "../survey/measures";
import { usePlant } from "../shared/usePlant";
import { listed } from "../survey/words";
import { type Sighting, sightings } from "./sightings";
import type { SurveyInHand } from "../shared/useSurvey";

/** What was seen of canes whose type nobody knows, what that rules out, and what to look for next. */
export function Naming() {
  const { survey, plan, plant } = usePlant();
  const row = survey.document.row;
  const naming = plan?.row?.naming ?? null;
  const seen = row?.observations ?? [];
  const today = isoOf(new Date());
  const note = (what: Sighting) =>
    survey.change((d) => ({
      ...d,
      row: { ...d.row!, observations: [...(d.row?.observations ?? []), { date: today, what }] },
    }));
  const forget = (i: number) =>
    survey.change((d) => ({
      ...d,
      row: { ...d.row!, observations: (d.row?.observations ?? []).filter((_, k) => k !== i) },
    }));
  const rename = useRename(survey, plant);
  if (!row) return null;
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Which type is it?</chakra.h2>
      {rename.error && (
        <Notice tone="wrong" role="alert">
          {rename.error.message}
        </Notice>
      )}
      {naming?.type ? (
        <Notice tone="plain">
          <b>{naming.name}.</b> Everything seen fits it and nothing else.{" "}
          <Button size="small" look="main" disabled={rename.isPending} onClick={() => rename.mutate(naming.type!)}>
            Call it that from now on
          </Button>
        </Notice>
      ) : (
        naming && <StillPossible naming={naming} />
      )}
      {seen.length > 0 && (
        <chakra.ul marginTop="8px">
          {seen.map((o, i) => {
            const reason = naming?.reasons.find((r) => r.what === o.what && r.date === o.date);
            return <Seen key={`${o.what}-${i}`} forget={forget} o={o} i={i} reason={reason} />;
          })}
        </chakra.ul>
      )}
      <chakra.p fontWeight="700" marginTop="10px">
        Note what you see today
      </chakra.p>
      <chakra.div display="flex" gap="6px" flexWrap="wrap" marginTop="4px">
        {sightings
          .filter((s) => !seen.some((o) => o.what === s.id))
          .map((s) => (
            <Button key={s.id} size="small" onClick={() => note(s.id)}>
              {s.text}
            </Button>
          ))}
      </chakra.div>
    </Panel>
  );
}

/** The row is of this type from now on. */
function useRename(survey: SurveyInHand, plant: Schemas["PlantView"]) {
  const client = useQueryClient();
  return useMutation({
    mutationFn: (kind: string) =>
      must(
        api.PUT("/api/plants/{id}", {
          params: { path: { id: plant.id } },
          headers: { "If-Match": `"${plant.revision}"` },
          body: { ...plant, kind },
        }),
      ),
    onSuccess: () => {
      survey.change((d) => ({ ...d, school: null }));
      void client.invalidateQueries({ queryKey: ["plant", plant.id] });
      void client.invalidateQueries({ queryKey: ["plants"] });
      void client.invalidateQueries({ queryKey: ["survey", plant.id] });
    },
  });
}

/** What it may still be, and what to look for next. */
function StillPossible({ naming }: { naming: Schemas["PlanNaming"] }) {
  return (
    <p>
      {naming.contradiction ? (
        <b>Two of the things below cannot both be right: look again. </b>
      ) : (
        <>
          It may be{" "}
          {listed(
            naming.possible.map((p) => p.name),
            "or",
          )}
          .{" "}
        </>
      )}
      {naming.next && (
        <>
          <b>Look next: </b>
          {naming.next}
        </>
      )}
    </p>
  );
}

/** One thing that was seen, and what it rules out. */
function Seen({
  forget,
  o,
  i,
  reason,
}: {
  forget: (i: number) => void;
  o: {
    date: string;
    what:
      | "new-canes-fruited"
      | "new-canes-bare"
      | "old-canes-fruited"
      | "fruit-on-side-shoots"
      | "berry-hollow"
      | "berry-with-core"
      | "berry-red"
      | "berry-yellow"
      | "berry-purple"
      | "berry-black"
      | "canes-upright"
      | "canes-arching"
      | "canes-trailing";
  };
  i: number;
  reason: Schemas["PlanTypingReason"] | undefined;
}) {
  return (
    <chakra.li
      borderTop="1px solid var(--line)"
      paddingBlock="5px"
      display="grid"
      columnGap="10px"
      gridTemplateColumns={{ base: "minmax(0, 1fr) auto", sm: "8.5em minmax(0, 1fr) auto" }}
      alignItems="baseline"
    >
      <chakra.span color="muted" gridColumn={{ base: "1 / -1", sm: "auto" }}>
        {dayWords(o.date)}
      </chakra.span>
      <chakra.span>
        {reason?.text ?? sightings.find((s) => s.id === o.what)?.text}
        {reason && reason.ruledOut.length > 0 && (
          <chakra.span color="muted"> Rules out: {reason.ruledOut.join(", ")}.</chakra.span>
        )}
      </chakra.span>
      <Button size="small" look="quiet" onClick={() => forget(i)}>
        Not so
      </Button>
    </chakra.li>
  );
}
