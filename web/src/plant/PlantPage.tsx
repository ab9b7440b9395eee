import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { NavLink, Outlet, useLocation, useParams } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { inDemo } from "../api/base";
import { useHere } from "../app/here";
import { worksAt } from "../app/working";
import { Button, Notice } from "../app/ui";
import { sceneOf } from "../drawing/scene";
import type { SurveyDocument } from "../survey/types";
import { partsOf } from "./families";
import type { PlantInHand } from "../shared/usePlant";
import { type SurveyInHand, useSurvey } from "../shared/useSurvey";
import { usePlan } from "../shared/usePlan";
import { useWork, type WorkInHand } from "../shared/useWork";

const Verb = chakra(NavLink, {
  base: {
    flex: "1 1 0",
    minHeight: "52px",
    display: "flex",
    flexDirection: "column",
    justifyContent: "center",
    paddingInline: { base: "4px", md: "14px" },
    textAlign: "center",
    textDecoration: "none",
    borderBottom: "4px solid var(--line)",
    lineHeight: 1.15,
    "&[aria-current=page]": { borderColor: "var(--leaf)", background: "var(--sheet)" },
  },
});

/** A plant's page: Look, Decide, Do, Remember, with the state of each in sight. */
export default function PlantPage() {
  const { id = "" } = useParams();
  return <PlantHome key={id} id={id} />;
}

function PlantHome({ id }: { id: string }) {
  const path = { params: { path: { id } } };
  const { pathname } = useLocation();
  const plant = useQuery({ queryKey: ["plant", id], queryFn: () => must(api.GET("/api/plants/{id}", path)) });
  const { kind, schools } = useKind(plant.data?.kind);
  const survey = useSurvey(id);
  const inWork = useWork(id, survey);
  const document = survey?.document;
  const ready = !!document && !!kind && partsOf(kind.family).ready(document, kind);
  const planned = usePlan(document, ready);
  const plan = ready ? (planned.data ?? null) : null;
  const scene = useMemo(
    () => (document && kind ? sceneOf(document, kind, planned.isError ? null : plan) : null),
    [document, kind, plan, planned.isError],
  );
  if (plant.isError) {
    return (
      <Notice tone="look">
        {plant.error.message} <NavLink to="/garden">Back to the garden</NavLink>
      </Notice>
    );
  }
  if (!plant.data || !kind || !schools.data || !survey || !scene) return <p>Fetching the plant.</p>;
  const own = plant.data;
  // While somebody works on a phone, all but the step folds away.
  const working = worksAt(pathname);
  const folded = { base: working ? "none" : "flex", md: "flex" };
  const inHand: PlantInHand = {
    plant: own,
    kind,
    schools: schools.data,
    survey,
    inWork,
    plan: planned.isError ? null : plan,
    planError: ready ? (planned.error?.message ?? null) : null,
    planning: planned.isFetching,
    scene,
  };
  return (
    <>
      <title>{`${own.name}: ${titleOf(pathname)} - Gemmifer${inDemo ? " demo" : ""}`}</title>
      {working && (
        <chakra.div display={{ base: "flex", md: "none" }} alignItems="center" gap="10px" minHeight="44px">
          <NavLink to={`/plants/${id}/decide`} style={{ fontWeight: 700, padding: "10px 0", whiteSpace: "nowrap" }}>
            ‹ Back
          </NavLink>
          <chakra.h1 fontSize="1.05rem" overflow="hidden" textOverflow="ellipsis" whiteSpace="nowrap" dir="auto">
            {own.name}
          </chakra.h1>
        </chakra.div>
      )}
      <PlantHead id={id} kind={kind} survey={survey} own={own} folded={folded} />
      <Verbs id={id} kind={kind} survey={survey} inWork={inWork} plan={plan} folded={folded} />
      <Conflict survey={survey} />
      <Outlet context={inHand} />
    </>
  );
}

/** A kind by its id, and the schools that are offered for it. */
function useKind(id: string | undefined) {
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => must(api.GET("/api/kinds")), staleTime: Infinity });
  const kind = kinds.data?.find((k) => k.id === id);
  const schools = useQuery({
    queryKey: ["schools", kind?.id],
    queryFn: () => must(api.GET("/api/schools", { params: { query: { kind: kind!.id } } })),
    enabled: !!kind,
    staleTime: 5_000,
  });
  return { kind, schools };
}

/** Its name, its kind, where it grows, and whether all is kept. */
function PlantHead({
  id,
  kind,
  survey,
  own,
  folded,
}: {
  id: string;
  kind: Schemas["KindView"];
  survey: SurveyInHand;
  own: Schemas["PlantView"];
  folded: { base: string; md: string };
}) {
  const { Heading } = partsOf(kind.family);
  return (
    <chakra.div
      className="plant-head"
      display={folded}
      alignItems="baseline"
      flexWrap="wrap"
      columnGap="14px"
      rowGap="2px"
    >
      <chakra.h1 fontSize={{ base: "1.5rem", md: "1.8rem" }} overflowWrap="anywhere" dir="auto">
        {own.name}
      </chakra.h1>
      <chakra.span color="muted">
        {own.kindName}
        {own.place ? `, ${own.place}` : ""}
      </chakra.span>
      {Heading && <Heading id={id} />}
      <chakra.span marginLeft="auto">
        <SaveLine survey={survey} />
      </chakra.span>
    </chakra.div>
  );
}

/** The four steps with a plant, and how far each is. */
function Verbs({
  id,
  kind,
  survey,
  inWork,
  plan,
  folded,
}: {
  id: string;
  kind: Schemas["KindView"];
  survey: SurveyInHand;
  inWork: WorkInHand;
  plan: Schemas["PlanDocument"] | null;
  folded: { base: string; md: string };
}) {
  const looks = useHere().role === "looker";
  const done = inWork.work?.done.length ?? 0;
  const states = {
    ...partsOf(kind.family).states(survey.document, plan, kind),
    do: inWork.work?.finished
      ? "finished"
      : done > 0
        ? `${done} done`
        : plan
          ? `${plan.steps.filter((s) => s.stage !== "return").length} steps`
          : "nothing yet",
    remember: "the log",
    sheet: "what is to be done",
  };
  return (
    <chakra.nav
      aria-label="Steps with this plant"
      display={folded}
      marginBlock="8px 12px"
      gap={{ base: "2px", md: "6px" }}
    >
      {(looks ? (["sheet", "remember"] as const) : (["look", "decide", "do", "remember"] as const)).map((verb) => (
        <Verb key={verb} to={`/plants/${id}/${verb}`}>
          <chakra.span fontWeight="700" fontSize="1.08rem">
            {{ look: "Look", decide: "Decide", do: "Do", remember: "Remember", sheet: "The plan" }[verb]}
          </chakra.span>
          <chakra.span fontSize="0.875rem" color="muted">
            {states[verb]}
          </chakra.span>
        </Verb>
      ))}
    </chakra.nav>
  );
}

/** The view of a plant, as its tab is called. */
const titleOf = (pathname: string): string => {
  const view = pathname.split("/")[3] ?? "";
  return (
    {
      look: "look",
      decide: "decide",
      do: "do",
      remember: "remember",
      compare: "two schools",
      sheet: "cut sheet",
      photo: "photographs",
      round: "round",
      cover: "cover",
      uncover: "uncover",
      visit: "visit",
    }[view] ?? view
  );
};

function SaveLine({ survey }: { survey: SurveyInHand }) {
  const words = {
    saved: "Saved",
    unsaved: "Saving",
    saving: "Saving",
    conflict: "Not saved",
    refused: "Not saved",
    offline: "Kept in this browser; the garden cannot be reached, trying again",
  }[survey.state];
  return (
    <chakra.span role="status" color={survey.state === "saved" ? "muted" : "ochre"} fontSize="0.95rem">
      {words}
    </chakra.span>
  );
}

function Conflict({ survey }: { survey: SurveyInHand }) {
  if (survey.state === "conflict") {
    return (
      <chakra.div marginBottom="12px">
        <Notice tone="look" role="alert">
          <p>
            This plant was changed in another window since you opened it. Yours is shown here and is not saved yet;
            theirs was not overwritten.
          </p>
          <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="8px">
            <Button size="small" look="main" onClick={survey.takeTheirs}>
              Show theirs, drop mine
            </Button>
            <Button size="small" onClick={survey.keepMine}>
              Save mine over theirs
            </Button>
          </chakra.div>
        </Notice>
      </chakra.div>
    );
  }
  if (survey.state === "refused") {
    return (
      <chakra.div marginBottom="12px">
        <Notice tone="wrong" role="alert">
          <p>The last change cannot be stored as it is:</p>
          <ul>
            {survey.errors.map((e) => (
              <li key={e.path + e.code}>
                {nameOf(e.path, survey.document)} {e.message}
              </li>
            ))}
          </ul>
        </Notice>
      </chakra.div>
    );
  }
  return null;
}

const fieldNames: Record<string, string> = {
  "/vine/pruningWeight": "Prunings",
  "/vine/spacing": "Room along the row",
  "/vine/year": "Year since planting",
  "/vine/winterLoss/dead": "Dead buds",
  "/row/length": "Length of the row",
  "/row/thin": "Thin canes",
};

/** "/stems/3/clock" in words. */
function nameOf(path: string, document: SurveyDocument): string {
  const stem = /^\/stems\/(\d+)/.exec(path);
  return stem ? `Stem ${document.stems[Number(stem[1])]?.id ?? stem[1]}:` : `${fieldNames[path] ?? path}:`;
}
