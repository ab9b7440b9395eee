import { keepPreviousData, type QueryKey, useInfiniteQuery } from "@tanstack/react-query";
import type { Page } from "./client";

/** A list that comes page by page, with its lines so far; the last ones stay on screen while others are asked for. */
export function usePages<T>(queryKey: QueryKey, ask: (after: { after?: string }) => Promise<Page<T>>) {
  const pages = useInfiniteQuery({
    queryKey,
    queryFn: ({ pageParam }) => ask(pageParam ? { after: pageParam } : {}),
    initialPageParam: "",
    getNextPageParam: (last) => last.next,
    placeholderData: keepPreviousData,
    staleTime: 0,
  });
  return { ...pages, lines: pages.data?.pages.flatMap((p) => p.items) };
}
