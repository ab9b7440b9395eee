import { chakra } from "@chakra-ui/react";
import { useMeasures } from "../app/settings";
import { Button, Notice, Select } from "../app/ui";
import { usePlant } from "../shared/usePlant";
import { useLead } from "./leading";

/** Where a cane lies on its support, the bend that asks of it, and the means to lead it elsewhere. */
export function Lead({ id }: { id: string }) {
  const { survey, plan } = usePlant();
  const { say, round } = useMeasures();
  const lead = useLead();
  const cane = plan?.training?.canes.find((c) => c.stem === id);
  if (!plan?.training || !cane) return null;
  const refused = plan.warnings.find((w) => w.code === "bend" && w.stem === id);
  const wanted = survey.document.stems.find((s) => s.id === id)?.towards ?? null;
  const share = cane.allowed > 0 ? Math.min(1, Number(cane.strain) / Number(cane.allowed)) : 0;
  return (
    <chakra.div marginTop="12px">
      <chakra.h3 fontSize="1rem" color="muted">
        Where it goes
      </chakra.h3>
      <p>{say(cane)}</p>
      {cane.radius != null && (
        <chakra.div marginTop="6px">
          <chakra.div
            role="img"
            aria-label={`The bend uses ${Math.round(share * 100)} % of what its wood bears`}
            height="12px"
            border="1px solid var(--ink)"
            borderRadius="6px"
            overflow="hidden"
            background="sheet"
          >
            <chakra.div height="100%" width={`${share * 100}%`} background={share > 0.85 ? "ochre" : "leaf"} />
          </chakra.div>
          <chakra.p fontSize="0.95rem" color="muted">
            {Math.round(share * 100)} % of the bend its wood bears
            {cane.needed != null && `, which is no tighter than ${round(Number(cane.needed))}`}
          </chakra.p>
        </chakra.div>
      )}
      {refused && (
        <chakra.div marginTop="6px">
          <Notice tone="look" role="alert">
            {say(refused)}
          </Notice>
        </chakra.div>
      )}
      <chakra.div display="flex" gap="6px" flexWrap="wrap" alignItems="end" marginTop="6px">
        <chakra.label flex="1" minWidth="180px">
          <chakra.span display="block" fontWeight="700">
            Lead it
          </chakra.span>
          <Select
            width="100%"
            value={cane.line ?? ""}
            onChange={(e) => {
              const line = plan.training!.lines.find((l) => l.n === Number(e.target.value));
              const end = line?.path[line.path.length - 1];
              if (end) lead(id, { x: Number(end[0]), z: Number(end[1]) });
            }}
          >
            {cane.line == null && <option value="">{cane.how === "half-way" ? "half way" : "where it stands"}</option>}
            {plan.training.lines.map((l) => {
              const other = plan.training!.canes.find((c) => c.line === l.n && c.stem !== id);
              return (
                <option key={l.n} value={l.n}>
                  {l.n}: {l.name}
                  {other ? ` (now ${other.stem})` : ""}
                </option>
              );
            })}
          </Select>
        </chakra.label>
        {wanted && (
          <Button size="small" look="quiet" onClick={() => lead(id, null)}>
            Decide for me
          </Button>
        )}
      </chakra.div>
      <chakra.p fontSize="0.95rem" color="muted" marginTop="4px">
        Or drag its end in the drawing; the arrow keys move it a line to the left or right.
      </chakra.p>
    </chakra.div>
  );
}
