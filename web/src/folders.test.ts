import { readdirSync, readFileSync } from "node:fs";
import { dirname, join, normalize, relative } from "node:path";
import { describe, expect, it } from "vitest";

/** The folders from the lowest up; those of one line stand beside each other and know nothing of each other. */
const floors = [
  ["api"],
  ["survey"],
  ["core"],
  ["outbox"],
  ["app"],
  ["drawing"],
  ["shared"],
  ["photos"],
  ["rose", "vine", "row"],
  ["plant"],
  ["pages"],
  ["."],
];

const root = join(process.cwd(), "src");
const sources = readdirSync(root, { recursive: true, encoding: "utf8" }).filter((f) => /\.tsx?$/.test(f));
const folderOf = (file: string) => dirname(file).split("/")[0]!;
const floorOf = (folder: string) => floors.findIndex((f) => f.includes(folder));

/** What a file imports from other folders of the source. */
function importsOf(file: string): { file: string; from: string; to: string }[] {
  const text = readFileSync(join(root, file), "utf8");
  return [...text.matchAll(/(?:from|import\()\s*"(\.[^"]*)"/g)]
    .map((m) => folderOf(relative(root, normalize(join(root, dirname(file), m[1]!)))))
    .filter((to) => to !== folderOf(file))
    .map((to) => ({ file, from: folderOf(file), to }));
}

const imports = sources.flatMap(importsOf);

describe("the folders of the client", () => {
  it("are all known", () => {
    expect(sources.length).toBeGreaterThan(100);
    expect([...new Set(sources.map(folderOf))].filter((f) => floorOf(f) < 0)).toEqual([]);
  });

  it("import only from folders below them", () => {
    expect(imports.length).toBeGreaterThan(200);
    expect(imports.filter(({ from, to }) => floorOf(to) >= floorOf(from))).toEqual([]);
  });

  it("ask which family a plant is in few places", () => {
    const asks = sources.filter(
      (f) =>
        !/\.test\.tsx?$|schema\.ts$/.test(f) &&
        /family === "|kind\.startsWith|"cane-fruit"/.test(readFileSync(join(root, f), "utf8")),
    );
    // The seam, the small picture of a plant, what tells its wood, the groups of the rules, and the screens of one family.
    expect(asks.sort()).toEqual([
      "drawing/scene.ts",
      "pages/PlantGlyph.tsx",
      "pages/Rules.tsx",
      "plant/families.tsx",
      "vine/Block.tsx",
    ]);
  });
});
