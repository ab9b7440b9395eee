import { chakra } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Letter, Notice } from "../app/ui";
import { decisionWords, type Decision, type Plan } from "../drawing/scene";
import { usePlant } from "./usePlant";

/** The stems that one plan decides otherwise than another, without the one the gardener spoke of. */
export const decidedOtherwise = (before: Plan, after: Plan, own: string): [was: Decision, now: Schemas["PlanStem"]][] =>
  after.stems.flatMap((now) => {
    const was = before.stems.find((s) => s.id === now.id);
    return was && was.decision !== now.decision && now.id !== own
      ? [[was.decision as Decision, now] as [Decision, Schemas["PlanStem"]]]
      : [];
  });

/** What the gardener's word on one cane changes on the others, before and after, with the way back. */
export function PinEffect(props: { before: Plan; own: string; onSeen: () => void }) {
  const { plan, planning, survey } = usePlant();
  const { say } = useMeasures();
  if (!plan || planning || plan === props.before) return null;
  const changes = decidedOtherwise(props.before, plan, props.own);
  return (
    <chakra.div marginTop="10px">
      <Notice tone={changes.length > 0 ? "look" : "plain"} role="status">
        {changes.length === 0 ? (
          "Nothing else changes with it."
        ) : (
          <>
            <b>Your word changes others too:</b>
            <ul>
              {changes.map(([was, now]) => (
                <chakra.li key={now.id} paddingBlock="4px">
                  <chakra.span display="flex" gap="8px" alignItems="center" flexWrap="wrap">
                    <Letter id={now.id} decision={was} size={30} />
                    <span>{decisionWords[was]} →</span>
                    <Letter id={now.id} decision={now.decision as Decision} size={30} />
                    <b>{decisionWords[now.decision as Decision]}</b>
                  </chakra.span>
                  {now.reasons[0] && <span>{say(now.reasons[0])}</span>}
                </chakra.li>
              ))}
            </ul>
          </>
        )}
        <chakra.div display="flex" gap="8px" marginTop="6px">
          <Button size="small" onClick={() => (survey.undo(), props.onSeen())}>
            Undo
          </Button>
          <Button size="small" look="quiet" onClick={props.onSeen}>
            So be it
          </Button>
        </chakra.div>
      </Notice>
    </chakra.div>
  );
}
