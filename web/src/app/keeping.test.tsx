// @vitest-environment jsdom
import { QueryClient, QueryClientProvider, useQuery } from "@tanstack/react-query";
import { cleanup, renderHook, waitFor } from "@testing-library/react";
import "fake-indexeddb/auto";
import type { ReactNode } from "react";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import { GARDEN, incarnation, noteGarden } from "../api/incarnation";
import { KEPT } from "../api/kept";
import { entry, reach } from "../api/reach";
import { useForgetting, useReturn } from "./keeping";

const client = new QueryClient();
const within = ({ children }: { children: ReactNode }) => (
  <QueryClientProvider client={client}>{children}</QueryClientProvider>
);
const dropped = vi.fn(() => Promise.resolve(true));
const answer = (garden: string, headers: Record<string, string> = {}) =>
  new Response("{}", { headers: { [GARDEN]: garden, ...headers } });

beforeEach(() => {
  localStorage.clear();
  vi.stubGlobal("caches", { delete: dropped });
  client.setQueryData(["plants"], ["seen"]);
});

afterEach(() => {
  cleanup();
  vi.unstubAllGlobals();
  vi.useRealTimers();
  dropped.mockClear();
  entry.set(true);
  reach.set(true);
});

describe("what is kept on a device", () => {
  it("is let go of at the first answer that says nobody is let in here any more", () => {
    renderHook(() => useForgetting(), { wrapper: within });
    entry.set(false);
    expect(dropped).toHaveBeenCalledWith("garden");
    expect(client.getQueryData(["plants"])).toBeUndefined();
  });

  it("is let go of when the garden was put back, and not by what was kept of one before; a screen asks anew", async () => {
    const asked = vi.fn(() => Promise.resolve("shown"));
    renderHook(() => (useForgetting(), useQuery({ queryKey: ["screen"], queryFn: asked })), { wrapper: within });
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(1));
    noteGarden(answer("one"));
    expect(dropped).not.toHaveBeenCalled();
    noteGarden(answer("old", { [KEPT]: "yes" }));
    expect([incarnation(), dropped.mock.calls.length]).toEqual(["one", 0]);
    noteGarden(answer("two"));
    expect([incarnation(), dropped.mock.calls.length]).toEqual(["two", 1]);
    await waitFor(() => expect(client.getQueryData(["plants"])).toBeUndefined());
    await waitFor(() => expect(asked).toHaveBeenCalledTimes(2));
  });
});

describe("a garden that is out of reach", () => {
  it("is looked for by itself, and is back within seconds of being back", async () => {
    vi.useFakeTimers();
    let back = false;
    const asked = vi.fn(() =>
      back ? Promise.resolve(answer("one")) : Promise.resolve(answer("one", { [KEPT]: "yes" })),
    );
    vi.stubGlobal("fetch", asked);
    renderHook(() => useReturn(), { wrapper: within });
    await vi.advanceTimersByTimeAsync(60_000);
    expect(asked).not.toHaveBeenCalled();
    vi.useRealTimers();
    vi.useFakeTimers();
    cleanup();
    reach.set(false);
    renderHook(() => useReturn(), { wrapper: within });
    await vi.advanceTimersByTimeAsync(70_000);
    expect(asked.mock.calls.length).toBeGreaterThan(5);
    expect(reach.now()).toBe(false);
    back = true;
    await vi.advanceTimersByTimeAsync(10_500);
    expect(reach.now()).toBe(true);
  });
});
