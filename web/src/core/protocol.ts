/** How much a plan says: all of it, or the decisions without why. */
export type Detail = "Full" | "Decisions";

/** What the page asks of the worker that holds the core. */
export type Asked = { id: number } & (
  { call: "plan"; survey: string; detail: Detail } | { call: "work" | "new" | "trace" | "edges"; asked: string }
);

/** What the worker answers: a text, or what was wrong. */
export type Answered = { id: number; text: string } | { id: number; error: string };
