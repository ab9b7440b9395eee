import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Button, Notice } from "../app/ui";
import { usePlant } from "./usePlant";

/** What the planner warns of; out of season, the way to plan the cuts of the main prune for the day all the same. */
export function Warnings() {
  const { plan, survey } = usePlant();
  const { say } = useMeasures();
  const warnings = plan?.warnings.filter((w) => w.code !== "unknown-field") ?? [];
  const anyway = survey.document.anyway === true;
  return warnings.map((w, i) => (
    <Notice key={i} tone={w.code === "season" || w.code === "type" ? "plain" : "look"}>
      <p>{say(w)}</p>
      {w.code === "season" && (
        <chakra.div marginTop="8px">
          <Button size="small" onClick={() => survey.change((d) => ({ ...d, anyway: anyway ? undefined : true }))}>
            {anyway ? "Leave the rest for its season" : "Plan all of it for this day"}
          </Button>
        </chakra.div>
      )}
    </Notice>
  ));
}
