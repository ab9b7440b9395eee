import { useEffect } from "react";
import { api, type Schemas } from "../api/client";
import { outbox } from "../outbox/outbox";

/** How many plants are taken along at most, how soon after the first screen, and how often, ms. */
const MOST = 60;
const SOON = 3_000;
const AGAIN = 30 * 60_000;

/** The plants of a round: what is under way first, what is finished not at all. */
export function roundOf(groups: Schemas["NowGroup"][]): { id: string; kind: string }[] {
  return (["working", "surveyed", "empty"] as const)
    .flatMap((state) => groups.find((g) => g.state === state)?.plants ?? [])
    .map((p) => ({ id: p.plant.id, kind: p.plant.kind }))
    .slice(0, MOST);
}

/** Asks for an answer so that the service worker keeps it; one that does not come is not waited for. */
const ask = (address: Promise<unknown>): Promise<unknown> => address.catch(() => null);

/**
 * Asks for all that a round shows, one after another, so that it is on this device when the garden is out of reach: the
 * service worker keeps every answer.
 */
export async function takeAlong(): Promise<void> {
  const now = await api.GET("/api/now").catch(() => null);
  if (!now?.data) return;
  await ask(api.GET("/api/settings"));
  await ask(api.GET("/api/kinds"));
  await ask(api.GET("/api/vine-rules"));
  const round = roundOf(now.data.groups);
  for (const kind of new Set(round.map((p) => p.kind))) {
    await ask(api.GET("/api/schools", { params: { query: { kind } } }));
  }
  for (const { id } of round) {
    const path = { params: { path: { id } } };
    // Whoever works goes first.
    if (outbox.waiting().length > 0) await outbox.send();
    await ask(api.GET("/api/plants/{id}", path));
    await ask(api.GET("/api/plants/{id}/survey", path));
    await ask(api.GET("/api/plants/{id}/work", path));
    await ask(api.GET("/api/plants/{id}/log", path));
  }
}

/** Takes the plants of the round along, once the service worker is there to keep them. */
export function useAlong(): void {
  useEffect(() => {
    const { serviceWorker } = navigator;
    if (!serviceWorker) return;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const take = async () => {
      await takeAlong();
      if (!over) timer = setTimeout(() => void take(), AGAIN);
    };
    const begin = () => {
      clearTimeout(timer);
      if (serviceWorker.controller) timer = setTimeout(() => void take(), SOON);
    };
    begin();
    serviceWorker.addEventListener("controllerchange", begin);
    return () => {
      over = true;
      clearTimeout(timer);
      serviceWorker.removeEventListener("controllerchange", begin);
    };
  }, []);
}
