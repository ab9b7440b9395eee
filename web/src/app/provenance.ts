/** Where a rule or a reason comes from, in words. */
export const provenanceWords: Record<string, string> = {
  practice: "common practice",
  published: "published",
  memory: "published, from memory",
  assumption: "our assumption",
  user: "set by you",
  observed: "what you saw",
};
