import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, must } from "../api/client";
import { Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { dayWords } from "../survey/measures";
import { counted } from "../survey/words";
import { useFamily } from "./families";

const words = { round: "Round among the flowers", cover: "Covering", uncover: "Uncovering", prune: "" } as const;

/** Visits beside the prune: those under way to go on with, and where another begins. */
export function Visits({ plant: id }: { plant: string }) {
  const { plant } = usePlant();
  const { visits } = useFamily();
  const rounds = useQuery({
    queryKey: ["rounds", id],
    queryFn: () => must(api.GET("/api/plants/{id}/rounds", { params: { path: { id } } })),
    enabled: visits,
  });
  if (!visits) return null;
  const open = (rounds.data ?? []).filter((r) => !r.finished);
  const done = (rounds.data ?? []).filter((r) => r.finished);
  const link = { padding: "10px 0", display: "inline-block" };
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Between two prunes</chakra.h2>
      {open.map((r) => (
        <p key={r.key}>
          <Link to={`/plants/${id}/visit/${r.key}`} style={link}>
            {words[r.task]} of {dayWords(r.date)}: go on
          </Link>
          , {counted(Number(r.steps), "step")} done.
        </p>
      ))}
      <chakra.p display="flex" gap="0 18px" flexWrap="wrap">
        <Link to={`/plants/${id}/round`} style={link}>
          Round among the flowers
        </Link>
        {plant.cover && (
          <>
            <Link to={`/plants/${id}/cover`} style={link}>
              Cover it for the winter
            </Link>
            <Link to={`/plants/${id}/uncover`} style={link}>
              Uncover it
            </Link>
          </>
        )}
      </chakra.p>
      {done.length > 0 && (
        <chakra.p color="muted">
          {counted(done.length, "visit")} so far, the last on {dayWords(done[0]!.date)}.
        </chakra.p>
      )}
    </Panel>
  );
}
