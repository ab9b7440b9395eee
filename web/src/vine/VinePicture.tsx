import { chakra } from "@chakra-ui/react";
import { useMemo } from "react";
import { useNarrow } from "../app/narrow";
import { FromAbove } from "../drawing/FromAbove";
import { headScene } from "./head";
import { placesOf } from "./places";
import { VineDrawing, type VineDrawingProps } from "./VineDrawing";

/** A vine from the front; a goblet from above beside it, as its spurs stand one behind the other round the head. */
export function VinePicture(
  props: VineDrawingProps & {
    goblet: boolean;
    /** On a phone a goblet is seen from above alone, so that what is asked stands on the same screen. */
    brief?: boolean;
  },
) {
  const { goblet, brief, ...drawing } = props;
  const narrow = useNarrow();
  const head = useMemo(() => (goblet ? headScene(props.scene) : null), [goblet, props.scene]);
  if (!head) return <VineDrawing {...drawing} />;
  const place = placesOf(props.scene.stems.map((s) => s.axis.stem)).find(
    (p) => p.id === props.selected || p.shoots.some((s) => s.id === props.selected),
  );
  const bearer = place && head.stems.find((s) => s.name === place.id);
  return (
    <chakra.div
      display="grid"
      gridTemplateColumns={{ base: "minmax(0,1fr)", md: "minmax(0,1fr) minmax(0,1fr)" }}
      gap="8px"
      alignItems="end"
    >
      <FromAbove
        scene={head}
        state={props.state}
        selected={head.stems.some((s) => s.id === props.selected && s.top) ? props.selected : (bearer?.id ?? null)}
        onSelect={props.onSelect}
        beside={!(brief && narrow)}
        title={brief && narrow ? "The vine from above" : `${props.title}, and from above`}
      />
      {!(brief && narrow) && <VineDrawing {...drawing} narrow />}
    </chakra.div>
  );
}
