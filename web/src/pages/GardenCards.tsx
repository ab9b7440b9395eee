import { chakra } from "@chakra-ui/react";
import { useWindowVirtualizer } from "@tanstack/react-virtual";
import { useEffect, useLayoutEffect, useRef, useState } from "react";
import { Link } from "react-router";
import { type Schemas } from "../api/client";
import { useHere } from "../app/here";
import { Button } from "../app/ui";
import { columnsIn, linesOf } from "./gardenLines";
import { PlantForm } from "./PlantForm";
import { PlantGlyph } from "./PlantGlyph";
import { day, target } from "./Now";

const gap = 12;

/** The cards by place, as many side by side as there is room for; only those in sight are drawn. */
export function Cards(props: {
  plants: Schemas["PlantSummary"][];
  open: string | null;
  onEdit: (id: string | null) => void;
  onRemove: (plant: Schemas["PlantView"]) => void;
  more: boolean;
  onMore: () => void;
}) {
  const { plants, open, more, onMore } = props;
  const box = useRef<HTMLDivElement>(null);
  const [{ width, top }, setBox] = useState({ width: 0, top: 0 });
  useLayoutEffect(() => {
    const measure = () => {
      const at = box.current!.getBoundingClientRect();
      setBox({ width: at.width, top: at.top + window.scrollY });
    };
    measure();
    const watch = new ResizeObserver(measure);
    watch.observe(box.current!);
    watch.observe(document.body);
    return () => watch.disconnect();
  }, []);
  const lines = linesOf(plants, columnsIn(width, gap), open);
  const rows = useWindowVirtualizer({
    count: lines.length,
    estimateSize: (i) => (lines[i]!.place !== undefined ? 48 : 124),
    getItemKey: (i) => lines[i]!.key,
    overscan: 4,
    scrollMargin: top,
  });
  const shown = rows.getVirtualItems();
  const last = shown.at(-1)?.index ?? 0;
  useEffect(() => {
    if (more && last >= lines.length - 3) onMore();
  }, [more, last, lines.length, onMore]);
  return (
    <chakra.div ref={box} position="relative" style={{ height: rows.getTotalSize() }}>
      {shown.map((item) => {
        const line = lines[item.index]!;
        return (
          <chakra.div
            key={item.key}
            ref={rows.measureElement}
            data-index={item.index}
            position="absolute"
            left="0"
            right="0"
            paddingBottom={`${gap}px`}
            style={{ top: item.start - top }}
          >
            {line.place !== undefined ? (
              <chakra.h2 fontSize="1.2rem" paddingTop={item.index > 0 ? "6px" : undefined}>
                {line.place || "Anywhere"}
              </chakra.h2>
            ) : (
              <Side {...props} open={open} width={width} line={line} />
            )}
          </chakra.div>
        );
      })}
    </chakra.div>
  );
}

/** Cards side by side. */
function Side(
  props: {
    plants: Schemas["PlantSummary"][];
    open: string | null;
    onEdit: (id: string | null) => void;
    onRemove: (plant: Schemas["PlantView"]) => void;
    more: boolean;
    onMore: () => void;
  } & {
    open: string | null;
    width: number;
    line: {
      key: string;
      place?: undefined;
      plants: Schemas["PlantSummary"][];
    };
  },
) {
  const { open, width, line } = props;
  return (
    <chakra.ul display="grid" gap={`${gap}px`} gridTemplateColumns={`repeat(${columnsIn(width, gap)}, minmax(0, 1fr))`}>
      {line.plants.map((p) =>
        open === p.plant.id ? (
          <chakra.li key={p.plant.id} gridColumn="1/-1">
            <PlantForm
              plant={p.plant}
              onClose={() => props.onEdit(null)}
              onRemove={() => (props.onEdit(null), props.onRemove(p.plant))}
            />
          </chakra.li>
        ) : (
          <Card key={p.plant.id} summary={p} onEdit={() => props.onEdit(p.plant.id)} />
        ),
      )}
    </chakra.ul>
  );
}

function Card(props: { summary: Schemas["PlantSummary"]; onEdit: () => void }) {
  const { plant, state, canes, lastPruned } = props.summary;
  const { role } = useHere();
  const facts = [
    plant.neglected && "neglected",
    plant.vigour && plant.vigour !== "normal" && plant.vigour,
    plant.unionHeight != null && plant.unionHeight < 0 && "crown covered",
  ].filter(Boolean);
  return (
    <chakra.li
      background="sheet"
      border="1px solid var(--line)"
      borderRadius="10px"
      padding="10px"
      display="flex"
      gap="12px"
      alignItems="center"
    >
      <PlantGlyph family={plant.family} canes={canes} known={state !== "empty"} />
      <chakra.div flex="1" minWidth="0">
        <chakra.h3 fontSize="1.15rem">
          <Link to={role === "looker" ? `/plants/${plant.id}/sheet` : target(props.summary)}>{plant.name}</Link>
        </chakra.h3>
        <chakra.p color="muted" fontSize="0.95rem">
          {plant.kindName}
          {facts.length > 0 ? `; ${facts.join(", ")}` : ""}
        </chakra.p>
        <p>
          <b>{stateWords[state]}</b>
          <chakra.span color="muted" fontSize="0.95rem">
            {lastPruned ? `; last pruned ${day(lastPruned, true)}` : ""}
          </chakra.span>
        </p>
      </chakra.div>
      {role === "owner" && (
        <Button size="small" look="quiet" onClick={props.onEdit} aria-label={`Change ${plant.name}`}>
          Change
        </Button>
      )}
    </chakra.li>
  );
}

/** What there is to do with a plant, in two words. */
export const stateWords: Record<Schemas["PlantState"], string> = {
  empty: "to walk round",
  surveyed: "plan ready",
  working: "under way",
  finished: "finished this season",
};
