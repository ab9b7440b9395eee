/// <reference lib="webworker" />
import type { Answered, Asked } from "./protocol";

interface Exports {
  Gemmifer: {
    InBrowser: {
      CoreInBrowser: {
        Plan: (survey: string, detail: string) => string;
        Work: (asked: string) => string;
        New: (asked: string) => string;
        Traced: (asked: string) => string;
        Edges: (asked: string) => string;
      };
    };
  };
}

interface Runtime {
  getConfig: () => { mainAssemblyName: string };
  getAssemblyExports: (assembly: string) => Promise<Exports>;
}

type Core = Exports["Gemmifer"]["InBrowser"]["CoreInBrowser"];

async function start(): Promise<Core> {
  const address = "/core/_framework/dotnet.js";
  const { dotnet } = (await import(/* @vite-ignore */ address)) as { dotnet: { create: () => Promise<Runtime> } };
  const runtime = await dotnet.create();
  const exports = await runtime.getAssemblyExports(runtime.getConfig().mainAssemblyName);
  return exports.Gemmifer.InBrowser.CoreInBrowser;
}

/** The core, compiled to WebAssembly; it is fetched with the first question, and again where that failed. */
let begun: Promise<Core> | null = null;
const core = () =>
  (begun ??= start().catch((e: unknown) => {
    begun = null;
    throw e;
  }));

self.addEventListener("message", (e: MessageEvent<Asked>) => {
  const asked = e.data;
  core()
    .then((c) => {
      if (asked.call === "plan") return c.Plan(asked.survey, asked.detail);
      if (asked.call === "trace") return c.Traced(asked.asked);
      if (asked.call === "edges") return c.Edges(asked.asked);
      return asked.call === "work" ? c.Work(asked.asked) : c.New(asked.asked);
    })
    .then(
      (text) => self.postMessage({ id: asked.id, text } satisfies Answered),
      (error: unknown) =>
        self.postMessage({
          id: asked.id,
          error: error instanceof Error ? error.message : String(error),
        } satisfies Answered),
    );
});
