import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { Link, Outlet, useParams } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { Notice } from "../app/ui";
import { sceneOf } from "../drawing/scene";
import { unsent } from "../outbox/rounds";
import { useWaiting } from "../outbox/useOutbox";
import { floweringOf } from "../rose/flowering";
import { RoundPicture } from "../rose/RoundPicture";
import { type PlantInHand, usePlant, type VisitInHand } from "../shared/usePlant";
import { useWork } from "../shared/useWork";
import { documentOf } from "../survey/document";
import type { SurveyDocument } from "../survey/types";
import { dayWords } from "../survey/measures";

const names = {
  round: "Round among the flowers",
  cover: "Covering for the winter",
  uncover: "Uncovering, in steps",
} as const;

/** A visit beside the season's work, worked through step by step like any other. */
export default function VisitPage() {
  const { id = "", visit: key = "" } = useParams();
  const outer = usePlant();
  const mine = unsent(useWaiting(), id, key);
  const asked = useQuery({
    queryKey: ["rounds", id, key],
    queryFn: () => must(api.GET("/api/plants/{id}/rounds/{round}", { params: { path: { id, round: key } } })),
    enabled: mine === null,
  });
  const document = (mine?.document ?? asked.data?.document) as SurveyDocument | undefined;
  if (asked.isError && mine === null) {
    return (
      <Notice tone="look" role="alert">
        {asked.error.message} <Link to={`/plants/${id}/remember`}>Back to the log</Link>
      </Notice>
    );
  }
  if (!document) return <p>Fetching the visit.</p>;
  return <Visit key={key} name={key} document={document} unsent={mine?.document ?? null} outer={outer} />;
}

function Visit(props: { name: string; document: SurveyDocument; unsent: unknown; outer: PlantInHand }) {
  const { id = "" } = useParams();
  const { document, outer } = props;
  const task = ((document as { task?: string }).task ?? "round") as VisitInHand["task"];
  const survey = { ...outer.survey, document, state: "saved" as const };
  const inWork = useWork(id, survey, {
    key: props.name,
    unsent: props.unsent,
    today: outer.inWork.work?.today ?? document.date,
  });
  const plan = inWork.work?.plan ?? null;
  const scene = useMemo(() => sceneOf(document, outer.kind, plan), [document, outer.kind, plan]);
  const inHand: PlantInHand = {
    ...outer,
    survey,
    inWork,
    plan,
    scene,
    visit: {
      key: props.name,
      task,
      ...(task !== "round" && { heading: task === "cover" ? "Covering" : "Uncovering" }),
      ...(task === "round" && {
        StepPicture: FlowerStep,
        SheetPicture: FlowerSheet,
        leavesOf: (stem: string) => leavesOf(document, plan, stem),
      }),
    },
  };
  return (
    <chakra.div display="grid" gap="10px">
      <chakra.div className="no-print" display="flex" gap="0 14px" flexWrap="wrap" alignItems="baseline">
        <b>
          {names[task]}, {dayWords(document.date)}
        </b>
        <Link to={`/plants/${id}/visit/${props.name}/sheet`} style={{ padding: "10px 0" }}>
          On paper
        </Link>
      </chakra.div>
      <Outlet context={inHand} />
    </chakra.div>
  );
}

/** Every stem of a round, with the leaf it is cut to. */
function FlowerSheet({ plan }: { plan: Schemas["PlanDocument"] }) {
  const { survey } = usePlant();
  return (
    <chakra.div display="flex" flexWrap="wrap" gap="4px 12px" marginBlock="8px">
      {survey.document.stems.map((s) => {
        const cut = plan.steps.find((x) => x.stem === s.id)?.cut;
        return (
          <chakra.figure key={s.id} margin="0" textAlign="center">
            <RoundPicture
              of={floweringOf(s)}
              cut={cut?.bud?.leaf == null ? null : Number(cut.bud.leaf)}
              nip={cut?.where === "stalk"}
            />
            <figcaption>
              <b>{s.id}</b>
            </figcaption>
          </chakra.figure>
        );
      })}
    </chakra.div>
  );
}

/** The leaves that were counted on a stem, with where the plan takes them to be. */
function leavesOf(document: SurveyDocument, plan: Schemas["PlanDocument"] | null, stem: string) {
  const found = document.stems.find((s) => s.id === stem);
  const apart = Number(plan?.assumed.find((a) => a.stem === stem && a.field === "buds")?.value ?? 0);
  const length = plan?.resolved.find((s) => s.id === stem)?.length;
  return found && apart > 0 && length !== undefined
    ? floweringOf(found).leaves.map((l, n) => ({
        nth: n + 1,
        words: `above leaf ${n + 1}, of ${l.leaflets}`,
        at: Math.round((Number(length) - (n + 1) * apart + (plan?.limits.clearance ?? 0)) * 10) / 10,
      }))
    : [];
}

/** The stem of a step with its counted leaves, and where it is cut; of the other steps every stem of the round. */
function FlowerStep({ step, work }: { step: Schemas["PlanStep"]; work: Schemas["WorkView"] }) {
  const stems = documentOf(work.document).stems;
  const shown = step.stem ? stems.filter((s) => s.id === step.stem) : stems.slice(0, 6);
  const picture = (s: SurveyDocument["stems"][number]) => {
    const cut = work.plan?.steps.find((x) => x.stem === s.id)?.cut;
    return (
      <RoundPicture
        key={s.id}
        of={floweringOf(s)}
        cut={cut?.bud?.leaf == null ? null : Number(cut.bud.leaf)}
        nip={cut?.where === "stalk"}
        large
      />
    );
  };
  // Alone it fills what room there is.
  if (shown.length === 1) return picture(shown[0]!);
  return (
    <chakra.div
      display="grid"
      justifyItems="center"
      gridTemplateColumns="repeat(3, minmax(0, 1fr))"
      gap="8px"
      padding="8px"
      height="100%"
      overflow="auto"
    >
      {shown.map(picture)}
    </chakra.div>
  );
}
