import { chakra } from "@chakra-ui/react";
import { lazy, Suspense } from "react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { counted } from "../survey/words";
import { outcomesOf, seriesOf } from "./history";

const Chart = lazy(() => import("./Chart"));

type Line = Schemas["LogView"];

/** The years of a plant side by side. */
export function Years({ log }: { log: readonly Line[] }) {
  const series = seriesOf(log);
  return series.length === 0 ? null : (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Its years side by side</chakra.h2>
      <chakra.div
        display="grid"
        gap="16px"
        marginTop="10px"
        gridTemplateColumns="repeat(auto-fit, minmax(min(100%, 280px), 1fr))"
      >
        <Suspense fallback={<p>Drawing.</p>}>
          {series.map((s) => (
            <Chart key={s.name} of={s} />
          ))}
        </Suspense>
      </chakra.div>
    </Panel>
  );
}

const didWords = { removed: "taken out", shortened: "cut back", tied: "tied", left: "left whole" };

/** What was decided last winter, and what came of it. */
export function CameOfIt({ log }: { log: readonly Line[] }) {
  const { survey } = usePlant();
  const { long } = useMeasures();
  const outcomes = outcomesOf(log, survey.season, survey.document);
  if (outcomes.length === 0) return null;
  const seen = survey.carriedFrom === null;
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">What you decided last winter, and what came of it</chakra.h2>
      {!seen && (
        <chakra.p color="muted" marginTop="4px">
          Nobody walked round it since: lengths are as that work left them, a season older.
        </chakra.p>
      )}
      <ul>
        {outcomes.map((o) => (
          <chakra.li key={o.stem} borderTop="1px solid var(--line)" paddingBlock="8px">
            <b>{o.stem}</b> was {didWords[o.did]}.{" "}
            {o.did === "removed"
              ? ""
              : o.now === null
                ? "It stands no longer."
                : `${o.now === o.stem ? "It" : `It is called ${o.now} now and`} stands${
                    o.length === null ? "" : `, ${long(o.length)} long`
                  }${o.shoots > 0 ? `, with ${counted(o.shoots, "side shoot")}` : ""}.`}
          </chakra.li>
        ))}
      </ul>
    </Panel>
  );
}
