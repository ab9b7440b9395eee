import { type Seen, seenWords, type SurveyStem } from "../survey/types";

/** Evidence asked as questions in plain words; the closed list of the exchange format behind them. */
export const questions: {
  question: string;
  picture?: string;
  help: string;
  answers: { what: Seen; text: string }[];
}[] = [
  {
    question: "Is it alive?",
    picture: "alive",
    help: "Scratch the bark with a thumbnail: bright green underneath is alive. Grey bark is only old, not dead.",
    answers: [
      { what: "scratch.green", text: "scratch is green" },
      { what: "scratch.brown", text: "scratch is brown" },
      { what: "pith.brown", text: "pith is brown" },
      { what: "snap.dry", text: "snaps dry" },
      { what: "not-leafing", text: "bare while the rest leafs out" },
    ],
  },
  {
    question: "What is its bark like?",
    picture: "age",
    help: "Its bark and prickles tell how old it is.",
    answers: [
      { what: "bark.green", text: "green" },
      { what: "bark.brown", text: "brown" },
      { what: "bark.grey", text: "grey" },
      { what: "bark.black", text: "black" },
    ],
  },
  {
    question: "Could it come from the rootstock?",
    picture: "sucker",
    help: "A rootstock shoot starts below the union, grows unusually straight and smooth, and its leaves look different.",
    answers: [
      { what: "below-union", text: "starts below the union" },
      { what: "smooth", text: "unusually smooth" },
      { what: "leaflets-differ", text: "other leaves" },
      { what: "mildew", text: "mildew on it alone" },
    ],
  },
  {
    question: "Is it healthy and whole?",
    picture: "health",
    help: "If you can, say how far up the place is: sound wood below it may stay.",
    answers: [
      { what: "canker", text: "canker" },
      { what: "borer", text: "borer hole" },
      { what: "wound", text: "wound or split" },
      { what: "spotting", text: "spots" },
      { what: "distorted", text: "distorted growth" },
    ],
  },
  {
    question: "How does it grow?",
    help: "Soft fresh growth snaps; it is left alone until it has firmed.",
    answers: [
      { what: "soft", text: "still soft" },
      { what: "spindly", text: "spindly" },
      { what: "productive", text: "flowers well" },
      { what: "unproductive", text: "hardly flowers" },
    ],
  },
];

/** Evidence that sits at a place along the stem. */
export const placed = new Set<Seen>(["canker", "borer", "wound"]);

const words = new Map(questions.flatMap((q) => q.answers).map((a) => [a.what, a.text]));

const barks: Partial<Record<Seen, string>> = {
  "bark.green": "green bark",
  "bark.brown": "brown bark",
  "bark.grey": "grey bark",
  "bark.black": "black bark",
};

/** What was seen on a stem, as the end of a sentence. */
export function evidenceWords(stem: SurveyStem): string {
  const parts = seenWords(stem).map((w) => barks[w] ?? words.get(w) ?? w);
  if (stem.parent === "rootstock") parts.unshift("from the rootstock");
  if (stem.parent === "ground") parts.unshift("from the ground");
  if (stem.parent === "unknown") parts.unshift("origin not seen");
  if (stem.deadFrom === 0) parts.unshift("dead");
  else if (stem.deadFrom != null) parts.unshift("dead at the top");
  if ((stem.rubs ?? []).length > 0) parts.push(`rubs on ${(stem.rubs ?? []).join(", ")}`);
  return parts.length > 0 ? `; ${parts.join(", ")}` : "";
}
