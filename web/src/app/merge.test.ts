import { expect, it } from "vitest";
import { merged } from "./merge";

const seen = { units: "metric", theme: "auto", place: { hemisphere: "north", lastFrost: "04-15" } };

it("keeps what another window changed, and puts in what this one did", () => {
  const mine = { ...seen, place: { ...seen.place, lastFrost: "05-01" } };
  const theirs = { ...seen, units: "imperial", place: { ...seen.place, hemisphere: "south" } };
  expect(merged(seen, mine, theirs)).toEqual({
    units: "imperial",
    theme: "auto",
    place: { hemisphere: "south", lastFrost: "05-01" },
  });
});

it("takes the later word where both changed the same", () => {
  expect(merged(seen, { ...seen, units: "imperial" }, { ...seen, units: "feet" }).units).toBe("imperial");
});
