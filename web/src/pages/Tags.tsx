import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import { Link } from "react-router";
import { at, inDemo } from "../api/base";
import { api, mustPage, type Schemas } from "../api/client";
import { useHere } from "../app/here";
import { NoPlants } from "./NoPlants";
import { Button, Notice, Select } from "../app/ui";
import { counted } from "../survey/words";

/** More than these are more than anybody cuts out in a winter. */
const MOST = 400;

async function everyPlant(): Promise<Schemas["PlantView"][]> {
  const plants: Schemas["PlantView"][] = [];
  for (let after: string | null = ""; after !== null && plants.length < MOST;) {
    const page: Awaited<ReturnType<typeof mustPage<Schemas["PlantSummary"]>>> = await mustPage(
      api.GET("/api/plants", { params: { query: { limit: "200", ...(after && { after }) } } }),
    );
    plants.push(...page.items.map((i) => i.plant));
    after = page.next;
  }
  return plants;
}

/** Tags to print and hang on the plants: scanned with a phone, each opens its plant. */
export default function Tags() {
  const plants = useQuery({ queryKey: ["plants", "tags"], queryFn: everyPlant });
  const places = [...new Set((plants.data ?? []).map((p) => p.place))];
  const [place, setPlace] = useState<string | null>(null);
  const { shared } = useHere();
  if (plants.isError)
    return (
      <Notice tone="wrong" role="alert">
        {plants.error.message}
      </Notice>
    );
  if (!plants.data) return <p>Fetching the plants.</p>;
  if (plants.data.length === 0) return <NoPlants title="Tags for the plants" what="tag" />;
  const shown = plants.data.filter((p) => place === null || p.place === place);
  return (
    <div className="sheet">
      <chakra.div className="no-print" display="grid" gap="10px" marginBottom="14px">
        <chakra.h1 fontSize="1.8rem">Tags for the plants</chakra.h1>
        <p>Print them, cut them out, hang each on its plant: a phone that scans it opens the plant.</p>
        {!shared && (
          <Notice tone="look">
            The garden is not shared now, so these open on this computer only. Start it with ./run --share before you
            print tags for your phone.
          </Notice>
        )}
        <chakra.div display="flex" gap="10px" flexWrap="wrap" alignItems="center">
          <Select
            aria-label="Which plants"
            value={place ?? "*"}
            onChange={(e) => setPlace(e.target.value === "*" ? null : e.target.value)}
          >
            <option value="*">The whole garden</option>
            {places.map((p) => (
              <option key={p} value={p}>
                {p || "Anywhere"}
              </option>
            ))}
          </Select>
          <Button look="main" onClick={() => window.print()} disabled={shown.length === 0}>
            Print {counted(shown.length, "tag")}
          </Button>
          <Link to="/garden" style={{ padding: "12px 0" }}>
            Back to the garden
          </Link>
        </chakra.div>
      </chakra.div>
      <chakra.div
        className="paper"
        display="grid"
        gap="0"
        gridTemplateColumns="repeat(auto-fill, minmax(min(100%, 58mm), 1fr))"
        data-tags
      >
        {shown.map((p) => (
          <Tag key={p.id} p={p} />
        ))}
      </chakra.div>
    </div>
  );
}

/** One tag, with a hole for its string. */
function Tag({ p }: { p: Schemas["PlantView"] }) {
  return (
    <chakra.div
      border="1px dashed var(--line)"
      padding="4mm"
      display="grid"
      justifyItems="center"
      gap="1.5mm"
      breakInside="avoid"
    >
      <chakra.span
        width="4mm"
        height="4mm"
        border="1px solid var(--muted)"
        borderRadius="50%"
        title="a hole for the string"
      />
      <img src={at(`/api/plants/${p.id}/tag`)} alt={`QR code of ${p.name}`} style={{ width: "36mm", height: "36mm" }} />
      <chakra.span fontFamily="heading" fontSize="1.05rem" textAlign="center" overflowWrap="anywhere">
        {p.name}
      </chakra.span>
      {p.place && <span>{p.place}</span>}
      {inDemo && <b>Demo garden</b>}
    </chakra.div>
  );
}
