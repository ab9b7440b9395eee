import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { day, groupsOf, target } from "./Now";

const plant = (id: string, state: string) =>
  ({ plant: { id, name: id, place: "bed" }, state }) as unknown as Schemas["PlantSummary"];

describe("now", () => {
  it("sorts the plants by what is to be done with them", () => {
    const groups = groupsOf([
      plant("a", "empty"),
      plant("b", "working"),
      plant("c", "surveyed"),
      plant("d", "finished"),
      plant("e", "empty"),
    ]);
    expect(Object.fromEntries(Object.entries(groups).map(([k, v]) => [k, v.map((p) => p.plant.id)]))).toEqual({
      empty: ["a", "e"],
      surveyed: ["c"],
      working: ["b"],
      finished: ["d"],
    });
  });

  it.each([
    ["empty", "/plants/x/look"],
    ["surveyed", "/plants/x/decide"],
    ["working", "/plants/x/do"],
    ["finished", "/plants/x/remember"],
    ["unheard of", "/plants/x/look"],
  ])("leads a plant that is %s to %s", (state, path) => expect(target(plant("x", state))).toBe(path));

  it("writes days out", () => {
    expect(day("2027-02-20")).toBe("20 February");
    expect(day("2027-02-20", true)).toBe("20 February 2027");
  });
});
