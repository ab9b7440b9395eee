import { chakra } from "@chakra-ui/react";
import { Button, Panel } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import type { StemId } from "../api/stemId";
import { mark, markOf, marks, markShoot, type Place, placesOf, shootMarkOf, shootMarks } from "./places";
import type { SurveyStem } from "../survey/types";

interface PlaceWalkProps {
  /** The place that is asked for; null once all are looked at. */
  place: Place | null;
  looked: ReadonlySet<string>;
  onLooked: (looked: ReadonlySet<string>) => void;
  onSelect: (id: StemId | null) => void;
  onDetail: (id: StemId) => void;
}

/** Place by place along the vine: one tap says what stands there, and the next place comes up. */
export function PlaceWalk(props: PlaceWalkProps) {
  const { survey } = usePlant();
  const { stems } = survey.document;
  const { place, looked } = props;
  const places = placesOf(stems);
  const next = places.find((p) => !looked.has(p.id)) ?? null;
  const done = places.filter((p) => looked.has(p.id)).length;
  if (!place) {
    return (
      <Panel>
        <chakra.h2 fontSize="1.2rem">Every place is looked at</chakra.h2>
        <p>Point at one in the drawing to change it.</p>
      </Panel>
    );
  }
  const note = (change: (p: Place) => typeof stems) => {
    survey.change((d) => ({ ...d, stems: change(place) }));
    props.onLooked(new Set([...looked, place.id]));
    props.onSelect(null);
  };
  const low = place.old === null && stems.find((s) => s.id === place.on)?.role === "trunk" && place.at < 300;
  return (
    <Panel>
      <chakra.p color="muted" aria-live="polite">
        Place {places.findIndex((p) => p.id === place.id) + 1} of {places.length}
        {done > 0 ? `; ${done} looked at` : ""}
      </chakra.p>
      <chakra.h2 fontSize="1.3rem">
        {low ? `${place.id}, low on the trunk` : place.old ? `What stands on ${place.id}?` : `Shoot ${place.id}`}
      </chakra.h2>
      <Marks stems={stems} place={place} note={note} />
      <chakra.div display="flex" gap="6px" flexWrap="wrap" marginTop="10px">
        {place.shoots.map((s) => (
          <Button key={s.id} size="small" onClick={() => props.onDetail(s.id)}>
            {s.id} in detail
          </Button>
        ))}
        {next && next.id !== place.id && (
          <Button size="small" look="quiet" onClick={() => props.onSelect(next.id)}>
            On to {next.id}
          </Button>
        )}
        {done < places.length && (
          <Button
            size="small"
            look="quiet"
            onClick={() => (props.onLooked(new Set(places.map((p) => p.id))), props.onSelect(null))}
          >
            The rest is as drawn
          </Button>
        )}
      </chakra.div>
    </Panel>
  );
}

/** What can stand in a place. */
function Marks({
  stems,
  place,
  note,
}: {
  stems: SurveyStem[];
  place: Place;
  note: (change: (p: Place) => SurveyStem[]) => void;
}) {
  return (
    <chakra.div
      display="grid"
      gap="8px"
      marginTop="10px"
      gridTemplateColumns="1fr 1fr"
      role="group"
      aria-label={`What stands on ${place.id}`}
    >
      {place.old
        ? marks.map((m) => (
            <Button
              key={m.mark}
              pressed={markOf(place) === m.mark}
              aria-pressed={markOf(place) === m.mark}
              title={m.hint}
              style={{ minHeight: 60 }}
              onClick={() => note((p) => mark(stems, p, m.mark))}
            >
              {m.text}
            </Button>
          ))
        : shootMarks.map((m) => (
            <Button
              key={m.mark}
              pressed={shootMarkOf(place.shoots[0]!) === m.mark}
              aria-pressed={shootMarkOf(place.shoots[0]!) === m.mark}
              style={{ minHeight: 60 }}
              onClick={() => note((p) => markShoot(stems, p.id, m.mark))}
            >
              {m.text}
            </Button>
          ))}
    </chakra.div>
  );
}
