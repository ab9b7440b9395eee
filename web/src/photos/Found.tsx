import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useNavigate } from "react-router";
import { api, ApiError, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Choice, Letter, Notice, Panel } from "../app/ui";
import { traceHere } from "../core/inBrowser";
import { usePlant } from "../shared/usePlant";
import { clockWords, giveOf } from "../survey/measures";
import type { StemId } from "../api/stemId";
import { asked, canesOf, lacks, measured, type Said, saidOf, type TraceAnswer, whole } from "./taps";
import type { PhotoInHand } from "./usePhotos";
import type { SurveyInHand } from "../shared/useSurvey";
import type { SurveyStem } from "../survey/types";

/** What of a cane's length is new since it was noted; null where that is within what the taps leave open. */
function grownWords(
  stem: TraceAnswer["stems"][number],
  was: number | null,
  long: (mm: number) => string,
): string | null {
  const now = Number(stem.length);
  const open = 2 * Number(stem.spread?.length ?? 0);
  if (was === null || Math.abs(now - was) <= open) return null;
  return now > was ? `${long(now - was)} more than was noted` : `${long(was - now)} less than was noted`;
}

interface FoundProps {
  photos: PhotoInHand[];
  /** Whether the thickness of a cane is still being looked for. */
  looking: (cane: StemId) => boolean;
  picked: StemId | null;
  onPick: (cane: StemId) => void;
  onDrop: (cane: StemId) => void;
  onSay: (cane: StemId, said: Said) => void;
  send: () => Promise<void>;
  other: (() => void) | null;
}

/** What the taps come to, cane by cane, and the way into the survey. */
export function Found(props: FoundProps) {
  const { photos } = props;
  const { survey, kind } = usePlant();
  const navigate = useNavigate();
  const { question, trace } = useTrace(photos, survey);
  const answer = question ? (trace.data ?? null) : null;
  if (canesOf(photos).length === 0) {
    return (
      <Panel>
        <chakra.h2 fontSize="1.15rem">Foot and tip of each cane</chakra.h2>
        <p>
          First the crown and both ends of the stick, then each cane: its foot, its tip. Where one bends much, a third
          tap. In the second photograph you only find the same canes again; a line shows where to look.
        </p>
      </Panel>
    );
  }
  const old = (id: StemId) => survey.document.stems.find((s) => s.id === id);
  const saidWith = (id: StemId): Said => ({
    ...(old(id) && { age: old(id)!.age, diameter: old(id)!.diameter }),
    ...saidOf(photos, id),
  });
  const ready = (answer?.stems ?? []).filter((s) => !lacks(s, saidWith(s.id)));
  const take = () => {
    void props.send();
    survey.change((d) => measured(d, photos, answer!, giveOf, kind.tipDiameterShare));
    void navigate("../decide");
  };
  return (
    <Panel>
      <chakra.h2 fontSize="1.15rem">What the taps come to</chakra.h2>
      {trace.isError && (
        <Notice tone="wrong" role="alert">
          {(trace.error as ApiError).errors?.[0]?.message ?? trace.error.message}
        </Notice>
      )}
      {(answer?.warnings ?? [])
        // Of one picture it is said with each cane; a phone's usual focal length is taken without a word.
        .filter((w) => w.code !== "focal" && w.code !== "one-view")
        .map((w) => (
          <chakra.p key={w.code + w.text} color="ochre" marginTop="4px">
            {w.text}
          </chakra.p>
        ))}
      <chakra.ul marginTop="6px" aria-label="Canes that were tapped">
        {canesOf(photos).map((id) => {
          const stem = answer?.stems.find((s) => s.id === id);
          const missing = stem ? lacks(stem, saidWith(id)) : "shape";
          return (
            <chakra.li key={id} borderTop="1px solid var(--line)" paddingBlock="6px">
              <TappedCane {...props} old={old} id={id} stem={stem} missing={missing} />
            </chakra.li>
          );
        })}
      </chakra.ul>
      <chakra.div display="flex" flexWrap="wrap" gap="8px" marginTop="10px">
        {props.other && (
          <Button look={ready.length === 0 ? "main" : "plain"} onClick={props.other}>
            {photos.length < 2 ? "Take the second photograph" : "On to the other photograph"}
          </Button>
        )}
        {ready.length > 0 && (
          <Button look="main" disabled={trace.isFetching} onClick={take}>
            Plan with {ready.length === 1 ? "this cane" : `these ${ready.length} canes`}
          </Button>
        )}
      </chakra.div>
    </Panel>
  );
}

/** What the core makes of the taps; without a network the core of this device. */
function useTrace(photos: PhotoInHand[], survey: SurveyInHand) {
  const bearings = Object.fromEntries(
    canesOf(photos)
      .filter((c) => photos.filter((p) => whole(p.taps, c)).length === 1)
      .map((c) => [c, saidOf(photos, c).clock ?? survey.document.stems.find((s) => s.id === c)?.clock ?? undefined]),
  );
  const question = asked(photos, bearings);
  const trace = useQuery({
    queryKey: ["trace", question],
    queryFn: (): Promise<TraceAnswer> =>
      must(api.POST("/api/trace", { body: question! })).catch((e: unknown) => {
        if (!(e instanceof ApiError) || e.status !== 0) throw e;
        return traceHere(question);
      }),
    enabled: question !== null,
    staleTime: Infinity,
    retry: false,
    placeholderData: (before) => before,
  });
  return { question, trace };
}

/** What is known of a cane by its taps, in words. */
function foundWords(stem: Schemas["TracedStem"] | undefined, was: number | null, thick: Say, long: Say): string {
  if (stem?.length == null) return "foot and tip are still to be tapped";
  if (stem.clock == null) return "tapped in one photograph";
  const words = [
    `leans to ${clockWords(Number(stem.clock))}`,
    `${Math.round(Number(stem.lean))}°`,
    long(Number(stem.length)),
    stem.diameter == null ? null : thick(Math.round(Number(stem.diameter) * 2) / 2),
    grownWords(stem, was, long),
  ];
  return words.filter(Boolean).join(", ");
}

type Say = (mm: number) => string;

/** One cane: what its taps come to, and what is still asked of it. */
function TappedCane(
  props: FoundProps & {
    old: (id: StemId) => SurveyStem | undefined;
    id: StemId;
    stem: Schemas["TracedStem"] | undefined;
    missing: "clock" | "age" | "shape" | "thickness" | null;
  },
) {
  const { photos, old, id, stem, missing } = props;
  const { thick, long, body } = useMeasures();
  const sizes = [
    { value: Math.round(body.pencil * 0.7), text: "thinner than a pencil" },
    { value: body.pencil, text: "pencil" },
    { value: body.finger, text: "little finger" },
    { value: body.thumb, text: "thumb" },
    { value: Math.round(body.thumb * 1.6), text: "thicker" },
  ];
  return (
    <>
      <chakra.div display="flex" gap="8px" alignItems="center">
        <chakra.button
          type="button"
          aria-pressed={props.picked === id}
          aria-label={`Cane ${id}`}
          onClick={() => props.onPick(id)}
          minHeight="44px"
          minWidth="44px"
          border="none"
          background={props.picked === id ? "ochreWash" : "transparent"}
          borderRadius="7px"
          cursor="pointer"
        >
          <Letter id={id} decision="none" size={28} />
        </chakra.button>
        <chakra.span flex="1">{foundWords(stem, old(id)?.length ?? null, thick, long)}</chakra.span>
        <Button size="small" look="quiet" onClick={() => props.onDrop(id)}>
          Drop
        </Button>
      </chakra.div>
      {missing === "clock" && (
        <>
          <chakra.p color="muted" marginBottom="4px">
            Find it in a second photograph: one does not tell which way it leans, nor how far. Or say it:
          </chakra.p>
          <Choice
            label={`Which way ${id} leans`}
            value={null}
            onChange={(clock: number) => props.onSay(id, { ...saidOf(photos, id), clock })}
            options={[7, 8, 9, 10, 11, 12, 1, 2, 3, 4, 5, 6].map((h) => ({
              value: h,
              text: String(h),
              name: `${id} leans to ${h} o'clock`,
            }))}
          />
        </>
      )}
      {missing === "thickness" && !props.looking(id) && (
        <>
          <chakra.p color="muted" marginBottom="4px">
            Its edges are not clear in the picture. How thick is it at the base?
          </chakra.p>
          <Choice
            label={`How thick ${id} is`}
            value={null}
            onChange={(diameter: number) => props.onSay(id, { ...saidOf(photos, id), diameter })}
            options={sizes}
          />
        </>
      )}
    </>
  );
}
