import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { Link, useNavigate } from "react-router";
import { api, type ApiError, must, mustPage, newId, type Schemas } from "../api/client";
import { usePages } from "../api/pages";
import { useHalf } from "../app/kept";
import { Button, Field, Input, Notice, Panel, Select } from "../app/ui";
import { Length } from "../shared/Length";
import { about } from "./vineRows";
import { capital, counted } from "../survey/words";
import { SystemPicture, systems } from "./systems";

/** Rows of vines: what each row comes to, from every vine or from a sample, and the way along it. */
export default function Block() {
  const blocks = usePages(["blocks"], (query) => mustPage(api.GET("/api/blocks", { params: { query } })));
  const [form, setForm] = useState(false);
  if (blocks.isError)
    return (
      <Notice tone="wrong" role="alert">
        {blocks.error.message}
      </Notice>
    );
  if (!blocks.lines) return <p>Counting the rows.</p>;
  const rows = blocks.lines;
  return (
    <chakra.div display="grid" gap="18px" maxWidth="1180px">
      <chakra.div display="flex" alignItems="center" gap="12px" flexWrap="wrap">
        <chakra.h1 fontSize="1.8rem">Rows of vines</chakra.h1>
        <chakra.span marginLeft="auto" display="flex" gap="8px">
          <Link to="/garden" style={{ padding: "12px 4px" }}>
            Back to the garden
          </Link>
          <Button look="main" onClick={() => setForm(true)}>
            Plant a row
          </Button>
        </chakra.span>
      </chakra.div>
      {form && <RowForm onClose={() => setForm(false)} />}
      {rows.length === 0 && !form && (
        <Notice tone="plain">
          No vines yet. Plant a row: say how many vines stand in it, and each gets its place in order.
        </Notice>
      )}
      {rows
        .filter((b) => Number(b.vines) > 1)
        .map((b) => (
          <Row key={b.place} block={b} />
        ))}
      {blocks.hasNextPage && (
        <div>
          <Button disabled={blocks.isFetching} onClick={() => void blocks.fetchNextPage()}>
            {blocks.isFetching ? "Counting the next rows." : "Further rows"}
          </Button>
        </div>
      )}
      <Alone blocks={rows.filter((b) => Number(b.vines) === 1)} />
    </chakra.div>
  );
}

function Row({ block }: { block: Schemas["BlockView"] }) {
  const navigate = useNavigate();
  const lines = block.lines;
  const [vines, planned, finished] = [Number(block.vines), Number(block.planned), Number(block.finished)];
  const open = vines - finished;
  const next = lines.find((l) => l.state === "empty") ?? lines.find((l) => l.state === "planned");
  const sample = planned > 0 && planned < open;
  return (
    <Panel>
      <chakra.div display="flex" gap="8px 16px" alignItems="baseline" flexWrap="wrap">
        <chakra.h2 fontSize="1.25rem">{block.place || "Anywhere"}</chakra.h2>
        <chakra.span color="muted">
          {counted(vines, "vine")}
          {finished > 0 ? `, ${finished} finished` : ""}
        </chakra.span>
        {next && (
          <chakra.span marginLeft="auto">
            <Button
              look="main"
              onClick={() => void navigate(`/plants/${next.id}/${next.state === "empty" ? "look" : "do"}`)}
            >
              {next.state === "empty" ? `Look at ${next.name}` : `Prune ${next.name}`}
            </Button>
          </chakra.span>
        )}
      </chakra.div>
      {planned > 0 && (
        <chakra.p fontSize="1.1rem" marginTop="4px">
          <b>
            {capital(
              [about(block.buds, "bud"), about(block.ties, "tie"), about(block.minutes, "minute")]
                .filter((w) => w !== null)
                .join(", "),
            )}
          </b>{" "}
          {sample
            ? `for the ${open} vines still to prune, reckoned from ${planned === 1 ? "the one" : `the ${planned}`} you looked at.`
            : "to do."}
        </chakra.p>
      )}
      {planned === 0 && open > 0 && (
        <p>
          Look at one vine and the row is reckoned from it; look at a few more, here and there along it, and the
          reckoning gets surer.
        </p>
      )}
      <chakra.ol display="flex" flexWrap="wrap" gap="8px" marginTop="10px" aria-label={`The vines of ${block.place}`}>
        {lines.map((l) => (
          <li key={l.id}>
            <Vine line={l} place={block.place} />
          </li>
        ))}
      </chakra.ol>
      <chakra.p color="muted" fontSize="0.95rem" marginTop="6px">
        On a vine's page the key N brings up the next one in the row.
      </chakra.p>
    </Panel>
  );
}

/** Vines that stand alone: no row to reckon, a way to each. */
function Alone({ blocks }: { blocks: Schemas["BlockView"][] }) {
  if (blocks.length === 0) return null;
  return (
    <Panel>
      <chakra.h2 fontSize="1.15rem">Vines that stand alone</chakra.h2>
      <chakra.ul display="flex" flexWrap="wrap" gap="8px" marginTop="8px">
        {blocks.flatMap((b) =>
          b.lines.map((l) => (
            <li key={l.id}>
              <Vine line={l} place={b.place} />
            </li>
          )),
        )}
      </chakra.ul>
    </Panel>
  );
}

/** A vine as it is trained; grey and with a question mark until somebody looked at it. */
function VineGlyph({ line }: { line: Schemas["GardenPlanLine"] }) {
  const known = line.state !== "empty";
  const system = systems.find((s) => s.system === line.system)?.system ?? "cordon";
  return (
    <span style={{ display: "inline-block", position: "relative" }}>
      <span style={{ opacity: known ? 1 : 0.35 }}>
        <SystemPicture system={system} />
      </span>
      {!known && <span style={{ position: "absolute", right: 2, top: 0, fontSize: "1.1rem", fontWeight: 700 }}>?</span>}
    </span>
  );
}

/** One vine in its row. */
function Vine({ line, place }: { line: Schemas["GardenPlanLine"]; place: string }) {
  const name = line.name.startsWith(place) ? line.name.slice(place.length).trim() || line.name : line.name;
  const done = line.state === "finished";
  const known = line.state === "planned";
  return (
    <Link
      to={`/plants/${line.id}/${known ? "decide" : done ? "remember" : "look"}`}
      style={{
        display: "block",
        width: 116,
        textAlign: "center",
        textDecoration: "none",
        border: "1px solid var(--line)",
        borderRadius: 8,
        padding: "4px 2px 6px",
        background: done ? "var(--leafWash)" : "transparent",
      }}
    >
      <VineGlyph line={line} />
      <span style={{ display: "block", fontWeight: 700, overflow: "hidden", textOverflow: "ellipsis" }}>{name}</span>
      <span style={{ display: "block", color: "var(--muted)", fontSize: "0.9rem" }}>
        {known
          ? counted(Number(line.buds), "bud")
          : done
            ? "finished"
            : line.state === "empty"
              ? "to look at"
              : "no plan"}
      </span>
    </Link>
  );
}

function RowForm({ onClose }: { onClose: () => void }) {
  const client = useQueryClient();
  const kinds = useQuery({ queryKey: ["kinds"], queryFn: () => must(api.GET("/api/kinds")), staleTime: Infinity });
  const [first] = useState(() => ({
    place: "",
    kind: "",
    count: "12",
    system: "cordon",
    spacing: 1500,
    own: newId(),
  }));
  const [half, setHalf, letGo] = useHalf("row", first);
  const { place, count, system, spacing, own } = half;
  const offered = (kinds.data ?? []).filter((k) => k.family === "vine");
  const kind = half.kind || (offered[0]?.id ?? "");
  const set = (part: Partial<typeof first>) => setHalf({ ...half, ...part });
  const add = useMutation({
    mutationFn: () =>
      must(
        api.POST("/api/blocks", {
          body: { place, kind, count: Number(count), plantedYear: null, vine: { system, spacing }, id: own },
        }),
      ),
    onSuccess: () => {
      void client.invalidateQueries({ queryKey: ["blocks"] });
      void client.invalidateQueries({ queryKey: ["plants"] });
      letGo();
      onClose();
    },
  });
  const error = add.error as ApiError | null;
  const at = (path: string) => error?.errors.find((e) => e.path === path)?.message ?? null;
  return (
    <Panel>
      <form
        onSubmit={(e) => {
          e.preventDefault();
          add.mutate();
        }}
      >
        <chakra.h2 fontSize="1.2rem">Plant a row</chakra.h2>
        <Fields
          offered={offered}
          place={place}
          kind={kind}
          count={count}
          system={system}
          spacing={spacing}
          set={set}
          at={at}
        />
        {error && error.errors.length === 0 && (
          <Notice tone="wrong" role="alert">
            {error.message}
          </Notice>
        )}
        <chakra.div display="flex" gap="8px" marginTop="12px">
          <Button type="submit" look="main" disabled={place.trim() === "" || add.isPending}>
            Plant them
          </Button>
          <Button type="button" onClick={() => (letGo(), onClose())}>
            Cancel
          </Button>
        </chakra.div>
      </form>
    </Panel>
  );
}

/** What a row is. */
function Fields({
  offered,
  place,
  kind,
  count,
  system,
  spacing,
  set,
  at,
}: {
  offered: Schemas["KindView"][];
  place: string;
  kind: string;
  count: string;
  system: string;
  spacing: number;
  set: (
    part: Partial<{ place: string; kind: string; count: string; system: string; spacing: number; own: string }>,
  ) => void;
  at: (path: string) => string | null;
}) {
  return (
    <chakra.div
      display="grid"
      gap="12px 18px"
      marginTop="8px"
      gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 200px), 1fr))"
    >
      <Field label="Name of the row" error={at("/place")}>
        <Input
          value={place}
          maxLength={80}
          onChange={(e) => set({ place: e.target.value })}
          placeholder="South slope"
        />
      </Field>
      <Field label="How many vines" error={at("/count")}>
        <Input value={count} inputMode="numeric" onChange={(e) => set({ count: e.target.value })} />
      </Field>
      <Field label="Kind" error={at("/kind")}>
        <Select value={kind} onChange={(e) => set({ kind: e.target.value })}>
          {offered.map((k) => (
            <option key={k.id} value={k.id}>
              {k.name}
            </option>
          ))}
        </Select>
      </Field>
      <Field label="Trained as">
        <Select value={system} onChange={(e) => set({ system: e.target.value })}>
          <option value="cordon">arms along a wire</option>
          <option value="goblet">goblets</option>
          <option value="long-cane">long canes</option>
          <option value="t-trellis">on a T-trellis</option>
          <option value="training">young vines</option>
        </Select>
      </Field>
      <Length
        label="Room for each along the row"
        value={spacing}
        least={100}
        most={20_000}
        onChange={(spacing) => set({ spacing })}
      />
    </chakra.div>
  );
}
