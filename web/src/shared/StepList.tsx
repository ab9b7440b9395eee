import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Letter, Panel } from "../app/ui";
import type { Plan, PlanStep } from "../drawing/scene";
import type { StemId } from "../api/stemId";

/** The stages of the work as headings. */
export const stageWords: Record<PlanStep["stage"], string> = {
  prepare: "Before the first cut",
  rough: "The tall tops first",
  dead: "Dead wood",
  diseased: "Diseased wood",
  damaged: "Damaged wood",
  suckers: "Suckers",
  crossing: "Crossing and inward",
  thin: "Thinning",
  shorten: "Shortening",
  laterals: "Side shoots",
  deadhead: "Finished flowers",
  count: "Counting",
  train: "Training and tying",
  clean: "Clearing up",
  return: "Come back",
};

/** Tools by their names. */
export const toolWords: Record<NonNullable<PlanStep["tool"]>, string> = {
  secateurs: "secateurs",
  loppers: "loppers",
  saw: "pruning saw",
  shears: "hedging shears",
  fingers: "by hand",
};

/** The steps in the order of work, under the names of their stages; what else is worth knowing stands where the work is done. */
export function StepList(props: { plan: Plan; onSelect: (id: StemId) => void }) {
  const { plan } = props;
  const { say } = useMeasures();
  const decisions = new Map(plan.stems.map((s) => [s.id, s.decision]));
  const stages = [...new Set(plan.steps.map((s) => s.stage))];
  return (
    <Panel style={{ padding: "6px 14px 14px" }}>
      <chakra.h2 position="absolute" width="1px" height="1px" overflow="hidden" clipPath="inset(50%)">
        The steps in order
      </chakra.h2>
      {stages.map((stage) => (
        <chakra.section key={stage} marginTop="8px">
          <chakra.h3 fontSize="1rem" color="muted">
            {stageWords[stage]}
          </chakra.h3>
          <ol>
            {plan.steps
              .filter((s) => s.stage === stage)
              .map((s) => (
                <chakra.li key={s.n} display="flex" gap="10px" paddingBlock="5px" borderTop="1px solid var(--line)">
                  <chakra.span color="muted" minWidth="1.4em" textAlign="right">
                    {s.n}
                  </chakra.span>
                  {s.stem ? (
                    <chakra.button
                      type="button"
                      display="flex"
                      gap="10px"
                      textAlign="left"
                      background="transparent"
                      border="none"
                      padding="0"
                      minHeight={{ base: "44px", md: "0" }}
                      cursor="pointer"
                      alignItems={{ base: "center", md: "flex-start" }}
                      onClick={() => props.onSelect(s.stem!)}
                    >
                      <Letter id={s.stem} decision={decisions.get(s.stem) ?? "none"} size={26} />
                      <span>{say(s)}</span>
                    </chakra.button>
                  ) : (
                    <span>{say(s)}</span>
                  )}
                </chakra.li>
              ))}
          </ol>
        </chakra.section>
      ))}
    </Panel>
  );
}
