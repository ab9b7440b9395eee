/**
 * Writes the types of the API from the server's description of itself, and those of a survey from its published schema:
 * node scripts/types.mjs API-TARGET SURVEY-TARGET
 */
import { readFile, writeFile } from "node:fs/promises";
import { compile } from "json-schema-to-typescript";
import openapiTypes, { astToString } from "openapi-typescript";
import ts from "typescript";

const read = async (path) => JSON.parse(await readFile(new URL(path, import.meta.url), "utf8"));
const [apiTarget, surveyTarget] = process.argv.slice(2);

const api = await openapiTypes(await read("../openapi.json"), {
  // What a stem is called is more than any text.
  transform: (schema) => (schema.format === "stem-id" ? ts.factory.createTypeReferenceNode("StemId") : undefined),
  inject: 'import type { StemId } from "./stemId";',
});
await writeFile(
  apiTarget,
  "/** Made from the server's description of its API; renew it with npm run api. */\n" + astToString(api),
);

const survey = await read("../../src/Gemmifer.Core/Exchange/Schemas/survey-1.json");
const { id, rubs } = survey.$defs.stem.properties;
for (const named of [id, rubs.items]) if (named.format === "stem-id") named.tsType = "StemId";
const types = await compile({ ...survey, title: "Survey" }, "Survey", {
  bannerComment:
    "/** Made from the published schema of a survey; renew it with npm run api. */\n" +
    'import type { StemId } from "../api/stemId";',
  additionalProperties: false,
  unreachableDefinitions: true,
  style: { printWidth: 120 },
});
await writeFile(surveyTarget, types);
