import { chakra } from "@chakra-ui/react";
import { Button, Choice, Panel } from "../app/ui";
import { Length } from "../shared/Length";
import { usePlant } from "../shared/usePlant";
import { nextId, seenWords, type SurveyStem } from "../survey/types";
import type { SurveyInHand } from "../shared/useSurvey";

/** A young vine: what stands there, shoot by shoot. */
export function YoungWalk() {
  const { survey } = usePlant();
  const { stems } = survey.document;
  const shoots = stems.filter((s) => s.age === 1);
  const change = (id: string, next: Partial<SurveyStem>) =>
    survey.change((d) => ({ ...d, stems: d.stems.map((s) => (s.id === id ? { ...s, ...next } : s)) }));
  const trunk = stems.find((s) => s.role === "trunk");
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">What stands there?</chakra.h2>
      {shoots.map((s) => {
        const broken = seenWords(s).includes("wound");
        return <YoungShoot key={s.id} survey={survey} shoots={shoots} change={change} s={s} broken={broken} />;
      })}
      <chakra.div marginTop="12px">
        <Button
          onClick={() =>
            survey.change((d) => ({
              ...d,
              stems: [
                ...d.stems,
                {
                  id: nextId(d.stems, undefined, survey.earlier),
                  role: trunk ? "shoot" : "cane",
                  parent: trunk ? "T" : "ground",
                  at: trunk ? (trunk.length ?? 900) - 20 : null,
                  clock: ((shoots.length * 3.5) % 12) + 0.5,
                  diameter: 9,
                  age: 1,
                  length: 700,
                  lean: trunk ? 30 : 14,
                },
              ],
            }))
          }
        >
          Another shoot
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** One shoot: how strong it is, and whether it is whole. */
function YoungShoot({
  survey,
  shoots,
  change,
  s,
  broken,
}: {
  survey: SurveyInHand;
  shoots: SurveyStem[];
  change: (id: string, next: Partial<SurveyStem>) => void;
  s: SurveyStem;
  broken: boolean;
}) {
  return (
    <chakra.section borderTop="1px solid var(--line)" marginTop="10px" paddingTop="8px">
      <chakra.h3 fontSize="1.05rem">Shoot {s.id}</chakra.h3>
      <chakra.div display="grid" gap="8px" marginTop="4px">
        <Choice
          label={`Thickness of ${s.id}`}
          value={s.diameter < 7 ? "thin" : s.diameter < 12 ? "pencil" : "finger"}
          onChange={(v) => change(s.id, { diameter: v === "thin" ? 5 : v === "pencil" ? 9 : 13 })}
          options={[
            { value: "thin", text: "Thinner than a pencil" },
            { value: "pencil", text: "Pencil" },
            { value: "finger", text: "Finger" },
          ]}
        />
        <Length
          label="Length"
          value={s.length ?? 900}
          least={50}
          most={6000}
          onChange={(length) => change(s.id, { length, buds: (s.buds ?? []).filter((b) => b.at < length) })}
        />
        <chakra.div display="flex" gap="6px" flexWrap="wrap">
          <Button
            size="small"
            pressed={broken}
            aria-pressed={broken}
            onClick={() =>
              change(s.id, {
                seen: broken ? (s.seen ?? []).filter((e) => e !== "wound") : [...(s.seen ?? []), "wound"],
              })
            }
          >
            It is broken or was mended
          </Button>
          {shoots.length > 1 && (
            <Button
              size="small"
              look="quiet"
              onClick={() => survey.change((d) => ({ ...d, stems: d.stems.filter((x) => x.id !== s.id) }))}
            >
              It is not there
            </Button>
          )}
        </chakra.div>
      </chakra.div>
    </chakra.section>
  );
}
