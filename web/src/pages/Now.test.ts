import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { day, firstOf, target } from "./Now";

const plant = (id: string, state: string) =>
  ({ plant: { id, name: id, place: "bed" }, state }) as unknown as Schemas["PlantSummary"];

describe("now", () => {
  const group = (state: string, ...ids: string[]) =>
    ({ state, count: ids.length, plants: ids.map((id) => plant(id, state)) }) as unknown as Schemas["NowGroup"];

  it("goes on with what is under way, then to what nobody looked at, then to what has a plan", () => {
    const groups = [group("empty", "e"), group("surveyed", "s"), group("working", "w"), group("finished", "f")];
    expect(firstOf(groups)?.plant.id).toBe("w");
    expect(firstOf(groups.filter((g) => g.state !== "working"))?.plant.id).toBe("e");
    expect(firstOf([group("empty"), group("surveyed", "s"), group("finished", "f")])?.plant.id).toBe("s");
    expect(firstOf([group("finished", "f")])).toBeUndefined();
  });

  it.each([
    ["empty", "/plants/x/look"],
    ["surveyed", "/plants/x/decide"],
    ["working", "/plants/x/do"],
    ["finished", "/plants/x/remember"],
  ])("leads a plant that is %s to %s", (state, path) => expect(target(plant("x", state))).toBe(path));

  it("writes days out", () => {
    expect(day("2027-02-20")).toBe("20 February");
    expect(day("2027-02-20", true)).toBe("20 February 2027");
  });
});
