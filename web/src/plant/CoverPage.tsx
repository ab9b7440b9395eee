import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useLocation, useNavigate, useParams } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Notice, Panel } from "../app/ui";
import { begin } from "../outbox/rounds";
import { usePlan } from "../shared/usePlan";
import { usePlant } from "../shared/usePlant";
import { dayWords } from "../survey/measures";
import type { SurveyDocument } from "../survey/types";
import type { Spoken } from "../survey/sentence";

const words = {
  cover: { title: "Cover it for the winter", begin: "Begin to cover it", day: "Cover it today all the same" },
  uncover: { title: "Uncover it, in steps", begin: "Begin to uncover it", day: "Uncover it today all the same" },
} as const;

/** What covering or uncovering this plant is, step by step, before it is begun. */
export default function CoverPage() {
  const { id = "" } = useParams();
  const task = useLocation().pathname.endsWith("/uncover") ? "uncover" : "cover";
  const navigate = useNavigate();
  const { survey, inWork } = usePlant();
  const { say } = useMeasures();
  const [anyway, setAnyway] = useState(false);
  const today = inWork.work?.today ?? new Date().toISOString().slice(0, 10);
  const document = { ...survey.document, task, date: today, anyway, rain: null } as SurveyDocument;
  const plan = usePlan(document, true);
  const rounds = useQuery({
    queryKey: ["rounds", id],
    queryFn: () => must(api.GET("/api/plants/{id}/rounds", { params: { path: { id } } })),
  });
  const open = rounds.data?.find((r) => r.task === task && !r.finished);
  const start = useMutation({
    mutationFn: () => begin({ plant: id, task, document, anyway, words: words[task].title }),
    onSuccess: (key) => void navigate(`/plants/${id}/visit/${key}`),
  });
  const made = plan.data;
  const early = made?.warnings.find((w) => w.code === "season");
  return (
    <chakra.div display="grid" gap="14px" maxWidth="820px">
      <chakra.h2 fontSize="1.4rem">{words[task].title}</chakra.h2>
      {open && (
        <Notice tone="look">
          It was begun on {dayWords(open.date)}.{" "}
          <Link to={`/plants/${id}/visit/${open.key}`} style={{ padding: "10px 0" }}>
            Go on with it
          </Link>
        </Notice>
      )}
      {(plan.error ?? start.error) && (
        <Notice tone="wrong" role="alert">
          {(plan.error ?? start.error)!.message}
        </Notice>
      )}
      {early && <Notice tone="look">{say(early)}</Notice>}
      {!made && !plan.isError && <p>Working out the steps.</p>}
      {made && <Steps say={say} today={today} made={made} />}
      <chakra.div display="flex" gap="8px" flexWrap="wrap">
        {early && !anyway ? (
          <Button size="large" onClick={() => setAnyway(true)}>
            {words[task].day}
          </Button>
        ) : (
          <Button
            look="main"
            size="large"
            disabled={start.isPending || !made || plan.isFetching}
            onClick={() => start.mutate()}
          >
            {words[task].begin}
          </Button>
        )}
      </chakra.div>
    </chakra.div>
  );
}

/** The steps, and what is carried. */
function Steps({
  say,
  today,
  made,
}: {
  say: (sentence: Spoken) => string;
  today: string;
  made: Schemas["PlanDocument"];
}) {
  return (
    <Panel>
      <ol>
        {made.steps.map((s) => (
          <chakra.li key={s.n} paddingBlock="8px" borderTop={s.n === 1 ? "none" : "1px solid var(--line)"}>
            <b>{say(s)}</b>
            {s.due > today && <chakra.span color="muted"> {dayWords(s.due)}.</chakra.span>}
          </chakra.li>
        ))}
      </ol>
      {made.kit.tools.length > 0 && (
        <chakra.p marginTop="8px">
          <b>To carry:</b> {[...made.kit.protection, ...made.kit.tools].join(", ")}.
        </chakra.p>
      )}
    </Panel>
  );
}
