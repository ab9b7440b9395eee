import { at } from "../api/base";
import { api, must, type Schemas } from "../api/client";
import { newHere } from "../core/inBrowser";
import { dropDraft } from "./drafts";
import { outbox } from "./outbox";
import type { Waiting } from "./store";

type Answers = Record<string, unknown>;

const ofPlant = (id: string) => ["", "/survey", "/work", "/log"].map((a) => at(`/api/plants/${id}${a}`));

/** A plant as the garden will show it. */
export const plantOf = (
  id: string,
  revision: number,
  input: Schemas["PlantInput"],
  kind: Schemas["KindView"],
): Schemas["PlantView"] => ({
  id,
  revision,
  name: input.name,
  kind: kind.id,
  kindName: kind.name,
  family: kind.family,
  place: input.place ?? "",
  plantedYear: input.plantedYear ?? null,
  vigour: input.vigour ?? null,
  neglected: input.neglected ?? false,
  unionHeight: input.unionHeight ?? null,
  rootstock: input.rootstock ?? null,
  look: input.look ?? null,
  sun: input.sun ?? null,
  cover: input.cover ?? false,
  hips: input.hips ?? false,
  flowerOn: input.flowerOn ?? null,
});

/**
 * What the garden will answer about a plant that it does not know yet: nobody walked round it, nothing is done.
 *
 * @param today the day as the garden has it, or this device
 */
export async function answersOf(
  plant: Schemas["PlantView"],
  place: Schemas["GardenPlace"],
  today: string,
): Promise<Answers> {
  const { season, date } = await newHere({
    kind: plant.kind,
    today,
    hemisphere: place.hemisphere,
    lastFrost: place.lastFrost,
  });
  const planted = plant.plantedYear === null ? null : Number(plant.plantedYear);
  const document = {
    format: "gemmifer.survey/1",
    plant: {
      name: plant.name,
      kind: plant.kind,
      vigour: plant.vigour,
      yearsPlanted: planted === null ? null : Math.max(0, Number(date.slice(0, 4)) - planted),
      neglected: plant.neglected,
      unionHeight: plant.unionHeight,
      rootstock: plant.rootstock,
      look: plant.look,
      cover: plant.cover || null,
      hips: plant.hips || null,
    },
    date,
    school: null,
    place: { hemisphere: place.hemisphere, lastFrost: place.lastFrost, firstFrost: place.firstFrost },
    rain: null,
    support: null,
    keepOut: [],
    stems: [],
  };
  const work = {
    season,
    visit: 1,
    finished: false,
    document,
    plan: null,
    pending: [],
    done: [],
    changes: [],
    fault: null,
    early: null,
    today,
    revision: "new",
  } satisfies Schemas["WorkView"];
  const survey = { season, revision: 0, carriedFrom: null, earlier: [], document };
  const [own, itsSurvey, itsWork, itsLog] = ofPlant(plant.id);
  return { [own!]: plant, [itsSurvey!]: survey, [itsWork!]: work, [itsLog!]: [] };
}

/** A month and day so many days later, as the garden reckons it: in a year without a 29 February. */
export function moved(monthDay: string, days: number): string {
  if (days === 0) return monthDay;
  const day = new Date(`2001-${monthDay === "02-29" ? "02-28" : monthDay}T00:00:00Z`);
  day.setUTCDate(day.getUTCDate() + days);
  return day.toISOString().slice(5, 10);
}

/** Keeps answers where the service worker keeps those of the garden: they outlive a reload. */
async function keep(answers: Answers): Promise<void> {
  if (!("caches" in globalThis)) return;
  const kept = await caches.open("garden");
  for (const [address, answer] of Object.entries(answers)) {
    await kept.put(address, new Response(JSON.stringify(answer), { headers: { "Content-Type": "application/json" } }));
  }
}

/**
 * A plant that waits to be sent can be walked round, planned and worked on till then.
 *
 * @throws where the application is not installed on this device, or has nothing of the garden here
 */
export async function rememberNew(plant: Schemas["PlantView"]): Promise<void> {
  if (!navigator.serviceWorker?.controller) throw new Error("The application is not installed on this device.");
  const { settings } = await must(api.GET("/api/settings"));
  const { today } = await must(api.GET("/api/now"));
  const places = await must(api.GET("/api/garden/places")).catch(() => []);
  const later = Number(places.find((p) => p.name === plant.place)?.later ?? 0);
  const lastFrost = moved(settings.place.lastFrost, later);
  await keep(await answersOf(plant, { ...settings.place, lastFrost }, today));
}

/** A change of a plant that waits to be sent is shown till then. */
export const rememberChanged = (plant: Schemas["PlantView"]): Promise<void> => keep({ [ofPlant(plant.id)[0]!]: plant });

/** A new plant that was taken back before it was sent goes with all that hangs on it. */
export async function forgetNew(plant: string, waiting: readonly Waiting[]): Promise<void> {
  for (const w of waiting.filter((w) => w.plant === plant)) await outbox.takeBack(w.seq);
  dropDraft(plant);
  if (!("caches" in globalThis)) return;
  const kept = await caches.open("garden");
  await Promise.all(ofPlant(plant).map((a) => kept.delete(a)));
}

/** New plants that wait to be sent. */
export const newPlants = (waiting: readonly Waiting[]): Waiting[] =>
  waiting.filter((w) => w.what === "plant" && w.method === "POST" && !w.refused);
