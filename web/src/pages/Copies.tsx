import { chakra } from "@chakra-ui/react";
import { useMutation, useQuery, useQueryClient } from "@tanstack/react-query";
import { useState } from "react";
import { at } from "../api/base";
import { api, must, type Schemas } from "../api/client";
import { Button, Notice, Panel } from "../app/ui";
import { momentWords } from "../survey/measures";

type Copy = Schemas["CopyView"];

const reasons: Record<string, string> = {
  day: "made by itself, once a day",
  asked: "made by you",
  upgrade: "before the garden was brought up to date",
  restore: "before you went back to another",
};

const size = (bytes: number) =>
  bytes < 1_000_000 ? `${Math.round(bytes / 1000)} kB` : `${(bytes / 1_000_000).toFixed(1)} MB`;

/** Copies of the whole garden: making one, and going back to one. */
export function Copies() {
  const client = useQueryClient();
  const copies = useQuery({ queryKey: ["copies"], queryFn: () => must(api.GET("/api/copies")), staleTime: 0 });
  const [asked, setAsked] = useState<string | null>(null);
  const make = useMutation({
    mutationFn: () => must(api.POST("/api/copies")),
    onSuccess: () => client.invalidateQueries({ queryKey: ["copies"] }),
  });
  const restore = useMutation({
    mutationFn: (name: string) => must(api.POST("/api/copies/{name}/restore", { params: { path: { name } } })),
    // Every plant and plan is another one now.
    onSuccess: () => window.location.assign(at("/garden")),
  });
  const error = copies.error ?? make.error ?? restore.error;
  const busy = make.isPending || restore.isPending;
  return (
    <Panel>
      <chakra.h2 fontSize="1.2rem">Copies of the garden</chakra.h2>
      <chakra.p marginTop="4px">
        Once a day the whole garden is copied by itself, plants, plans and log. The last five copies stay, and one of
        each month before.
      </chakra.p>
      {error && (
        <Notice tone="wrong" role="alert">
          {error.message}
        </Notice>
      )}
      <chakra.ul listStyleType="none" padding="0" marginTop="10px">
        {(copies.data ?? []).map((c: Copy) => (
          <chakra.li
            key={c.name}
            borderTop="1px solid var(--line)"
            paddingBlock="8px"
            display="flex"
            gap="6px 14px"
            flexWrap="wrap"
            alignItems="center"
          >
            <chakra.span flex="1 1 260px">
              <b>{momentWords(c.madeAt)}</b>
              <chakra.span display="block" color="muted">
                {reasons[c.why] ?? ""}, {size(Number(c.bytes))}
              </chakra.span>
            </chakra.span>
            {asked === c.name ? (
              <chakra.span display="flex" gap="8px" flexWrap="wrap" alignItems="center">
                <span>What was written since then leaves the garden; it is kept as a copy.</span>
                <Button look="main" disabled={busy} onClick={() => restore.mutate(c.name)}>
                  Go back
                </Button>
                <Button disabled={busy} onClick={() => setAsked(null)}>
                  Stay
                </Button>
              </chakra.span>
            ) : (
              <Button disabled={busy} onClick={() => setAsked(c.name)}>
                Go back to this
              </Button>
            )}
          </chakra.li>
        ))}
        {copies.data?.length === 0 && <li>There is none yet.</li>}
      </chakra.ul>
      <chakra.div marginTop="10px">
        <Button disabled={busy} onClick={() => make.mutate()}>
          Make a copy now
        </Button>
      </chakra.div>
    </Panel>
  );
}
