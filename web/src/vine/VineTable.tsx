import { provenanceWords } from "../app/provenance";
import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { api, must } from "../api/client";

/** What vines are counted and judged by whatever the school: the table of bud rules and the published ranges. */
export function VineTable() {
  const rules = useQuery({
    queryKey: ["vine-rules"],
    queryFn: () => must(api.GET("/api/vine-rules")),
    staleTime: Infinity,
  });
  if (!rules.data) return null;
  return (
    <chakra.details marginTop="10px" borderTop="1px solid var(--line)" paddingTop="6px">
      <chakra.summary fontWeight="700" minHeight="44px" paddingBlock="9px" cursor="pointer">
        Buds by the weight of the prunings, and what a vine is judged by
      </chakra.summary>
      <p>
        So many buds for the first pound of one-year prunings, so many for each further one. The rule can be set for
        each vine where it is looked at.
      </p>
      <chakra.ul marginTop="6px">
        {rules.data.budRules.map((r) => (
          <chakra.li
            key={r.id}
            display="grid"
            gridTemplateColumns="150px 76px minmax(0,1fr)"
            gap="10px"
            borderTop="1px solid var(--line)"
            paddingBlock="4px"
          >
            <span>{r.name}</span>
            <b>
              {Number(r.base)} + {Number(r.per)}
            </b>
            <chakra.span color="muted" fontSize="0.95rem">
              {r.why} ({provenanceWords[r.provenance] ?? r.provenance})
            </chakra.span>
          </chakra.li>
        ))}
        {rules.data.values.map((v) => (
          <chakra.li
            key={v.name}
            display="grid"
            gridTemplateColumns="150px 76px minmax(0,1fr)"
            gap="10px"
            borderTop="1px solid var(--line)"
            paddingBlock="4px"
          >
            <span>{names[v.name] ?? v.name}</span>
            <b>{v.share ? `${Math.round(Number(v.number) * 100)} %` : Number(v.number)}</b>
            <chakra.span color="muted" fontSize="0.95rem">
              {v.why} ({provenanceWords[v.provenance] ?? v.provenance})
            </chakra.span>
          </chakra.li>
        ))}
      </chakra.ul>
    </chakra.details>
  );
}

const names: Record<string, string> = {
  budBreakDays: "Bud break, days",
  capPerMetre: "Buds a metre, at most",
  lossFrom: "Winter loss, from",
  lossTo: "Winter loss, to",
  ravazFrom: "Crop over prunings, from",
  ravazTo: "Crop over prunings, to",
  secondVisitDays: "Second visit, days",
  shootsPerMetre: "Shoots a metre",
  woodFrom: "Prunings a metre, from",
  woodTo: "Prunings a metre, to",
};
