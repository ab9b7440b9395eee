import { chakra } from "@chakra-ui/react";
import { Button, Choice, Letter, Panel } from "../app/ui";
import { ageChoices } from "../survey/measures";
import type { StemId } from "../api/stemId";
import type { Said } from "./taps";

/** Its age, and once that is said what else is seen on it, by a tap each. */
export function SayMore({
  cane,
  said,
  onSay,
}: {
  cane: StemId;
  said: Said;
  onSay: (cane: StemId, said: Said) => void;
}) {
  const flag = (text: string, on: boolean, next: Said) => (
    <Button pressed={on} aria-pressed={on} onClick={() => onSay(cane, { ...said, ...next })}>
      {text}
    </Button>
  );
  const seen = said.seen ?? [];
  const toggled = (what: "wound" | "spindly"): Said => ({
    seen: seen.includes(what) ? seen.filter((s) => s !== what) : [...seen, what],
  });
  return (
    <Panel>
      <chakra.p display="flex" gap="8px" alignItems="center" marginBottom="6px" fontWeight="700">
        <Letter id={cane} decision="none" size={28} />{" "}
        {said.age === undefined ? "How many seasons old?" : "Anything else on it?"}
      </chakra.p>
      {said.age === undefined ? (
        <Choice
          label={`How old ${cane} is`}
          value={null}
          onChange={(age: number) => onSay(cane, { ...said, age, ...(age === 4 && { bark: "bark.grey" }) })}
          options={ageChoices}
        />
      ) : (
        <chakra.div role="group" aria-label={`What you see on ${cane}`} display="flex" flexWrap="wrap" gap="6px">
          {flag("Dead", said.dead === true, { dead: said.dead !== true })}
          {flag("Broken", seen.includes("wound"), toggled("wound"))}
          {flag("Thin", seen.includes("spindly"), toggled("spindly"))}
          {(["green", "brown", "grey", "black"] as const).map((colour) => (
            <Button
              key={colour}
              pressed={said.bark === `bark.${colour}`}
              aria-pressed={said.bark === `bark.${colour}`}
              onClick={() => onSay(cane, { ...said, bark: `bark.${colour}` })}
            >
              {colour === "green" ? "Bark green" : colour}
            </Button>
          ))}
        </chakra.div>
      )}
    </Panel>
  );
}
