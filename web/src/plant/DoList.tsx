import { chakra } from "@chakra-ui/react";
import type { Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Letter, Panel } from "../app/ui";
import { decisionWords, type Decision } from "../drawing/scene";

type Work = Schemas["WorkView"];

/** The stem a line is about, or an empty place of the same width. */
function Of({ stem, work }: { stem: string | null | undefined; work: Work }) {
  const decision = work.plan?.stems.find((s) => s.id === stem)?.decision ?? "none";
  return stem ? <Letter id={stem} decision={decision} size={30} /> : <chakra.span width="30px" />;
}

/** Every step of the work: those open, any of which can be taken next, and those done, any of which can be taken back. */
export function DoList(props: {
  work: Work;
  open: readonly Schemas["OpenStep"][];
  current: string;
  later: readonly string[];
  busy: boolean;
  onChoose: (key: string) => void;
  onTakeBack: (line: Schemas["LogView"]) => void;
}) {
  const { work } = props;
  const { say } = useMeasures();
  return (
    <chakra.details>
      <chakra.summary cursor="pointer" minHeight="48px" paddingBlock="11px" fontWeight="700" color="leaf">
        All steps
      </chakra.summary>
      <Panel>
        <chakra.h3 fontSize="1.05rem">Still open</chakra.h3>
        <ul>
          {props.open.map((s) => (
            <chakra.li key={s.key} borderTop="1px solid var(--line)">
              <chakra.button
                type="button"
                aria-current={s.key === props.current ? "step" : undefined}
                display="flex"
                gap="10px"
                width="100%"
                minHeight="48px"
                paddingBlock="8px"
                alignItems="center"
                textAlign="left"
                background="transparent"
                border="none"
                cursor="pointer"
                fontWeight={s.key === props.current ? 700 : 400}
                onClick={() => props.onChoose(s.key)}
              >
                <Of stem={s.step.stem} work={work} />
                <span>
                  {say(s.step)}
                  {props.later.includes(s.key) && <chakra.span color="ochre"> Put off till later.</chakra.span>}
                </span>
              </chakra.button>
            </chakra.li>
          ))}
        </ul>
        {work.done.length > 0 && (
          <>
            <chakra.h3 fontSize="1.05rem" marginTop="12px">
              Recorded
            </chakra.h3>
            <ul>
              {work.done.map((l) => (
                <chakra.li
                  key={l.id}
                  display="flex"
                  gap="10px"
                  alignItems="center"
                  paddingBlock="4px"
                  borderTop="1px solid var(--line)"
                >
                  <Of stem={l.stem} work={work} />
                  <chakra.span flex="1">
                    {l.outcome === "skipped" || l.instead === "left" ? "Left as it is: " : ""}
                    {l.outcome === "different" && l.instead !== "left" ? "Differently: " : ""}
                    {say(l)}
                  </chakra.span>
                  <Button aria-label={`Take back: ${l.text}`} disabled={props.busy} onClick={() => props.onTakeBack(l)}>
                    Take back
                  </Button>
                </chakra.li>
              ))}
            </ul>
          </>
        )}
      </Panel>
    </chakra.details>
  );
}

/** What a record would change on the rest of the plant, before it is made. */
export function BeforeAndAfter(props: {
  changes: readonly Schemas["Change"][];
  busy: boolean;
  onRecord: () => void;
  onBack: () => void;
}) {
  const { say } = useMeasures();
  return (
    <Panel role="alertdialog" aria-label="What this changes">
      <chakra.h2 fontSize="1.3rem">This changes the rest of the plan</chakra.h2>
      <ul>
        {props.changes.map((c) => (
          <chakra.li key={c.stem} paddingBlock="8px" borderTop="1px solid var(--line)">
            <chakra.div display="flex" gap="8px" alignItems="center" flexWrap="wrap">
              <Letter id={c.stem} decision={c.was} size={34} />
              <span>{decisionWords[c.was as Decision]}</span>
              <span aria-hidden="true">→</span>
              <chakra.span position="absolute" width="1px" height="1px" overflow="hidden" clipPath="inset(50%)">
                becomes
              </chakra.span>
              <Letter id={c.stem} decision={c.now} size={34} />
              <b>{decisionWords[c.now as Decision]}</b>
            </chakra.div>
            {c.why && <chakra.p marginTop="4px">{say(c.why)}</chakra.p>}
          </chakra.li>
        ))}
      </ul>
      <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="12px">
        <Button look="main" size="large" disabled={props.busy} onClick={props.onRecord}>
          Record it all the same
        </Button>
        <Button size="large" disabled={props.busy} onClick={props.onBack}>
          Back, nothing is recorded
        </Button>
      </chakra.div>
    </Panel>
  );
}

/** Ending the season with work still open: says what, and asks. */
export function Ending(props: {
  open: readonly Schemas["OpenStep"][];
  busy: boolean;
  onFinish: () => void;
  onBack: () => void;
}) {
  const { say } = useMeasures();
  return (
    <Panel role="alertdialog" aria-label="Finish the season">
      <chakra.h2 fontSize="1.3rem">
        {props.open.length === 1 ? "One step is still open" : `${props.open.length} steps are still open`}
      </chakra.h2>
      <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="12px">
        <Button look="main" size="large" onClick={props.onBack}>
          Go on with the work
        </Button>
        <Button size="large" disabled={props.busy} onClick={props.onFinish}>
          Finish all the same
        </Button>
      </chakra.div>
      <chakra.ul marginTop="12px">
        {props.open.map((s) => (
          <chakra.li key={s.key} paddingBlock="6px" borderTop="1px solid var(--line)">
            {say(s.step)}
          </chakra.li>
        ))}
      </chakra.ul>
    </Panel>
  );
}
