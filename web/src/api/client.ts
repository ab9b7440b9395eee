import createClient from "openapi-fetch";
import { base } from "./base";
import { noteGarden } from "./incarnation";
import { KEPT } from "./kept";
import { entry, reach } from "./reach";
import type { components, paths } from "./schema";

export type Schemas = components["schemas"];

/** The server's API; types come from its OpenAPI document. */
export const api = createClient<paths>({ baseUrl: window.location.origin + base });
api.use({
  onResponse: ({ request, response }) => {
    reach.set(!response.headers.has(KEPT));
    noteGarden(response);
    if (response.status === 401) entry.set(false);
    keepFirst(request, response);
  },
  onError: () => reach.set(false),
});

/**
 * On the first visit nothing keeps the answers yet: what was seen is kept from here, so that it opens again without the
 * garden, however short the visit was.
 */
function keepFirst(request: Request, response: Response) {
  if (request.method !== "GET" || !response.ok || !("caches" in globalThis)) return;
  if (!("serviceWorker" in navigator) || navigator.serviceWorker.controller) return;
  if (/\/api\/(garden\/plan|copies|people|sign-)/.test(request.url)) return;
  const kept = response.clone();
  void caches
    .open("garden")
    .then((garden) => garden.put(request.url, kept))
    .catch(() => null);
}

export interface FieldError {
  path: string;
  code: string;
  message: string;
}

/** An error answer of the server (problem details), or the lack of one. */
export class ApiError extends Error {
  constructor(
    readonly status: number,
    readonly title: string,
    readonly detail: string | null,
    readonly errors: FieldError[],
    readonly revision: number | null,
  ) {
    super(detail ? `${title} ${detail}` : title);
  }
}

interface Answer<T> {
  data?: T;
  error?: unknown;
  response: Response;
}

/** The data of an answer, or an ApiError that says what was wrong. */
export async function must<T>(call: Promise<Answer<T>>): Promise<T> {
  let answer: Answer<T>;
  try {
    answer = await call;
  } catch {
    throw new ApiError(0, "The garden cannot be reached.", "Nothing came of it; try again when it is back.", [], null);
  }
  if (answer.response.ok) return answer.data as T;
  const problem = (answer.error ?? {}) as {
    title?: string;
    detail?: string;
    errors?: FieldError[];
    revision?: number;
  };
  throw new ApiError(
    answer.response.status,
    problem.title ?? "Something went wrong.",
    problem.detail ?? null,
    problem.errors ?? [],
    problem.revision ?? null,
  );
}

/** A page of a list, and the key to ask for the next one with; null after the last. */
export interface Page<T> {
  items: T[];
  next: string | null;
}

/** A page of a list; the next one is named in the header Link (RFC 8288). */
export async function mustPage<T>(call: Promise<Answer<T[]>>): Promise<Page<T>> {
  let link: string | null = null;
  const items = await must(
    call.then((answer) => {
      link = answer.response.headers.get("Link");
      return answer;
    }),
  );
  return { items, next: nextOf(link) };
}

/** The key of the next page in a Link header; null where it names none. */
export function nextOf(link: string | null): string | null {
  const target = /<([^>]*)>;\s*rel="?next"?/.exec(link ?? "")?.[1];
  return target ? new URL(target, "http://garden").searchParams.get("after") : null;
}

/** A name for something this page adds, so that what is sent twice is kept once: 32 digits and letters. */
export const newId = () => crypto.randomUUID().replaceAll("-", "");

/** The header that says what was shown when a change was made. */
export const asSeen = (revision: string | number) => ({ "If-Match": `"${revision}"` });
