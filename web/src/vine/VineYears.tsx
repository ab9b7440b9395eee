import { chakra } from "@chakra-ui/react";
import { useMutation } from "@tanstack/react-query";
import { useState } from "react";
import { useParams } from "react-router";
import { at } from "../api/base";
import { newId, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Field, Input, Panel } from "../app/ui";
import { outbox } from "../outbox/outbox";
import { usePlant } from "../shared/usePlant";
import { useHalf } from "../app/kept";
import { readWeight } from "../survey/weights";
import { Weight } from "./VineFacts";
import type { Spoken } from "../survey/sentence";

/** What a vine bore and grew, year by year, and whether the two are in balance; and where to note this year's. */
export function VineYears() {
  const { id = "" } = useParams();
  const { plan } = usePlant();
  const { say, heavy, units } = useMeasures();
  const [text, setText] = useHalf(`crop.${id}`, "");
  const [wrong, setWrong] = useState<string | null>(null);
  // Kept on this device first, and sent then.
  const crop = useMutation({
    mutationFn: (grams: number) =>
      outbox.add([
        {
          plant: id,
          what: "crop",
          method: "POST",
          address: at(`/api/plants/${id}/crop`),
          seen: null,
          body: { grams, season: null, key: newId() },
          words: `${heavy(grams)} of grapes`,
        },
      ]),
    onSuccess: () => setText(""),
  });
  const years = plan?.vine?.balance ?? [];
  const most = Math.max(1, ...years.map((y) => Number(y.crop ?? 0)), ...years.map((y) => Number(y.pruningWeight ?? 0)));
  return (
    <Panel>
      <chakra.h2 fontSize="1.25rem">Crop and wood</chakra.h2>
      {years.length === 0 && (
        <p>Weigh the crop in autumn and the prunings in winter: together they tell whether the vine is in balance.</p>
      )}
      <chakra.ul marginTop="6px">
        {years.map((y) => (
          <Year key={String(y.season)} say={say} heavy={heavy} most={most} y={y} />
        ))}
      </chakra.ul>
      {years.length > 0 && (
        <chakra.p color="muted" fontSize="0.95rem">
          Crop over prunings 5 to 10, and 300 to 600 g of prunings to a metre of row: published ranges, written from
          memory.
        </chakra.p>
      )}
      <chakra.div display="flex" gap="14px" flexWrap="wrap" marginTop="12px" alignItems="start">
        <chakra.form
          display="flex"
          gap="8px"
          alignItems="start"
          onSubmit={(e) => {
            e.preventDefault();
            const grams = readWeight(text, units);
            if (grams === null || grams <= 0) setWrong("Not understood: try 5.2 kg or 11 lb.");
            else {
              setWrong(null);
              crop.mutate(Math.round(grams));
            }
          }}
        >
          <Field label="Crop picked" hint="more than one picking adds up" error={wrong ?? crop.error?.message}>
            <Input
              value={text}
              onChange={(e) => setText(e.target.value)}
              placeholder={units === "metric" ? "5.2 kg" : "11 lb"}
            />
          </Field>
          <Button type="submit" style={{ marginTop: 29 }} disabled={text.trim() === "" || crop.isPending}>
            Weigh it in
          </Button>
        </chakra.form>
        <Prunings />
      </chakra.div>
    </Panel>
  );
}

/** What a year bore and grew. */
function Year({
  say,
  heavy,
  most,
  y,
}: {
  say: (sentence: Spoken) => string;
  heavy: (grams: number) => string;
  most: number;
  y: Schemas["PlanBalance"];
}) {
  return (
    <chakra.li borderTop="1px solid var(--line)" paddingBlock="8px">
      <chakra.div display="grid" gridTemplateColumns="64px 1fr" gap="10px" alignItems="center">
        <b>{y.season}</b>
        <svg
          viewBox="0 0 420 44"
          role="img"
          aria-label={`${y.season}: ${say(y)}`}
          style={{ width: "100%", maxWidth: 560 }}
        >
          {y.crop != null && (
            <>
              <rect x="0" y="3" width={Math.max(2, (Number(y.crop) / most) * 290)} height="16" fill="var(--leaf)" />
              <text x={(Number(y.crop) / most) * 290 + 6} y="16" fontSize="14" fill="var(--ink)">
                {heavy(Number(y.crop))} of grapes
              </text>
            </>
          )}
          {y.pruningWeight != null && (
            <>
              <rect
                x="0"
                y="23"
                width={Math.max(2, (Number(y.pruningWeight) / most) * 290)}
                height="16"
                fill="var(--bark3)"
              />
              <text x={(Number(y.pruningWeight) / most) * 290 + 6} y="36" fontSize="14" fill="var(--ink)">
                {heavy(Number(y.pruningWeight))} of prunings
              </text>
            </>
          )}
        </svg>
      </chakra.div>
      <p>{say(y)}</p>
    </chakra.li>
  );
}

/** Where this winter's prunings are noted: above the log, and at the step that asks for them. */
export function Prunings() {
  const { survey } = usePlant();
  return (
    <chakra.div width="260px" maxWidth="100%">
      <Weight
        label="Prunings this winter"
        hint="one-year wood only"
        value={survey.document.vine?.pruningWeight ?? null}
        most={100_000}
        onChange={(pruningWeight) => survey.change((d) => ({ ...d, vine: { ...(d.vine ?? {}), pruningWeight } }))}
      />
    </chakra.div>
  );
}
