// What Gemmifer is made of and whose it is: every package of the front end, the server and the core in the browser, fonts too,
// with its licence and its words. node notices.mjs FILE; the packages are installed and restored before.
// Ends with 1, and says which, where a package that is shipped names no licence.
import { execFileSync } from "node:child_process";
import { existsSync, readdirSync, readFileSync, realpathSync, writeFileSync } from "node:fs";
import { dirname, join } from "node:path";
import { fileURLToPath } from "node:url";

const root = join(dirname(fileURLToPath(import.meta.url)), "../..");
const read = (path) => readFileSync(path, "utf8");
const json = (path) => JSON.parse(read(path).replace(/^\uFEFF/, ""));

/** The words of a licence that lie in a folder; empty where there are none. */
function wordsIn(folder) {
  const files = readdirSync(folder, { withFileTypes: true }).filter(
    (f) => f.isFile() && /^(licen[cs]e|copying|notice|third.?party.?notices)/i.test(f.name),
  );
  return files
    .map((f) => f.name)
    .sort()
    .map((name) => read(join(folder, name)).trim())
    .join("\n\n");
}

// The service worker carries its packages along though only the build asks for them.
const carried = /^node_modules\/workbox-(core|expiration|precaching|routing|strategies|window)$/;

function ofFrontEnd() {
  const { packages } = json(join(root, "web/package-lock.json"));
  return Object.entries(packages)
    .filter(([path, p]) => path !== "" && !p.optional && !p.peer && (!p.dev || carried.test(path)))
    .map(([path]) => join(root, "web", path))
    .filter(existsSync)
    .map((folder) => {
      const { name, version, license } = json(join(folder, "package.json"));
      return { name, version, licence: typeof license === "string" ? license : license?.type, words: wordsIn(folder) };
    });
}

function ofDotnet() {
  const said = execFileSync("dotnet", ["nuget", "locals", "global-packages", "--list"], { encoding: "utf8" });
  const store = said.replace(/^.*global-packages: */s, "").trim();
  const found = new Map();
  for (const project of ["Gemmifer.Server", "Gemmifer.InBrowser"]) {
    for (const target of Object.values(json(join(root, `src/${project}/packages.lock.json`)).dependencies)) {
      for (const [name, { type, resolved }] of Object.entries(target)) {
        if (type !== "Project" && resolved) found.set(`${name} ${resolved}`, { name, version: resolved });
      }
    }
  }
  return [...found.values()].flatMap(({ name, version }) => {
    const folder = join(store, name.toLowerCase(), version.toLowerCase());
    // What only one platform needs is not restored on another one.
    if (!existsSync(folder)) return [];
    const spec = read(join(folder, `${name.toLowerCase()}.nuspec`));
    const tag = (of) => new RegExp(`<${of}[^>]*>([^<]*)</${of}>`).exec(spec)?.[1]?.trim();
    if (/<developmentDependency>true/.test(spec)) return [];
    const kind = /<license type="(\w+)"/.exec(spec)?.[1];
    const file =
      kind === "file" && tag("license") ? read(join(folder, tag("license").replaceAll("\\", "/"))).trim() : "";
    const licence = kind === "file" ? "see below" : (tag("license") ?? tag("licenseUrl"));
    const words = [tag("copyright") ?? `Copyright ${tag("authors")}`, file || wordsIn(folder)]
      .filter(Boolean)
      .join("\n\n");
    return [{ name, version, licence, words }];
  });
}

function ofRuntime() {
  const home = dirname(realpathSync(execFileSync("sh", ["-c", "command -v dotnet"], { encoding: "utf8" }).trim()));
  const version = execFileSync("dotnet", ["--version"], { encoding: "utf8" }).trim();
  return [{ name: ".NET runtime and ASP.NET Core", version, licence: "MIT", words: wordsIn(home) }];
}

const all = [...ofFrontEnd(), ...ofDotnet(), ...ofRuntime()].sort((a, b) => a.name.localeCompare(b.name, "en"));
const without = all.filter((p) => !p.licence);
if (without.length > 0) {
  console.error(`No licence is named by ${without.map((p) => `${p.name} ${p.version}`).join(", ")}.`);
  process.exit(1);
}
// The same words are said once, for all that have them.
const byWords = new Map();
for (const p of all.filter((p) => p.words)) byWords.set(p.words, [...(byWords.get(p.words) ?? []), p]);
const line = "-".repeat(72);
writeFileSync(
  process.argv[2],
  [
    "Gemmifer is made with the work of many others. What it is built of and runs with, and under which licence:",
    [...new Set(all.map((p) => `${p.name} ${p.version}: ${p.licence}`))].join("\n"),
    ...[...byWords].map(
      ([words, of]) => `${line}\n${of.map((p) => `${p.name} ${p.version}`).join("\n")}\n${line}\n\n${words}`,
    ),
  ].join("\n\n") + "\n",
);
