import { chakra } from "@chakra-ui/react";
import { useState } from "react";
import { Button } from "../app/ui";
import { isTopLevel, type Seen, seenWords, type SurveyStem } from "../survey/types";
import { usePlant } from "./usePlant";

/** What is seen on a cane at once, a tap each: alive or dead, broken, thin, rubbing and on whom. */
export function FirstLook({ stem }: { stem: SurveyStem }) {
  const { survey } = usePlant();
  const rubs = stem.rubs ?? [];
  const [rubbing, setRubbing] = useState(rubs.length > 0);
  const set = (part: Partial<SurveyStem>) =>
    survey.change((d) => ({ ...d, stems: d.stems.map((s) => (s.id === stem.id ? { ...s, ...part } : s)) }));
  const seen = seenWords(stem);
  const toggle = (what: Seen) =>
    set({
      seen: seen.includes(what)
        ? (stem.seen ?? []).filter((e) => (typeof e === "string" ? e : e.what) !== what)
        : [...(stem.seen ?? []), what],
    });
  const others = survey.document.stems.filter((s) => isTopLevel(s) && s.id !== stem.id);
  const tap = (text: string, on: boolean, then: () => void) => (
    <Button pressed={on} aria-pressed={on} onClick={then}>
      {text}
    </Button>
  );
  return (
    <div role="group" aria-label={`What you see on ${stem.id}`}>
      <chakra.div display="flex" flexWrap="wrap" gap="6px">
        {tap("Alive", stem.deadFrom == null, () => set({ deadFrom: null }))}
        {tap("Dead", stem.deadFrom === 0, () => set({ deadFrom: 0 }))}
        {tap("Broken", seen.includes("wound"), () => toggle("wound"))}
        {tap("Thin", seen.includes("spindly"), () => toggle("spindly"))}
        {others.length > 0 && tap("Rubs on", rubs.length > 0 || rubbing, () => setRubbing(!rubbing))}
      </chakra.div>
      {rubbing && others.length > 0 && (
        <chakra.div
          role="group"
          aria-label={`${stem.id} rubs on`}
          display="flex"
          flexWrap="wrap"
          gap="6px"
          marginTop="6px"
        >
          {others.map((s) => (
            <Button
              key={s.id}
              pressed={rubs.includes(s.id)}
              aria-pressed={rubs.includes(s.id)}
              onClick={() => set({ rubs: rubs.includes(s.id) ? rubs.filter((r) => r !== s.id) : [...rubs, s.id] })}
            >
              {s.id}
            </Button>
          ))}
        </chakra.div>
      )}
    </div>
  );
}
