import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient, type UseMutationResult } from "@tanstack/react-query";
import { useState, type Dispatch, type SetStateAction } from "react";
import { api, asSeen, must, type Schemas } from "../api/client";
import { useMeasures } from "../app/settings";
import { Button, Notice, Panel } from "../app/ui";
import { dayWords } from "../survey/measures";
import { counted } from "../survey/words";

type Binned = Schemas["BinnedPlant"];

/** A photograph or a line of the log that was taken out of a plant that stands. */
interface PartOf {
  key: string;
  what: "photo" | "line";
  id: number;
  plant: string;
  words: string;
  at: string;
}

/** Plants that were taken out of the garden: they lie here with their logs until the bin is emptied. */
export default function Bin() {
  const client = useQueryClient();
  const bin = useQuery({ queryKey: ["plants", "bin"], queryFn: () => must(api.GET("/api/bin")) });
  const parts = useParts();
  const [asking, setAsking] = useState<Binned | "all" | null>(null);
  const again = () => client.invalidateQueries({ queryKey: ["plants"] });
  const back = useMutation({
    mutationFn: (p: Binned) => must(api.POST("/api/plants/{id}/restore", { params: { path: { id: p.plant.id } } })),
    onSuccess: again,
  });
  const empty = useMutation({
    mutationFn: async (plants: Binned[]) => {
      for (const { plant } of plants) {
        await must(
          api.DELETE("/api/bin/{id}", {
            params: { path: { id: plant.id } },
            headers: asSeen(Number(plant.revision)),
          }),
        );
      }
    },
    onSettled: () => (setAsking(null), void again()),
  });
  const error = bin.error ?? back.error ?? empty.error;
  const plants = bin.data ?? [];
  const gone = asking === "all" ? plants : asking ? [asking] : [];
  return (
    <chakra.div display="grid" gap="14px" maxWidth="820px">
      <div>
        <chakra.h1 fontSize={{ base: "1.6rem", md: "2rem" }}>The bin</chakra.h1>
        <chakra.p marginTop="4px">
          {bin.data && parts.data && plants.length === 0 && parts.data.photos.length + parts.data.lines.length === 0
            ? "It is empty. A plant that is taken out of the garden lies here with its log, and can be put back."
            : "What was taken out of the garden lies here with its surveys and its log, until you empty it."}
        </chakra.p>
      </div>
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      {gone.length > 0 && <Asking setAsking={setAsking} empty={empty} gone={gone} />}
      <ul>
        {plants.map((p) => (
          <chakra.li key={p.plant.id} borderTop="1px solid var(--line)" paddingBlock="8px">
            <chakra.div display="flex" gap="8px 14px" flexWrap="wrap" alignItems="center">
              <chakra.span flex="1 1 260px">
                <b>{p.plant.name}</b>, {p.plant.kindName}
                <chakra.span display="block" color="muted">
                  taken out on {dayWords(p.removedAt.slice(0, 10))}
                </chakra.span>
              </chakra.span>
              <Button disabled={back.isPending} onClick={() => back.mutate(p)}>
                Put back
              </Button>
              <Button look="quiet" onClick={() => setAsking(p)}>
                Delete
              </Button>
            </chakra.div>
            {Number(p.lines) > 0 && <BinnedLog id={p.plant.id} lines={Number(p.lines)} />}
          </chakra.li>
        ))}
      </ul>
      <BinnedParts />
      {plants.length > 1 && (
        <div>
          <Button look="cut" onClick={() => setAsking("all")}>
            Empty the bin
          </Button>
        </div>
      )}
    </chakra.div>
  );
}

/** Asked before anything is deleted for good. */
function Asking({
  setAsking,
  empty,
  gone,
}: {
  setAsking: Dispatch<SetStateAction<Binned | "all" | null>>;
  empty: UseMutationResult<void, Error, Binned[], unknown>;
  gone: Binned[];
}) {
  return (
    <Panel role="alertdialog" aria-label="Delete for good">
      <chakra.h2 fontSize="1.25rem">
        {gone.length === 1
          ? `Delete ${gone[0]!.plant.name} for good?`
          : `Delete ${counted(gone.length, "plant")} for good?`}
      </chakra.h2>
      <chakra.p marginTop="4px">
        {gone.map((g) => `${g.plant.name}, ${counted(Number(g.lines), "line")} of log`).join("; ")}. This cannot be
        undone.
      </chakra.p>
      <chakra.div display="flex" gap="8px" flexWrap="wrap" marginTop="10px">
        <Button look="main" onClick={() => setAsking(null)}>
          Keep it
        </Button>
        <Button look="cut" disabled={empty.isPending} onClick={() => empty.mutate(gone)}>
          Delete for good
        </Button>
      </chakra.div>
    </Panel>
  );
}

const useParts = () => useQuery({ queryKey: ["plants", "bin parts"], queryFn: () => must(api.GET("/api/bin/parts")) });

/** Photographs and lines of logs that were taken out of plants that stand. */
function BinnedParts() {
  const client = useQueryClient();
  const { say } = useMeasures();
  const parts = useParts();
  const again = () => {
    for (const key of ["plants", "photos", "log", "work"]) void client.invalidateQueries({ queryKey: [key] });
  };
  const settle = useMutation({
    mutationFn: async ({ what, id, back }: { what: "photo" | "line"; id: number; back: boolean }) => {
      const [photo, line] = [{ params: { path: { photo: id } } }, { params: { path: { line: id } } }];
      await (what === "photo"
        ? back
          ? must(api.POST("/api/bin/photos/{photo}/restore", photo))
          : must(api.DELETE("/api/bin/photos/{photo}", photo))
        : back
          ? must(api.POST("/api/bin/lines/{line}/restore", line))
          : must(api.DELETE("/api/bin/lines/{line}", line)));
    },
    onSettled: again,
  });
  const [asking, setAsking] = useState<string | null>(null);
  const { photos = [], lines = [] } = parts.data ?? {};
  const of: PartOf[] = [
    ...photos.map((p) => ({
      key: `photo ${p.id}`,
      what: "photo" as const,
      id: Number(p.id),
      plant: p.plantName,
      words: `photograph of ${dayWords(p.photo.date)}`,
      at: p.removedAt,
    })),
    ...lines.map((l) => ({
      key: `line ${l.line.id}`,
      what: "line" as const,
      id: Number(l.line.id),
      plant: l.plantName,
      words: say(l.line),
      at: l.removedAt,
    })),
  ];
  if (of.length === 0) return null;
  return (
    <section>
      <chakra.h2 fontSize="1.25rem">Out of plants that stand</chakra.h2>
      {settle.error && (
        <Notice tone="wrong" role="alert">
          {settle.error.message}
        </Notice>
      )}
      <ul>
        {of.map((o) => (
          <Part key={o.key} settle={settle} asking={asking} setAsking={setAsking} o={o} />
        ))}
      </ul>
    </section>
  );
}

/** A photograph or a line that lies in the bin, with its two ways out. */
function Part({
  settle,
  asking,
  setAsking,
  o,
}: {
  settle: UseMutationResult<void, Error, { what: "photo" | "line"; id: number; back: boolean }, unknown>;
  asking: string | null;
  setAsking: Dispatch<SetStateAction<string | null>>;
  o: PartOf;
}) {
  return (
    <chakra.li
      display="flex"
      gap="8px 14px"
      flexWrap="wrap"
      alignItems="center"
      borderTop="1px solid var(--line)"
      paddingBlock="8px"
    >
      <chakra.span flex="1 1 260px">
        <b>{o.plant}</b>, {o.words}
        <chakra.span display="block" color="muted">
          taken out on {dayWords(o.at.slice(0, 10))}
        </chakra.span>
      </chakra.span>
      {asking === o.key ? (
        <>
          <b>It cannot be undone.</b>
          <Button look="main" onClick={() => setAsking(null)}>
            Keep it
          </Button>
          <Button
            look="cut"
            disabled={settle.isPending}
            onClick={() => settle.mutate({ what: o.what, id: o.id, back: false })}
          >
            Delete for good
          </Button>
        </>
      ) : (
        <>
          <Button disabled={settle.isPending} onClick={() => settle.mutate({ what: o.what, id: o.id, back: true })}>
            Put back
          </Button>
          <Button look="quiet" onClick={() => setAsking(o.key)}>
            Delete
          </Button>
        </>
      )}
    </chakra.li>
  );
}

function BinnedLog({ id, lines }: { id: string; lines: number }) {
  const { say } = useMeasures();
  const [open, setOpen] = useState(false);
  const log = useQuery({
    queryKey: ["binned log", id],
    queryFn: () => must(api.GET("/api/bin/{id}/log", { params: { path: { id } } })),
    enabled: open,
  });
  return (
    <chakra.details onToggle={(e) => setOpen(e.currentTarget.open)}>
      <chakra.summary cursor="pointer" minHeight="44px" paddingBlock="9px" fontWeight="700" color="leaf">
        Its log, {counted(lines, "line")}
      </chakra.summary>
      <ul>
        {(log.data ?? []).map((l) => (
          <chakra.li key={l.id} paddingBlock="4px" borderTop="1px solid var(--line)">
            <chakra.span color="muted">{dayWords(l.at.slice(0, 10))}: </chakra.span>
            {say(l)}
          </chakra.li>
        ))}
      </ul>
    </chakra.details>
  );
}
