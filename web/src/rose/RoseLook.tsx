import { BesideDrawing } from "../shared/BesideDrawing";
import { chakra } from "@chakra-ui/react";
import { useState, type Dispatch, type SetStateAction } from "react";
import { useNavigate } from "react-router";
import { useMeasures } from "../app/settings";
import { Button, Hidden, Letter, Notice, Panel } from "../app/ui";
import { FromAbove } from "../drawing/FromAbove";
import { FromFront } from "../drawing/FromFront";
import { ageWords, clockWords } from "../survey/measures";
import type { StemId } from "../api/stemId";
import { isTopLevel, nextId, type SurveyStem } from "../survey/types";
import { AddCane } from "./AddCane";
import { UndoButton } from "../shared/PlanBar";
import { usePlant } from "../shared/usePlant";
import { FirstLook } from "../shared/FirstLook";
import { StemEditor } from "../shared/StemEditor";
import { SupportPanel } from "./SupportPanel";
import { evidenceWords } from "../shared/evidence";
import type { Scene } from "../drawing/scene";
import type { SurveyInHand } from "../shared/useSurvey";

/** The walk round the plant: one cane after another, clockwise, into the drawing at once. */
export default function RoseLook() {
  const { plant, survey, scene, kind } = usePlant();
  const navigate = useNavigate();
  const [selected, setSelected] = useState<StemId | null>(null);
  const [clock, setClock] = useState<number | null>(null);
  const { stems } = survey.document;
  const [last, setLast] = useState<StemId | null>(null);
  const editing = stems.find((s) => s.id === selected) ?? null;
  const added = stems.find((s) => s.id === last) ?? null;
  const add = (stem: Omit<SurveyStem, "id">, parent?: StemId) => {
    let id!: StemId;
    survey.change((d) => {
      id = nextId(d.stems, parent, survey.earlier);
      return { ...d, stems: [...d.stems, { ...stem, id }] };
    });
    if (parent === undefined) setLast(id);
    setClock(null);
  };
  return (
    <BesideDrawing
      width="440px"
      drawing={
        <Drawn
          survey={survey}
          scene={scene}
          selected={selected}
          setSelected={setSelected}
          clock={clock}
          setClock={setClock}
        />
      }
      below={<CaneList selected={selected} onSelect={setSelected} />}
    >
      {!editing && kind.climbs && <SupportPanel />}
      {editing ? (
        <StemEditor
          key={editing.id}
          stem={editing}
          onClose={() => setSelected(null)}
          onAddShoot={(s) => add(s, editing.id)}
          onSelect={setSelected}
        />
      ) : (
        <>
          {added && (
            <Panel>
              <chakra.p display="flex" gap="8px" alignItems="center" marginBottom="6px">
                <Letter id={added.id} decision="none" size={28} /> is added. Anything else on it?
              </chakra.p>
              <FirstLook key={added.id} stem={added} />
            </Panel>
          )}
          <AddCane
            plant={plant.id}
            clock={clock}
            onClock={setClock}
            onAdd={add}
            next={nextId(stems, undefined, survey.earlier)}
          />
        </>
      )}
      <chakra.div display="flex" gap="8px" flexWrap="wrap">
        <Button onClick={() => void navigate("../photo")}>Measure with photographs</Button>
        <Button look="main" disabled={stems.length === 0} onClick={() => void navigate("../decide")}>
          {stems.length === 0 ? "Add a cane to get a plan" : "See the plan"}
        </Button>
        <UndoButton />
      </chakra.div>
      {!editing && !kind.climbs && <SupportPanel />}
    </BesideDrawing>
  );
}

/** What was entered so far; a tap on the ring begins a cane. */
function Drawn({
  survey,
  scene,
  selected,
  setSelected,
  clock,
  setClock,
}: {
  survey: SurveyInHand;
  scene: Scene;
  selected: StemId | null;
  setSelected: Dispatch<SetStateAction<StemId | null>>;
  clock: number | null;
  setClock: Dispatch<SetStateAction<number | null>>;
}) {
  return (
    <div>
      <chakra.div
        display="grid"
        gridTemplateColumns={{ base: "1fr", md: scene.climbs && scene.support ? "300fr 540fr" : "440fr 400fr" }}
        gap="10px"
      >
        <FromAbove
          scene={scene}
          state="found"
          selected={selected}
          onSelect={setSelected}
          onClock={(c) => (setSelected(null), setClock(c))}
          pending={clock}
          title="The plant from above; point at the ring to add a cane"
        />
        <chakra.div display={{ base: "none", md: "block" }}>
          <FromFront
            scene={scene}
            state="found"
            selected={selected}
            onSelect={setSelected}
            title="The plant from the front"
          />
        </chakra.div>
      </chakra.div>
      {survey.carriedFrom !== null && (
        <chakra.div marginTop="8px">
          <Notice tone="plain">
            These canes are what the work of {survey.carriedFrom} left, a season older. Walk round again: mend what has
            changed, take out what is gone, add what is new.
          </Notice>
        </chakra.div>
      )}
    </div>
  );
}

interface CaneListProps {
  selected: StemId | null;
  onSelect: (id: StemId | null) => void;
}

function CaneList(props: CaneListProps) {
  const { survey } = usePlant();
  const { stems } = survey.document;
  const tops = stems.filter(isTopLevel);
  if (stems.length === 0) {
    return (
      <Panel>
        <chakra.h2 fontSize="1.15rem" marginBottom="6px">
          No canes yet
        </chakra.h2>
        <p>
          Stand where you can see the whole plant; that is 6 o'clock. Start with the cane nearest to you and go round
          clockwise, to the left. Only three things are asked of each: which way it leans, how thick it is, how old it
          is.
        </p>
      </Panel>
    );
  }
  const move = (id: string, by: number) =>
    survey.change((d) => {
      const at = d.stems.findIndex((s) => s.id === id);
      const others = d.stems.map((s, i) => ({ s, i })).filter(({ s }) => isTopLevel(s));
      const place = others.findIndex((o) => o.i === at);
      const swap = others[place + by];
      if (!swap) return d;
      const copy = [...d.stems];
      [copy[at], copy[swap.i]] = [copy[swap.i]!, copy[at]!];
      return { ...d, stems: copy };
    });
  return (
    <Panel style={{ padding: 8 }}>
      <chakra.h2 fontSize="1.05rem" padding="4px 8px">
        The walk so far
      </chakra.h2>
      <chakra.ul
        maxHeight={{ lg: "max(200px, calc(100vh - 660px))" }}
        overflowY="auto"
        tabIndex={0}
        aria-label="Canes in the order of the walk"
      >
        {tops.map((s, i) => {
          const shoots = stems.filter((c) => c.parent === s.id).length;
          return <WalkLine key={s.id} {...props} tops={tops} move={move} s={s} i={i} shoots={shoots} />;
        })}
      </chakra.ul>
    </Panel>
  );
}

/** One cane of the walk, with its place in it. */
function WalkLine(
  props: CaneListProps & {
    tops: SurveyStem[];
    move: (id: string, by: number) => void;
    s: SurveyStem;
    i: number;
    shoots: number;
  },
) {
  const { tops, move, s, i, shoots } = props;
  const { thick, long } = useMeasures();
  return (
    <chakra.li
      display="flex"
      alignItems="center"
      gap="6px"
      borderTop={i > 0 ? "1px solid var(--line)" : "none"}
      background={props.selected === s.id ? "ochreWash" : "transparent"}
    >
      <chakra.button
        type="button"
        onClick={() => props.onSelect(props.selected === s.id ? null : s.id)}
        aria-pressed={props.selected === s.id}
        data-stem={s.id}
        flex="1"
        textAlign="left"
        padding="6px 8px"
        minHeight="44px"
        background="transparent"
        border="none"
        cursor="pointer"
        display="flex"
        alignItems="center"
        gap="10px"
      >
        <Hidden>Edit cane</Hidden>
        <Letter id={s.id} decision="none" size={28} />
        <span>
          {clockWords(s.clock)}, {thick(s.diameter)}, {ageWords(s.age)}
          {s.length != null && `, ${long(s.length)}`}
          {s.lean != null && `, leans ${Math.round(s.lean)}°`}
          {s.deadFrom != null && (s.deadFrom === 0 ? ", dead" : `, dead from ${long(s.deadFrom)} up`)}
          <chakra.span color="muted" fontSize="0.95rem">
            {evidenceWords(s)}
            {s.named && `; named last winter to ${s.named === "next" ? "go next" : "take over"}`}
            {shoots > 0 && `; ${shoots} side ${shoots === 1 ? "shoot" : "shoots"}`}
          </chakra.span>
        </span>
      </chakra.button>
      <Button size="small" look="quiet" disabled={i === 0} title={`Move ${s.id} up`} onClick={() => move(s.id, -1)}>
        <span aria-hidden>↑</span>
        <Hidden>Move {s.id} up</Hidden>
      </Button>
      <Button
        size="small"
        look="quiet"
        disabled={i === tops.length - 1}
        title={`Move ${s.id} down`}
        onClick={() => move(s.id, 1)}
      >
        <span aria-hidden>↓</span>
        <Hidden>Move {s.id} down</Hidden>
      </Button>
    </chakra.li>
  );
}
