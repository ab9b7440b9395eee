import { useEffect, useSyncExternalStore } from "react";
import { inDemo } from "../api/base";
import { api, must, mustPage, type Schemas } from "../api/client";
import { savesData } from "../api/reach";
import { outbox } from "../outbox/outbox";

/** How many plants are taken along at most, how soon after the first screen, and how often, ms. */
const MOST = 60;
const SOON = 3_000;
const AGAIN = 30 * 60_000;
/** What was taken along so lately is not asked for again when the application is opened, ms. */
const FRESH = 10 * 60_000;
const KEPT = inDemo ? "gemmifer.demo-along" : "gemmifer.along";

/** How far the plants of a round are on this device; null before it began. */
export interface Along {
  taken: number;
  of: number;
}

/** How many were taken along lately on this device; null where none were. */
function lately(): number | null {
  const [at, of] = (localStorage.getItem(KEPT) ?? "").split(" ").map(Number);
  return of !== undefined && at! > Date.now() - FRESH && at! <= Date.now() ? of : null;
}

let along: Along | null = null;
const listeners = new Set<() => void>();
const tell = (now: Along) => {
  along = now;
  listeners.forEach((l) => l());
};

/** How far the plants of a round are on this device. */
export const useTaken = (): Along | null =>
  useSyncExternalStore(
    (l) => (listeners.add(l), () => listeners.delete(l)),
    () => along,
  );

const turn: Schemas["PlantState"][] = ["working", "surveyed", "empty", "finished"];

/** The plants of a round: what is under way first, what is finished last. */
export const roundOf = (plants: readonly Schemas["PlantSummary"][]): { id: string; kind: string }[] =>
  [...plants]
    .sort((a, b) => turn.indexOf(a.state) - turn.indexOf(b.state))
    .slice(0, MOST)
    .map((p) => ({ id: p.plant.id, kind: p.plant.kind }));

/** Asks for an answer so that the service worker keeps it, and says whether it came. */
const ask = (answer: Promise<{ response: Response }>): Promise<boolean> =>
  answer.then(
    ({ response }) => response.ok,
    () => false,
  );

/** The plants of the garden, page by page as its list shows them, and not many more than are taken along. */
async function plantsOf(): Promise<Schemas["PlantSummary"][]> {
  const plants: Schemas["PlantSummary"][] = [];
  let after: string | null = "";
  while (after !== null && plants.length < 2 * MOST) {
    const page: Awaited<ReturnType<typeof mustPage<Schemas["PlantSummary"]>>> = await mustPage(
      api.GET("/api/plants", { params: { query: after ? { after } : {} } }),
    );
    plants.push(...page.items);
    after = page.next;
  }
  return plants;
}

/**
 * Asks for all that a round shows, one after another, so that it is on this device when the garden is out of reach: the
 * service worker keeps every answer.
 */
export async function takeAlong(): Promise<void> {
  const round = roundOf(await plantsOf());
  await ask(api.GET("/api/now"));
  await ask(api.GET("/api/settings"));
  await ask(api.GET("/api/kinds"));
  await ask(api.GET("/api/vine-rules"));
  await ask(api.GET("/api/garden/places"));
  await ask(api.GET("/api/visits", { params: { query: {} } }));
  const kinds = await must(api.GET("/api/kinds")).catch(() => []);
  // A plant that is added on the way may be of any kind.
  for (const kind of new Set([...round.map((p) => p.kind), ...kinds.map((k) => k.id)])) {
    await ask(api.GET("/api/schools", { params: { query: { kind } } }));
  }
  let taken = 0;
  for (const { id } of round) {
    const path = { params: { path: { id } } };
    // Whoever works goes first.
    if (outbox.waiting().length > 0) await outbox.send();
    // One that does not come ends it for this time: it is not said to be here.
    const all =
      (await ask(api.GET("/api/plants/{id}", path))) &&
      (await ask(api.GET("/api/plants/{id}/survey", path))) &&
      (await ask(api.GET("/api/plants/{id}/work", path))) &&
      (await ask(api.GET("/api/plants/{id}/log", path)));
    if (!all) return;
    taken++;
    tell({ taken, of: round.length });
  }
  localStorage.setItem(KEPT, `${Date.now()} ${round.length}`);
}

/** Installs the application on a device that saves data, and takes the plants of a round along. */
export async function takeAlongNow(): Promise<void> {
  const { serviceWorker } = navigator;
  if (!serviceWorker.controller) {
    const inHand = new Promise((done) => serviceWorker.addEventListener("controllerchange", done, { once: true }));
    const { Workbox } = await import("workbox-window");
    await new Workbox("/sw.js").register();
    await inHand;
  }
  await takeAlong();
}

/** Takes the plants of the round along, once the service worker is there to keep them. */
export function useAlong(): void {
  useEffect(() => {
    const { serviceWorker } = navigator;
    if (!serviceWorker) return;
    let timer: ReturnType<typeof setTimeout>;
    let over = false;
    const take = async () => {
      const fresh = along === null ? lately() : null;
      if (fresh === null) await takeAlong().catch(() => null);
      else tell({ taken: fresh, of: fresh });
      if (!over) timer = setTimeout(() => void take(), AGAIN);
    };
    const begin = () => {
      clearTimeout(timer);
      if (serviceWorker.controller && !savesData()) timer = setTimeout(() => void take(), SOON);
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
