/** What the page asks of the worker that holds the core. */
export type Asked = { id: number } & (
  { call: "plan"; survey: string; brief: boolean } | { call: "work"; asked: string }
);

/** What the worker answers: a text, or what was wrong. */
export type Answered = { id: number; text: string } | { id: number; error: string };
