// The core's scripts say "import.meta.url" for where they lie. Read in a worker that is being ended, which is what
// happens when a page is left while the core loads, it takes the whole tab along (Chromium 156; one of 60 to 250 pages
// left within half a second, one of 3,000 without it). They always lie at one address: it is written in instead.
// node core-address.mjs FOLDER
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { brotliCompressSync } from "node:zlib";

const folder = process.argv[2];
const scripts = readdirSync(folder).filter((name) => name.endsWith(".js"));
let found = 0;
for (const name of scripts) {
  const path = join(folder, name);
  const text = readFileSync(path, "utf8");
  const at = `new URL("/core/_framework/${name}",location.href).href`;
  const written = text.replaceAll("import.meta.url", () => (found++, at));
  if (written.includes("import.meta")) throw new Error(`${name} asks where it lies in a way that is not known here.`);
  writeFileSync(path, written);
  writeFileSync(`${path}.br`, brotliCompressSync(written));
}
if (found === 0) throw new Error(`No script below ${folder} asks where it lies: see whether this step is needed.`);
