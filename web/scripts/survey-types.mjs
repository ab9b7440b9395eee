/** Writes the types of a survey from its published schema: node scripts/survey-types.mjs TARGET */
import { readFile, writeFile } from "node:fs/promises";
import { compile } from "json-schema-to-typescript";

const schema = JSON.parse(
  await readFile(new URL("../../src/Gemmifer.Core/Exchange/Schemas/survey-1.json", import.meta.url), "utf8"),
);
const types = await compile({ ...schema, title: "Survey" }, "Survey", {
  bannerComment: "/** Made from the published schema of a survey; renew it with npm run api. */",
  additionalProperties: false,
  unreachableDefinitions: true,
  style: { printWidth: 120 },
});
await writeFile(process.argv[2], types);
