import { chakra } from "@chakra-ui/react";
import { Button, Notice } from "../app/ui";
import { usePlant } from "./usePlant";

/** A plan that failed though it should not: what to report, and the survey to send along. */
export function PlanFault({ reference }: { reference: string }) {
  const { survey } = usePlant();
  const save = () => {
    const link = document.createElement("a");
    link.href = URL.createObjectURL(new Blob([JSON.stringify(survey.document, null, 2)], { type: "application/json" }));
    link.download = `survey-${reference}.json`;
    link.click();
    URL.revokeObjectURL(link.href);
  };
  return (
    <Notice tone="wrong" role="alert">
      <p>
        <b>This plant could not be planned.</b> That is a fault of ours, not of your survey; every other plant goes on.
        Report it as <b>{reference}</b>, and send the survey along.
      </p>
      <chakra.div marginTop="8px">
        <Button onClick={save}>Save the survey as a file</Button>
      </chakra.div>
    </Notice>
  );
}
