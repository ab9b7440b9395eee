/** The demo's camera: pictures drawn of its invented plants, so that all can be tried without a camera. */

import { inDemo } from "../api/base";
import { made, NoPicture } from "./taking";

/** What it offers, and where it stands for each. */
export const offers = [
  { what: "front", from: 6, words: "From the front" },
  { what: "side", from: 3, words: "From the right" },
  { what: "after", from: 6, words: "From the front, after the cuts" },
] as const;

export type Offer = (typeof offers)[number];

const plants = ["demo-ferry", "demo-lantern", "demo-kiln", "demo-verdigris", "demo-frostgate"];

/** What its pictures were drawn for, mm on 36 mm film. */
const FOCAL = 26;

/** Whether it has pictures of a plant. */
export const standsIn = (plant: string): boolean => inDemo && plants.includes(plant);

export const addressOf = (plant: string, offer: Offer): string => `/camera/${plant}-${offer.what}.jpg`;

/** The picture it takes. */
export async function shoot(plant: string, offer: Offer) {
  const name = `${plant}-${offer.what}.jpg`;
  const blob = await fetch(addressOf(plant, offer)).then(
    (r) => r.blob(),
    () => {
      throw new NoPicture("The demo's camera works only while the garden is in reach.");
    },
  );
  return { ...(await made(new File([blob], name, { type: blob.type }))), focal35: FOCAL };
}
