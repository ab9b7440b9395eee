import { chakra } from "@chakra-ui/react";
import { useMutation, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { api, must } from "../api/client";
import { Button, Notice, Panel } from "../app/ui";
import { readDraft, sendDraft } from "../outbox/drafts";
import { usePlant } from "../shared/usePlant";
import type { StemId } from "../api/stemId";
import { budsLeft, type Grows, isUnseen, noteGrowth, placesOf } from "./places";

/** The second visit: spur by spur, which of its buds grow. */
export function GrowthWalk(props: { selected: StemId | null; onSelect: (id: StemId | null) => void }) {
  const { survey } = usePlant();
  const { stems } = survey.document;
  const shoots = placesOf(stems).flatMap((p) => p.shoots.map((s) => ({ place: p, shoot: s })));
  const open = shoots.find(({ shoot }) => isUnseen(shoot));
  const here =
    shoots.find(({ shoot, place }) => shoot.id === props.selected || place.id === props.selected) ?? open ?? null;
  const left = shoots.filter(({ shoot }) => !(shoot.buds ?? []).length).length;
  if (!here) {
    return (
      <chakra.div display="grid" gap="10px">
        <Notice tone="plain">
          Every spur is looked at. Point at one in the drawing to change it, or see the plan.
        </Notice>
        <TakeBack noted={shoots.length - left} />
      </chakra.div>
    );
  }
  const { shoot, place } = here;
  const many = budsLeft(shoot);
  const states: (Grows | null)[] = Array.from({ length: many }, (_, i) => {
    const state = (shoot.buds ?? []).filter((b) => b.state !== "basal")[i]?.state;
    return state === "shooting" || state === "swelling" ? "grows" : state === "dormant" ? "not-yet" : null;
  });
  const set = (grows: Grows[]) => {
    survey.change((d) => ({ ...d, stems: d.stems.map((s) => (s.id === shoot.id ? noteGrowth(s, grows) : s)) }));
  };
  return (
    <Panel>
      <chakra.p color="muted" aria-live="polite">
        {left > 0 ? `${left} of ${shoots.length} still to look at` : "All looked at"}
      </chakra.p>
      <chakra.h2 fontSize="1.3rem">Which buds of {place.id} grow?</chakra.h2>
      <chakra.ul marginTop="8px" display="grid" gap="6px">
        {states.map((s, i) => (
          <chakra.li key={i} display="flex" gap="8px" alignItems="center">
            <chakra.span flex="1">
              Bud {i + 1}
              {i === 0 ? ", the lowest" : ""}
            </chakra.span>
            {(["grows", "not-yet"] as const).map((g) => (
              <Button
                key={g}
                pressed={s === g}
                aria-pressed={s === g}
                aria-label={`Bud ${i + 1} ${g === "grows" ? "grows" : "does not grow"}`}
                onClick={() => (set(states.map((x, k) => (k === i ? g : (x ?? "not-yet")))), props.onSelect(shoot.id))}
              >
                {g === "grows" ? "Grows" : "Not yet"}
              </Button>
            ))}
          </chakra.li>
        ))}
      </chakra.ul>
      <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="10px">
        <Button look="main" onClick={() => (set(states.map(() => "grows")), props.onSelect(null))}>
          All of them grow
        </Button>
        {open && open.shoot.id !== shoot.id && <Button onClick={() => props.onSelect(open.shoot.id)}>Next spur</Button>}
      </chakra.div>
      <TakeBack noted={shoots.length - left} />
    </Panel>
  );
}

/** The second visit was begun by mistake: the winter's plan and steps stand again. */
function TakeBack({ noted }: { noted: number }) {
  const { id = "" } = useParams();
  const client = useQueryClient();
  const [asking, setAsking] = useState(false);
  const back = useMutation({
    mutationFn: async () => {
      // What was tapped a moment ago is on its way: after the taking back it would stand against the winter's survey.
      await sendDraft(id);
      if (readDraft(id)) await sendDraft(id);
      if (readDraft(id)) throw new Error("What you noted last is not saved yet. Take it back once it is.");
      return must(api.DELETE("/api/plants/{id}/second-visit", { params: { path: { id } } }));
    },
    onSuccess: () => {
      for (const key of ["survey", "work", "plan", "plants", "visits"])
        void client.invalidateQueries({ queryKey: [key] });
    },
  });
  if (!asking)
    return (
      <chakra.div marginTop="8px">
        <Button look="quiet" onClick={() => (noted === 0 ? back.mutate() : setAsking(true))}>
          Take this visit back
        </Button>
        {back.error && (
          <Notice tone="wrong" role="alert">
            {back.error.message}
          </Notice>
        )}
      </chakra.div>
    );
  return (
    <chakra.div marginTop="8px">
      <Notice tone="look" role="alert">
        <p>
          The winter's plan and its steps stand again, and the visit is still to come. What you noted of{" "}
          {noted === 1 ? "one spur" : `${noted} spurs`} since goes with it.
        </p>
        <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="8px">
          <Button look="main" onClick={() => setAsking(false)}>
            Stay with this visit
          </Button>
          <Button disabled={back.isPending} onClick={() => back.mutate()}>
            Take it back
          </Button>
        </chakra.div>
        {back.error && <p>{back.error.message}</p>}
      </Notice>
    </chakra.div>
  );
}
