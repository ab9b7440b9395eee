import { describe, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { stemId } from "../api/stemId";
import type { SurveyDocument } from "../survey/types";
import { placeOn, shareOf } from "./along";
import type { Px } from "./camera";
import {
  asked,
  asks,
  bent,
  canesOf,
  lacks,
  measured,
  moved,
  nextToFind,
  type Photo,
  placeOf,
  saidOf,
  saying,
  shotOf,
  tapped,
  type Taps,
  without,
} from "./taps";

const A = stemId("A");

const photo = (key: string, taps: Taps = {}, from = 6): Photo => ({
  key,
  from,
  focal35: 26,
  width: 1600,
  height: 1200,
  taps,
});

const set: Taps = { crown: [800, 900], stick: { a: [900, 910], b: [900, 400], mm: 1000 } };

describe("what is asked next", () => {
  it("goes from the crown to the stick to the canes", () => {
    let taps: Taps = {};
    const told: string[] = [];
    for (let n = 0; n < 6; n++) {
      const asking = asks(photo("p", taps), A);
      if (!asking) break;
      told.push(asking.what);
      taps = tapped(taps, asking, [100 * n, 50 * n], 600);
    }
    expect(told).toEqual(["crown", "stick-foot", "stick-top", "foot", "tip"]);
    expect(taps).toEqual({
      crown: [0, 0],
      stick: { a: [100, 50], b: [200, 100], mm: 600 },
      on: {
        A: [
          [300, 150],
          [400, 200],
        ],
      },
    });
    expect(asks(photo("p", set), null)).toBeNull();
  });

  it("in another picture is what was tapped before, till it is found or cannot be seen", () => {
    const one = photo("one", {
      ...set,
      on: {
        A: [
          [1, 1],
          [2, 2],
        ],
        B: [
          [1, 1],
          [2, 2],
        ],
        C: [[3, 3]],
      },
    });
    const other = photo("other", set, 3);
    expect(nextToFind(other, [one, other])).toBe("A");
    const hidden = photo("other", { ...set, hidden: ["A"] }, 3);
    expect(nextToFind(hidden, [one, hidden])).toBe("B");
    const found = photo(
      "other",
      {
        ...set,
        hidden: ["A"],
        on: {
          B: [
            [5, 5],
            [6, 6],
          ],
        },
      },
      3,
    );
    // C has a foot and no tip: it cannot be looked for yet.
    expect(nextToFind(found, [one, found])).toBeNull();
    expect(canesOf([one, found])).toEqual(["A", "B", "C"]);
  });
});

describe("taps", () => {
  const on: Taps = {
    ...set,
    on: {
      A: [
        [0, 0],
        [0, 100],
        [0, 200],
      ],
    },
    width: {
      A: [
        [1, 1],
        [2, 2],
      ],
    },
    said: { A: { age: 2 } },
  };

  it("where it bends go between their neighbours", () => {
    expect(bent(on, A, [9, 40]).on!.A).toEqual([
      [0, 0],
      [9, 40],
      [0, 100],
      [0, 200],
    ]);
    expect(bent(on, A, [9, 140]).on!.A).toEqual([
      [0, 0],
      [0, 100],
      [9, 140],
      [0, 200],
    ]);
    expect(bent(set, A, [9, 140])).toBe(set);
  });

  it("are moved one by one", () => {
    for (const handle of [
      { of: "crown" },
      { of: "stick-foot" },
      { of: "stick-top" },
      { of: "cane", cane: A, tap: 1 },
    ] as const) {
      const next = moved(on, handle, [7, 8]);
      expect(placeOf(next, handle)).toEqual([7, 8]);
      expect(placeOf(on, handle)).not.toEqual([7, 8]);
    }
    expect(placeOf({}, { of: "cane", cane: A, tap: 0 })).toBeNull();
  });

  it("of a cane that is dropped are gone with all that was said of it", () => {
    const left = without({ ...on, hidden: ["A", "B"] }, A);
    expect([left.on, left.width, left.said, left.hidden]).toEqual([{}, {}, {}, ["B"]]);
    expect(left.crown).toEqual(set.crown);
  });

  it("say of a cane what was said in any picture", () => {
    const [one, two] = [photo("1", saying({}, A, { age: 3 })), photo("2", saying({}, A, { bark: "bark.grey" }))];
    expect(saidOf([one, two], A)).toEqual({ age: 3, bark: "bark.grey" });
    expect(saidOf([one, two], stemId("B"))).toEqual({});
  });
});

describe("along a cane", () => {
  const on: Px[] = [
    [0, 0],
    [0, 100],
    [100, 100],
  ];
  it("a share of its length is a place and a way", () => {
    expect(placeOn(on, 0.25)).toEqual({ at: [0, 50], along: [0, 100] });
    expect(placeOn(on, 0.75)).toEqual({ at: [50, 100], along: [100, 0] });
    expect(placeOn(on, 1).at).toEqual([100, 100]);
    expect(
      placeOn(
        [
          [4, 4],
          [4, 4],
        ],
        0.5,
      ).at,
    ).toEqual([4, 4]);
  });
  it("a place is a share", () => {
    expect(shareOf(on, [3, 50])).toBeCloseTo(0.25, 2);
    expect(shareOf(on, [60, 120])).toBeCloseTo(0.8, 2);
  });
});

describe("what the core is asked", () => {
  const cane: Record<string, Px[]> = {
    A: [
      [800, 900],
      [700, 300],
    ],
  };
  it("has every picture with crown and stick, the stick the same way up", () => {
    const upside = photo("up", { ...set, stick: { a: [900, 400], b: [900, 910], mm: 1000 }, on: cane });
    const question = asked([upside, photo("bare", { on: cane }, 3)], {})!;
    expect(question.views.map((v) => v.id)).toEqual(["up"]);
    expect(question.views[0]!.stick.a).toEqual([900, 910]);
    expect(question.canes).toEqual([{ id: "A", on: { up: cane.A }, width: {}, widthSd: {} }]);
  });
  it("is nothing where nothing can be reckoned", () => {
    expect(asked([photo("p", set)], {})).toBeNull();
    expect(asked([photo("p", { on: cane })], {})).toBeNull();
    expect(shotOf(photo("p", { ...set, stick: { a: [900, 405], b: [900, 400], mm: 1000 } }))).toBeNull();
  });
  it("leaves out pictures without canes, and of many takes the four with most", () => {
    const two = { ...cane, B: cane.A! };
    const photos = [
      photo("after", set),
      photo("few", { ...set, on: cane }),
      ...["a", "b", "c", "d"].map((key) => photo(key, { ...set, on: two }, 3)),
    ];
    const question = asked(photos, {})!;
    expect(question.views.map((v) => v.id)).toEqual(["a", "b", "c", "d"]);
    expect(Object.keys(question.canes[0]!.on)).toEqual(["a", "b", "c", "d"]);
    expect(asked(photos.slice(0, 3), {})!.views.map((v) => v.id)).toEqual(["few", "a"]);
  });
  it("takes the bearing that was said and a phone's usual camera", () => {
    const question = asked([{ ...photo("p", { ...set, on: cane }), focal35: null }], { A: 4.5 })!;
    expect(question.canes[0]!.clock).toBe(4.5);
    expect(question.views[0]!.focal35).toBe(26);
  });
});

type Traced = Schemas["TracedStem"];
const traced = (id: string, more: Partial<Traced> = {}): Traced => ({
  id: stemId(id),
  clock: 4.44,
  lean: 21.3,
  tipLean: 30.1,
  length: 1120.4,
  diameter: 12,
  spread: { clock: 0.4, lean: 2, tipLean: 3, length: 45, diameter: 1.5 },
  ...more,
});
const empty = { stems: [] as SurveyDocument["stems"] } as SurveyDocument;
const answer = (...stems: Traced[]) => ({ stems, warnings: [] });

const measuredTaps: Taps = {
  ...set,
  on: {
    A: [
      [0, 0],
      [0, 100],
    ],
    A1: [
      [5, 50],
      [60, 90],
    ],
  },
  width: {
    A: [
      [-6, 50],
      [6, 50],
    ],
  },
  said: { A: { age: 2, bark: "bark.grey" }, A1: { age: 1, parent: "A", diameter: 5 } },
};

describe("a survey that is measured", () => {
  it("has each cane with its measures and how well they are known", () => {
    const { stems } = measured(
      empty,
      [photo("p", measuredTaps)],
      answer(traced("A", { baseClock: 3.02, radius: 31.6 })),
      () => 1,
      0.4,
    );
    // Half of the way up it is seven tenths as thick as at its base.
    expect(stems).toEqual(
      [
        {
          id: "A",
          role: "cane",
          parent: "crown",
          clock: 4.4,
          lean: 21.5,
          tipLean: 30,
          length: 1120,
          diameter: 17,
          baseClock: 3,
          radius: 32,
          age: 2,
          seen: ["bark.grey"],
          spread: { clock: 0.4, lean: 2, tipLean: 3, length: 45, diameter: 1.5 },
        },
      ].map((s) => expect.objectContaining({ ...s, clock: expect.closeTo(4.4, 6), baseClock: expect.closeTo(3, 6) })),
    );
  });

  it("knows where a side shoot stands, and takes a thickness that was said give or take", () => {
    const shoot = traced("A1", {
      diameter: null,
      spread: { clock: 0.5, lean: 3, tipLean: 3, length: 20, diameter: null },
    });
    const { stems } = measured(empty, [photo("p", measuredTaps)], answer(traced("A"), shoot), (mm) => mm / 10, 0.5);
    expect(stems[1]).toMatchObject({ id: "A1", role: "lateral", parent: "A", at: 560, diameter: 5 });
    expect(stems[1]!.spread!.diameter).toBe(0.5);
  });
});

describe("what was known before", () => {
  it("keeps what is known of a cane already", () => {
    const old = {
      id: "A",
      role: "cane",
      parent: "crown",
      age: 5,
      diameter: 20,
      clock: 1,
      seen: ["canker", "bark.green"],
      deadFrom: 300,
    };
    const before = { stems: [old] } as unknown as SurveyDocument;
    const { stems } = measured(
      before,
      [photo("p", { ...measuredTaps, said: { A: { bark: "bark.grey" } } })],
      answer(traced("A")),
      () => 1,
      0.5,
    );
    expect(stems).toHaveLength(1);
    expect(stems[0]).toMatchObject({ age: 5, deadFrom: 300, length: 1120, seen: ["canker", "bark.grey"] });
  });

  it("takes over what was seen while it was tapped", () => {
    const said = { A: { age: 2, dead: true, seen: ["wound" as const] } };
    const { stems } = measured(empty, [photo("p", { ...measuredTaps, said })], answer(traced("A")), () => 1, 0.5);
    expect(stems[0]).toMatchObject({ deadFrom: 0, seen: ["wound"] });
    const again = measured(
      { stems } as SurveyDocument,
      [photo("p", { ...measuredTaps, said: { A: { dead: false, seen: ["wound"] } } })],
      answer(traced("A")),
      () => 1,
      0.5,
    );
    expect(again.stems[0]).toMatchObject({ deadFrom: null, seen: ["wound"] });
  });

  it("leaves out what is not known yet, and says what is missing", () => {
    expect(lacks(traced("A", { clock: null }), { age: 1 })).toBe("clock");
    expect(lacks(traced("A", { length: null }), { age: 1 })).toBe("shape");
    expect(lacks(traced("A", { diameter: null }), { age: 1 })).toBe("thickness");
    expect(lacks(traced("A"), {})).toBe("age");
    expect(lacks(traced("A"), { age: 1 })).toBeNull();
    expect(measured(empty, [photo("p", {})], answer(traced("A")), () => 1, 0.5).stems).toEqual([]);
  });
});
