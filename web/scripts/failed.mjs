// What failed, by name, with what it said: of a report in TRX or in the JSON of the front end's units.
import { readFileSync } from "node:fs";

const text = readFileSync(process.argv[2], "utf8");
const lines = (message) => message.split("\n").slice(0, 12).join("\n    ");
const plain = (xml) =>
  xml.replace(/&(lt|gt|quot|apos|amp|#x?[0-9A-Fa-f]+);/g, (whole, name) => {
    const named = { lt: "<", gt: ">", quot: '"', apos: "'", amp: "&" }[name];
    return named ?? String.fromCodePoint(Number(name.startsWith("#x") ? `0${name.slice(1)}` : name.slice(1)));
  });

const ofTrx = () =>
  [...text.matchAll(/<UnitTestResult\b[^>]*outcome="Failed"[^>]*>.*?<\/UnitTestResult>/gs)].map(([result]) => ({
    name: plain(/testName="([^"]*)"/.exec(result)?.[1] ?? "?"),
    said: plain(
      `${/<Message>(.*?)<\/Message>/s.exec(result)?.[1] ?? ""}\n${/<StackTrace>(.*?)<\/StackTrace>/s.exec(result)?.[1] ?? ""}`,
    ),
  }));

const ofUnits = () =>
  JSON.parse(text).testResults.flatMap((file) => [
    ...(file.message ? [{ name: file.name, said: file.message }] : []),
    ...file.assertionResults
      .filter((result) => result.status === "failed")
      .map((result) => ({ name: result.fullName, said: result.failureMessages.join("\n") })),
  ]);

const failed = text.trimStart().startsWith("{") ? ofUnits() : ofTrx();
for (const { name, said } of failed) console.log(`  failed: ${name}\n    ${lines(said)}`);
