import { readdirSync } from "node:fs";
import { join } from "node:path";
import { expect, it } from "vitest";
import { drawnSchools } from "./SchoolPicture";

it("has a drawing of every school that ships", () => {
  const data = join(process.cwd(), "../src/Gemmifer.Core/Schools/Data");
  const schools = readdirSync(data, { recursive: true })
    .map(String)
    .filter((f) => f.endsWith(".json"))
    .map((f) => f.replace(/^.*\//, "").replace(".json", ""));
  expect(schools).toEqual(expect.arrayContaining(["open-bowl", "goblet", "one-crop"]));
  expect(schools.filter((s) => !drawnSchools.includes(s) && !["values"].includes(s))).toEqual([]);
});
