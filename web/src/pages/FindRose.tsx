import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import type { Schemas } from "../api/client";
import { AskedChoice } from "./PlantFields";
import { type Known, safestRose } from "./whichRose";

/** Three questions that find the kind of rose that is safest. */
export function FindRose(props: { kinds: Schemas["KindView"][]; onKind: (kind: string) => void }) {
  const [known, setKnown] = useState<Known>({ flowers: null, tall: null, habit: null });
  const answer = (part: Partial<Known>) => {
    const now = { ...known, ...part };
    setKnown(now);
    const found = safestRose(now);
    if (found) props.onKind(found.kind);
  };
  const safest = safestRose(known);
  return (
    <chakra.details gridColumn="1 / -1">
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="9px" fontWeight="700" color="leaf">
        I do not know what rose this is
      </chakra.summary>
      <chakra.div display="grid" gap="10px">
        <AskedChoice
          question="Does it stand, climb or hang?"
          label="How it grows"
          value={known.habit}
          onChange={(habit) => answer({ habit })}
          options={[
            { value: "stands", text: "it stands by itself" },
            { value: "climbs", text: "it climbs, or is tied to something" },
            { value: "hangs", text: "it hangs from a head on a stem" },
          ]}
        />
        {known.habit !== "hangs" && (
          <AskedChoice
            question="Does it flower once, or again till autumn?"
            label="How often it flowers"
            value={known.flowers}
            onChange={(flowers) => answer({ flowers })}
            options={[
              { value: "once", text: "once, early in summer" },
              { value: "again", text: "again and again" },
              { value: "unknown", text: "nobody knows" },
            ]}
          />
        )}
        {known.habit === "stands" && known.flowers === "again" && (
          <AskedChoice
            question="How tall is it?"
            label="How tall it is"
            value={known.tall}
            onChange={(tall) => answer({ tall })}
            options={[
              { value: "knee", text: "to the knee" },
              { value: "hip", text: "to the hip" },
              { value: "head", text: "taller" },
            ]}
          />
        )}
        {safest && (
          <chakra.p role="status">
            <b>{props.kinds.find((k) => k.id === safest.kind)?.name ?? safest.kind} is safest.</b> {safest.why} You can
            change it when you know more.
          </chakra.p>
        )}
      </chakra.div>
    </chakra.details>
  );
}
