// The script of the first screen, gzipped: the entry, what it imports at once, and the page at "/".
import { readFileSync } from "node:fs";
import { gzipSync } from "node:zlib";

const limit = 150 * 1024;
const root = new URL("../../src/Gemmifer.Server/wwwroot/", import.meta.url);
const manifest = JSON.parse(readFileSync(new URL(".vite/manifest.json", root), "utf8"));
const entry = Object.values(manifest).find((c) => c.isEntry);
const files = new Set();
const walk = (chunk) => {
  if (files.has(chunk.file)) return;
  files.add(chunk.file);
  (chunk.imports ?? []).forEach((name) => walk(manifest[name]));
};
walk(entry);
const sizes = [...files].map((file) => [file, gzipSync(readFileSync(new URL(file, root)), { level: 9 }).length]);
const total = sizes.reduce((sum, [, size]) => sum + size, 0);
for (const [file, size] of sizes) console.log(`${(size / 1024).toFixed(1).padStart(7)} kB  ${file}`);
console.log(`${(total / 1024).toFixed(1).padStart(7)} kB of ${limit / 1024} kB`);
process.exit(total > limit ? 1 : 0);
