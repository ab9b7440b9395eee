import { chakra } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { Link, useNavigate } from "react-router";
import { Button, Panel } from "../app/ui";

/** What comes of a plan, with the way to carry it out. */
export function PlanHead(props: {
  minutes: number;
  /** What comes of it. */
  says: ReactNode;
  /** How it was reckoned. */
  sum?: ReactNode;
  /** Other ways to look at it, before its sheet. */
  links?: ReactNode;
}) {
  const navigate = useNavigate();
  return (
    <Panel style={{ padding: "10px 14px" }}>
      <chakra.div display="flex" gap="10px" alignItems="center" flexWrap="wrap">
        <chakra.p flex="1" minWidth="200px" aria-live="polite">
          {props.says}
        </chakra.p>
        <Button look={props.minutes > 0 ? "main" : "quiet"} onClick={() => void navigate("../do")}>
          Do it
        </Button>
      </chakra.div>
      {props.sum && (
        <chakra.p color="muted" fontSize="0.95rem">
          {props.sum}
        </chakra.p>
      )}
      <chakra.div display="flex" gap="2px 18px" flexWrap="wrap" marginTop="4px">
        {props.links}
        <Link to="../sheet" style={{ display: "inline-block", padding: "10px 0" }}>
          Cut sheet to print
        </Link>
      </chakra.div>
    </Panel>
  );
}
