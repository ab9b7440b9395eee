import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { act, cleanup, renderHook, waitFor } from "@testing-library/react";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { api } from "../api/client";
import type { SurveyDocument } from "../survey/types";
import { printOf, useSurvey } from "./useSurvey";

const stored = {
  plant: "p",
  season: 2026,
  revision: 3,
  carriedFrom: null,
  document: { format: "gemmifer.survey", version: 1, kind: "rose.hybrid-tea", date: "2026-02-01", stems: [] },
};
const answer = (data: unknown) => ({ data, response: new Response() });

/** What was saved, in order; each is answered when it is let go. */
const saves: { date: string; revision: string; body: SurveyDocument; answer: () => void }[] = [];
const save = (n: number) => saves[n] ?? expect.fail(`There is no save ${n}.`);

beforeEach(() => {
  saves.length = 0;
  localStorage.clear();
  vi.spyOn(api, "GET").mockResolvedValue(answer(stored) as never);
  vi.spyOn(api, "PUT").mockImplementation(
    ((_: string, call: { headers: Record<string, string>; body: SurveyDocument }) =>
      new Promise((resolve) => {
        const revision = call.headers["If-Match"] ?? "";
        saves.push({
          date: call.body.date,
          revision,
          body: call.body,
          answer: () => resolve(answer({ ...stored, revision: Number(revision.slice(1, -1)) + 1 })),
        });
      })) as never,
  );
});
afterEach(() => {
  cleanup();
  vi.restoreAllMocks();
});

const around = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={new QueryClient()}>{children}</QueryClientProvider>
);

async function inHand() {
  const { result } = renderHook(() => useSurvey("p"), { wrapper: around });
  await waitFor(() => expect(result.current).not.toBeNull());
  return result;
}

describe("a survey in hand", () => {
  it("saves what changed while an earlier change took long to save", async () => {
    const survey = await inHand();
    act(() => survey.current!.change((d) => ({ ...d, date: "2026-02-02" })));
    await waitFor(() => expect(saves).toHaveLength(1), { timeout: 2000 });
    act(() => survey.current!.change((d) => ({ ...d, date: "2026-02-03" })));

    // Its time to be saved comes and goes while the first is still under way.
    await act(() => new Promise((r) => setTimeout(r, 900)));
    expect(saves).toHaveLength(1);
    await act(async () => save(0).answer());
    await waitFor(() => expect(saves).toHaveLength(2), { timeout: 2000 });
    expect(save(1)).toMatchObject({ date: "2026-02-03", revision: '"4"' });
    await act(async () => save(1).answer());
    await waitFor(() => expect(survey.current!.state).toBe("saved"));
    expect(localStorage).toHaveLength(0);
  });
});

describe("a part of a family that this page does not know", () => {
  const bush = { rows: 3 };

  it("is saved with what was changed, and what the garden knows of the plant is not", async () => {
    vi.mocked(api.GET).mockResolvedValue(
      answer({ ...stored, document: { ...stored.document, plant: { kind: "bush" }, bush } }) as never,
    );
    const survey = await inHand();
    act(() => survey.current!.change((d) => ({ ...d, date: "2026-02-02" })));
    await waitFor(() => expect(saves).toHaveLength(1), { timeout: 2000 });
    expect(save(0).body).toMatchObject({ date: "2026-02-02", stems: [], bush });
    expect(Object.keys(save(0).body)).not.toContain("plant");
  });

  it("is taken out of the garden again where it is undone, also where the document began without it", async () => {
    const survey = await inHand();
    act(() => survey.current!.change((d) => ({ ...d, row: { length: 900 } }) as SurveyDocument));
    await waitFor(() => expect(saves).toHaveLength(1), { timeout: 2000 });
    await act(async () => save(0).answer());
    act(() => survey.current!.undo());
    await waitFor(() => expect(saves).toHaveLength(2), { timeout: 2000 });
    expect(save(1).body).toHaveProperty("row", null);
    await act(async () => save(1).answer());
    act(() => survey.current!.change((d) => ({ ...d, support: undefined })));
    await waitFor(() => expect(saves).toHaveLength(3), { timeout: 2000 });
    expect(save(2).body).toHaveProperty("support", null);
  });

  it("is kept in a draft, and a part that a draft lacks is as it is stored", async () => {
    const document = { ...stored.document, date: "2026-02-09", bush };
    localStorage.setItem("gemmifer.draft.p", JSON.stringify({ revision: 3, document }));
    vi.mocked(api.GET).mockResolvedValue(
      answer({ ...stored, document: { ...stored.document, bush: { rows: 1 }, support: { kind: "wall" } } }) as never,
    );
    const survey = await inHand();
    expect(survey.current!.document).toMatchObject({ date: "2026-02-09", bush, support: { kind: "wall" } });
  });
});

describe("the print of a survey", () => {
  it("is the same whatever the order of fields, and with or without those that say nothing", () => {
    expect(printOf({ b: 1, a: [{ y: null, x: "2" }], c: undefined })).toBe(printOf({ a: [{ x: "2" }], b: 1 }));
    expect(printOf({ a: 1 })).not.toBe(printOf({ a: 2 }));
    expect(printOf([1, 2])).not.toBe(printOf([2, 1]));
  });
});
