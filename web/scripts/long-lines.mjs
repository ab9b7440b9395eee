/** Fails where a line of the C# files named on standard input is longer than so many characters; raw strings may be: long-lines.mjs WIDTH */
import { readFileSync } from "node:fs";

const width = Number(process.argv[2]);
const files = readFileSync(0, "utf8").split("\n").filter(Boolean);
let long = 0;
for (const file of files) {
  let raw = false;
  for (const [i, line] of readFileSync(file, "utf8").split("\n").entries()) {
    const edges = line.split('"""').length - 1;
    if (!raw && edges === 0 && [...line].length > width) {
      long++;
      console.log(`${file}:${i + 1}: ${[...line].length} characters`);
    }
    if (edges % 2 === 1) raw = !raw;
  }
}
process.exit(long > 0 ? 1 : 0);
