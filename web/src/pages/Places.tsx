import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient, type UseMutationResult } from "@tanstack/react-query";
import { useState, type Dispatch, type SetStateAction } from "react";
import { Link } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { Button, Notice, Panel, Select } from "../app/ui";
import { counted } from "../survey/words";
import { moved } from "./order";

type Place = Schemas["PlaceView"];

const laters = [-14, -7, 0, 7, 14, 21];

const laterWords = (days: number) =>
  days === 0
    ? "spring as in the garden"
    : days % 7 === 0
      ? `${counted(Math.abs(days) / 7, "week")} ${days > 0 ? "later" : "earlier"}`
      : `${counted(Math.abs(days), "day")} ${days > 0 ? "later" : "earlier"}`;

/** Beds in the order one walks, by dragging or by keys, and how much later each is. */
export default function Places() {
  const client = useQueryClient();
  const places = useQuery({
    queryKey: ["plants", "walk"],
    queryFn: () => must(api.GET("/api/garden/places")),
  });
  const [dragged, setDragged] = useState<string | null>(null);
  const [said, setSaid] = useState("");
  const save = useMutation({
    mutationFn: (next: Place[]) =>
      must(
        api.PUT("/api/garden/places", {
          body: { places: next.filter((p) => p.name !== "").map((p) => ({ name: p.name, later: p.later })) },
        }),
      ),
    onMutate: (next) => {
      setSaid("");
      client.setQueryData(["plants", "walk"], next);
    },
    onSettled: () => client.invalidateQueries({ queryKey: ["plants"] }),
  });
  if (places.isError)
    return (
      <Notice tone="wrong" role="alert">
        {places.error.message}
      </Notice>
    );
  if (!places.data) return <p>Fetching the places.</p>;
  const all = places.data;
  const move = (name: string, to: number) => {
    const next = moved(all, (p) => p.name === name, to);
    save.mutate(next, {
      onSuccess: () =>
        setSaid(`${name} is number ${next.findIndex((p) => p.name === name) + 1} of ${next.length} now, and kept.`),
    });
  };
  return (
    <chakra.div display="grid" gap="16px" maxWidth="760px">
      <div>
        <chakra.h1 fontSize="1.8rem">The order you walk</chakra.h1>
        <chakra.p marginTop="4px">
          Drag the beds, or move them with the arrows; with the keyboard, the arrow keys on a bed. Lists and the work of
          a day follow this order.
        </chakra.p>
      </div>
      {save.error && (
        <Notice tone="wrong" role="alert">
          {save.error.message}
        </Notice>
      )}
      {all.filter((p) => p.name).length === 0 ? (
        <Notice tone="plain">
          No plant has a bed yet: say where each grows in <Link to="/garden">the garden</Link>.
        </Notice>
      ) : (
        <Panel>
          <ol>
            {all.map((p, i) => (
              <PlaceLine
                key={p.name}
                dragged={dragged}
                setDragged={setDragged}
                save={save}
                all={all}
                move={move}
                p={p}
                i={i}
              />
            ))}
          </ol>
          <chakra.p role="status" color="muted">
            {said}
          </chakra.p>
        </Panel>
      )}
    </chakra.div>
  );
}

/** A bed in the order, with how much later its spring comes. */
function PlaceLine({
  dragged,
  setDragged,
  save,
  all,
  move,
  p,
  i,
}: {
  dragged: string | null;
  setDragged: Dispatch<SetStateAction<string | null>>;
  save: UseMutationResult<Place[], Error, Place[], void>;
  all: Place[];
  move: (name: string, to: number) => void;
  p: Place;
  i: number;
}) {
  return (
    <chakra.li
      draggable={p.name !== ""}
      onDragStart={() => setDragged(p.name)}
      onDragEnd={() => setDragged(null)}
      onDragOver={(e) => dragged !== null && e.preventDefault()}
      onDrop={() => dragged !== null && dragged !== p.name && move(dragged, i)}
      display="flex"
      gap="6px 12px"
      flexWrap="wrap"
      alignItems="center"
      borderTop="1px solid var(--line)"
      paddingBlock="8px"
      cursor={p.name ? "grab" : "default"}
      opacity={dragged === p.name ? 0.5 : 1}
    >
      <chakra.b minWidth="1.6em">{i + 1}</chakra.b>
      <chakra.span flex="1 1 160px">
        <b>{p.name || "Anywhere"}</b>
        <chakra.span display="block" color="muted">
          {counted(Number(p.plants), "plant")}
        </chakra.span>
      </chakra.span>
      {p.name && (
        <>
          <Select
            aria-label={`Spring at ${p.name}`}
            value={String(p.later)}
            onChange={(e) =>
              save.mutate(all.map((q) => (q.name === p.name ? { ...q, later: Number(e.target.value) } : q)))
            }
          >
            {[...new Set([...laters, Number(p.later)])]
              .sort((a, b) => a - b)
              .map((d) => (
                <option key={d} value={d}>
                  {laterWords(d)}
                </option>
              ))}
          </Select>
          <chakra.span display="flex" gap="6px">
            {([-1, 1] as const).map((step) => (
              <Button
                key={step}
                aria-label={`Move ${p.name} ${step < 0 ? "up" : "down"}`}
                disabled={i + step < 0 || i + step >= all.length}
                onClick={() => move(p.name, i + step)}
                onKeyDown={(e) => {
                  const by = e.key === "ArrowUp" ? -1 : e.key === "ArrowDown" ? 1 : 0;
                  if (by === 0 || i + by < 0 || i + by >= all.length) return;
                  e.preventDefault();
                  move(p.name, i + by);
                }}
              >
                {step < 0 ? "↑" : "↓"}
              </Button>
            ))}
          </chakra.span>
        </>
      )}
    </chakra.li>
  );
}
