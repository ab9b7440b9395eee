import { describe, expect, it } from "vitest";
import { asHardAs, chooseSchool, hardnessOf, schoolId, type SchoolChoice } from "./types";

describe("how hard a school is used", () => {
  it.each<[SchoolChoice | undefined, number, SchoolChoice]>([
    [undefined, 0, "open-bowl"],
    [null, 2, { base: "open-bowl", hardness: 2 }],
    ["hard", -1, { base: "hard", hardness: -1 }],
    [{ base: "hard", hardness: 2 }, 0, "hard"],
    [{ base: "hard", set: { spacing: 180 } }, 1, { base: "hard", set: { spacing: 180 }, hardness: 1 }],
    [{ base: "hard", set: { spacing: 180 }, hardness: 1 }, 0, { base: "hard", set: { spacing: 180 } }],
    [
      { base: "hard", set: {}, own: "x", name: "Mine", hardness: -2 },
      1,
      { base: "hard", set: {}, own: "x", name: "Mine", hardness: 1 },
    ],
  ])("%o at %i keeps everything else", (choice, hard, expected) => {
    const changed = asHardAs(choice, "open-bowl", hard);
    expect(changed).toEqual(expected);
    expect(hardnessOf(changed)).toBe(hard);
    expect(schoolId(changed)).toBe(schoolId(choice) ?? "open-bowl");
  });

  it("starts a newly chosen school as hard as said", () =>
    expect(chooseSchool({ id: "x", name: "Mine", base: "hard", set: { slope: 0 } }, 1)).toEqual({
      base: "hard",
      set: { slope: 0 },
      own: "x",
      name: "Mine",
      hardness: 1,
    }));
});
