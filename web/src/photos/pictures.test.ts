import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { alignment } from "./align";
import { likely } from "./Album";
import { refusal, scaled, tooLarge } from "./taking";
import type { Photo, Taps } from "./taps";
import { fromWords, type PhotoInHand, together, withAnswers } from "./usePhotos";

const photo = (key: string, taps: Taps = {}, from = 6): Photo => ({
  key,
  from,
  focal35: 26,
  width: 1600,
  height: 1200,
  taps,
});

const set: Taps = { crown: [800, 900], stick: { a: [900, 910], b: [900, 400], mm: 1000 } };

describe("one picture on another", () => {
  it("has crown on crown and the stick as long", () => {
    const later = photo("later", { crown: [500, 700], stick: { a: [560, 710], b: [560, 200], mm: 500 } });
    const { x, y, scale } = alignment(photo("p", set), later);
    expect(scale).toBeCloseTo(0.5, 6);
    expect([x + scale * 500, y + scale * 700]).toEqual([800, 900]);
    expect(alignment(photo("p", set), { ...photo("bare"), width: 800 })).toEqual({ x: 0, y: 0, scale: 2 });
  });
  it("is offered for the newest and the latest before it from the same side", () => {
    const line = [6, 3, 6, 9].map((from, i) => ({ ...photo(String(i)), from }) as PhotoInHand);
    expect(likely(line)!.map((p) => p.key)).toEqual(["0", "2"]);
    expect(likely(line.slice(0, 2))).toBeNull();
  });
});

describe("a picture that is taken", () => {
  it("is scaled to 1,600 pixels and never up", () => {
    expect(scaled(4000, 3000)).toEqual({ width: 1600, height: 1200 });
    expect(scaled(3000, 4000)).toEqual({ width: 1200, height: 1600 });
    expect(scaled(800, 600)).toEqual({ width: 800, height: 600 });
    expect(scaled(16_000, 2)).toEqual({ width: 1600, height: 1 });
  });
  it("that cannot be read is named", () => {
    expect(refusal("IMG_1.HEIC", "")).toContain("“IMG_1.HEIC” cannot be read as a picture (HEIC)");
    expect(refusal("letter", "text/plain")).toContain("(text/plain)");
    expect(tooLarge("wall.jpg", 48e6)).toContain("“wall.jpg” has 48 million pixels");
  });
  it("is told by where it was taken from", () => {
    expect([6, 3, 9, 12, 5.8].map(fromWords)).toEqual([
      "From the front",
      "From the right",
      "From the left",
      "From behind",
      "From the front",
    ]);
  });
});

describe("photographs here and in the garden", () => {
  const view = (key: string, revision = 1, more = {}): Schemas["PhotoView"] =>
    ({
      key,
      season: 2027,
      date: "2027-02-20",
      revision,
      from: 6,
      focal35: null,
      width: 4,
      height: 3,
      hash: "",
      taps: null,
      ...more,
    }) as Schemas["PhotoView"];
  const waits = (key: string, more: object) =>
    ({
      seq: 1,
      key: "k",
      plant: "p",
      method: "PUT",
      address: `/api/plants/p/photos/${key}`,
      seen: "*",
      made: "2027-02-21T08:00:00Z",
      words: "",
      what: "photo",
      ...more,
    }) as never;

  it("stand together, with what waits as it was changed", () => {
    const list = together(
      "p",
      [view("old"), view("gone")],
      [
        waits("new", { picture: "new", document: { width: 8, height: 6 }, body: { from: 3, focal35: 26, taps: null } }),
        waits("old", { body: { from: 6, focal35: null, taps: { crown: [1, 2] } } }),
        waits("gone", { what: "drop-photo", body: null }),
        waits("other", { plant: "q", picture: "other", document: { width: 8, height: 6 }, body: {} }),
      ],
    );
    expect(list.map((p) => [p.key, p.waits, p.from, p.taps])).toEqual([
      ["new", true, 3, {}],
      ["old", false, 6, { crown: [1, 2] }],
    ]);
  });

  it("are there from the answer on, not only when the list was asked anew", () => {
    const since = new Map([
      ["pnew", view("new")],
      ["pold", view("old", 3)],
      ["qother", view("other")],
    ]);
    expect(withAnswers("p", [view("old", 2), view("same", 2)], since).map((p) => [p.key, p.revision])).toEqual([
      ["new", 1],
      ["old", 3],
      ["same", 2],
    ]);
    expect(withAnswers("p", [view("old", 4)], since).map((p) => [p.key, p.revision])).toEqual([
      ["new", 1],
      ["old", 4],
    ]);
  });
});
