import { chakra } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Link } from "react-router";
import { api, must, type Schemas } from "../api/client";
import { Button, Panel } from "../app/ui";
import { forgetNew } from "../outbox/newPlant";
import { outbox } from "../outbox/outbox";
import type { Waiting as Change } from "../outbox/store";
import { useWaiting } from "../outbox/useOutbox";
import { Refused } from "../shared/Refused";

/** What was done without the garden: all of it in order, plant by plant, with what the garden did not take first. */
export default function Waiting() {
  const waiting = useWaiting();
  const plants = [...new Set(waiting.map((w) => w.plant))];
  return (
    <chakra.div display="grid" gap="14px" maxWidth="820px">
      <div>
        <chakra.h1 fontSize={{ base: "1.6rem", md: "2rem" }}>What waits on this device</chakra.h1>
        <chakra.p marginTop="4px">
          {waiting.length === 0
            ? "Nothing waits on this device: all that was done on it is in the garden."
            : "It is sent by itself, in this order, as soon as the garden can be reached. It stays here till then, also when the device is switched off."}
        </chakra.p>
      </div>
      {waiting.length > 0 && (
        <div>
          <Button look="main" size="large" onClick={() => void outbox.send()}>
            Send it now
          </Button>
        </div>
      )}
      {plants.map((plant) => (
        <Panel key={plant}>
          <PlantName id={plant} made={waiting.find((w) => w.plant === plant && w.what === "plant")} />
          <chakra.div display="grid" gap="8px" marginTop="6px">
            <Refused of={waiting.filter((w) => w.plant === plant && w.refused)} />
          </chakra.div>
          <ul>
            {waiting
              .filter((w) => w.plant === plant && !w.refused)
              .map((w) => (
                <Line
                  key={w.seq}
                  change={w}
                  onBack={() =>
                    void (w.what === "plant" && w.method === "POST"
                      ? forgetNew(plant, waiting)
                      : outbox.takeBack(w.seq))
                  }
                />
              ))}
          </ul>
        </Panel>
      ))}
    </chakra.div>
  );
}

function PlantName({ id, made }: { id: string; made: Change | undefined }) {
  const plant = useQuery({
    queryKey: ["plant", id],
    queryFn: () => must(api.GET("/api/plants/{id}", { params: { path: { id } } })),
    enabled: made?.method !== "POST",
  });
  return (
    <chakra.h2 fontSize="1.2rem">
      {made?.method === "POST" ? (
        <Link to={`/plants/${id}/look`}>{(made.body as Schemas["PlantInput"]).name}</Link>
      ) : (
        <Link to={`/plants/${id}/do`}>{plant.data?.name ?? "A plant"}</Link>
      )}
    </chakra.h2>
  );
}

function Line({ change, onBack }: { change: Change; onBack: () => void }) {
  return (
    <chakra.li
      display="flex"
      gap="10px"
      alignItems="center"
      minHeight="52px"
      paddingBlock="4px"
      borderTop="1px solid var(--line)"
    >
      <chakra.span flex="1">
        {change.words}{" "}
        <chakra.span color="muted" whiteSpace="nowrap">
          {new Date(change.made).toLocaleString("en-GB", {
            day: "numeric",
            month: "short",
            hour: "2-digit",
            minute: "2-digit",
          })}
        </chakra.span>
      </chakra.span>
      <Button aria-label={`Do not send: ${change.words}`} onClick={onBack}>
        Take back
      </Button>
    </chakra.li>
  );
}
