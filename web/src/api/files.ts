import { at } from "./base";
import { ApiError, type FieldError } from "./client";

/** So many things that are wrong with a file are told at once. */
const MOST_TOLD = 6;

/**
 * Sends a file as it is, and tells how far it is on its way.
 *
 * @param progress is told the share that was sent, from 0 to 1
 * @returns the answer
 * @throws ApiError where it is refused; its errors name line or part
 */
export function sendFile<T>(path: string, file: Blob, progress?: (share: number) => void): Promise<T> {
  return new Promise((resolve, reject) => {
    // Only the older way tells how much of a body was sent.
    const request = new XMLHttpRequest();
    request.open("POST", at(path));
    request.responseType = "text";
    request.upload.onprogress = (e) => progress?.(e.lengthComputable ? e.loaded / e.total : 0);
    request.onerror = () => reject(new ApiError(0, "The garden cannot be reached.", "Nothing was stored.", [], null));
    request.onload = () => {
      let body: unknown = null;
      try {
        body = JSON.parse(request.responseText);
      } catch {
        // Not JSON: what failed is told by its status alone.
      }
      if (request.status >= 200 && request.status < 300) {
        resolve(body as T);
        return;
      }
      const problem = body as { title?: string; detail?: string; errors?: FieldError[] } | null;
      reject(
        new ApiError(
          request.status,
          problem?.title ?? `Refused (${request.status}).`,
          (problem?.errors ?? [])
            .slice(0, MOST_TOLD)
            .map((e) => e.message)
            .join(" ") || null,
          problem?.errors ?? [],
          null,
        ),
      );
    };
    request.send(file);
  });
}
