import { BesideDrawing } from "../shared/BesideDrawing";
import { chakra } from "@chakra-ui/react";
import { useCallback, useMemo, useState, type SetStateAction, type Dispatch } from "react";
import { useNavigate, type NavigateFunction } from "react-router";
import { Button, Notice, Panel } from "../app/ui";
import { UndoButton } from "../shared/PlanBar";
import { usePlant } from "../shared/usePlant";
import { StemEditor } from "../shared/StemEditor";
import { sceneOf, type Scene } from "../drawing/scene";
import type { StemId } from "../api/stemId";
import type { Support, SurveyStem, SurveyDocument } from "../survey/types";
import { GrowthWalk } from "./GrowthWalk";
import { isUnseen, placesOf, type Place } from "./places";
import { PlaceWalk } from "./PlaceWalk";
import { StartVine } from "./StartVine";
import { VinePicture } from "./VinePicture";
import { VineFacts } from "./VineFacts";
import { YoungWalk } from "./YoungWalk";
import type { SurveyInHand } from "../shared/useSurvey";

/** Looking at a vine: how it is trained, then place by place, a tap for each. */
export default function VineLook() {
  const { survey, scene, kind } = usePlant();
  const navigate = useNavigate();
  const { stems, vine } = survey.document;
  const [selected, setSelected] = useState<StemId | null>(null);
  const [anew, setAnew] = useState(false);
  const [detail, setDetail] = useState<string | null>(null);
  const second = vine?.stage === 2;
  const young = vine?.system === "training";
  const editing = stems.find((s) => s.id === detail) ?? null;
  const start = stems.length === 0 || anew;
  const places = placesOf(stems);
  const [looked, setLooked] = useState<ReadonlySet<string>>(new Set());
  const chosen = places.find((p) => p.id === selected || p.shoots.some((s) => s.id === selected)) ?? null;
  // Which place is asked for shows in the drawing too.
  const asked = chosen ?? places.find((p) => (second ? p.shoots.some(isUnseen) : !looked.has(p.id))) ?? null;
  const [shown, setShown] = useState<{ stems: SurveyStem[]; support: Support | null } | null>(null);
  const show = useCallback((stems: SurveyStem[], support: Support | null) => setShown({ stems, support }), []);
  const preview = useMemo(
    () => (start && shown ? sceneOf({ ...survey.document, ...shown }, kind, null) : null),
    [start, shown, survey.document, kind],
  );
  return (
    <BesideDrawing
      width="420px"
      drawing={
        <Drawn
          survey={survey}
          scene={scene}
          vine={vine}
          selected={selected}
          setSelected={setSelected}
          setDetail={setDetail}
          young={young}
          start={start}
          asked={asked}
          preview={preview}
        />
      }
      below={!start && <VineFacts />}
    >
      {start ? (
        <StartVine onDone={() => (setAnew(false), setLooked(new Set()), setSelected(null))} onShow={show} />
      ) : editing ? (
        <StemEditor
          key={editing.id}
          stem={editing}
          onClose={() => setDetail(null)}
          onAddShoot={() => undefined}
          onSelect={setDetail}
        />
      ) : second ? (
        <GrowthWalk selected={selected} onSelect={setSelected} />
      ) : young ? (
        <YoungWalk />
      ) : (
        <PlaceWalk place={asked} looked={looked} onLooked={setLooked} onSelect={setSelected} onDetail={setDetail} />
      )}
      <Ways navigate={navigate} stems={stems} setAnew={setAnew} second={second} start={start} />
      {start && stems.length === 0 && (
        <Panel>
          <chakra.h2 fontSize="1.05rem">What counts as a place</chakra.h2>
          <p>
            A place is a spur, or the spot on the arm from which shoots come. Shoots of last summer are brown and
            smooth; older wood has shredding bark.
          </p>
        </Panel>
      )}
    </BesideDrawing>
  );
}

/** The vine as it was noted so far. */
function Drawn({
  survey,
  scene,
  vine,
  selected,
  setSelected,
  setDetail,
  young,
  start,
  asked,
  preview,
}: {
  survey: SurveyInHand;
  scene: Scene;
  vine: SurveyDocument["vine"];
  selected: StemId | null;
  setSelected: Dispatch<SetStateAction<StemId | null>>;
  setDetail: Dispatch<SetStateAction<string | null>>;
  young: boolean;
  start: boolean;
  asked: Place | null;
  preview: Scene | null;
}) {
  return (
    <chakra.div display="grid" gap="10px">
      {start && (
        <Notice tone="plain">
          Say how the vine is trained and about how much of it there is. It is drawn at once, as such vines usually
          stand; then you mend it place by place.
        </Notice>
      )}
      {(preview || !start) && (
        <VinePicture
          brief
          goblet={!start && vine?.system === "goblet"}
          scene={preview ?? scene}
          plan={null}
          state="found"
          selected={start || young ? selected : (asked?.id ?? selected)}
          onSelect={start ? undefined : (id) => (setDetail(null), setSelected(id))}
          title={
            start
              ? "A vine as it would be drawn"
              : "The vine from the front; point at a place to note what stands there"
          }
        />
      )}
      {survey.carriedFrom !== null && !start && (
        <Notice tone="plain">
          This is what the work of {survey.carriedFrom} left, a season older. Go along it again and note which shoots
          stand in each place.
        </Notice>
      )}
    </chakra.div>
  );
}

/** On to the plan, or back. */
function Ways({
  navigate,
  stems,
  setAnew,
  second,
  start,
}: {
  navigate: NavigateFunction;
  stems: SurveyStem[];
  setAnew: Dispatch<SetStateAction<boolean>>;
  second: boolean;
  start: boolean;
}) {
  return (
    <chakra.div display="flex" gap="8px" flexWrap="wrap">
      <Button look="main" disabled={stems.length === 0} onClick={() => void navigate("../decide")}>
        See the plan
      </Button>
      <UndoButton />
      {!start && !second && (
        <Button look="quiet" onClick={() => setAnew(true)}>
          Draw it anew
        </Button>
      )}
    </chakra.div>
  );
}
