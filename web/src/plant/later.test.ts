import { beforeEach, expect, it } from "vitest";
import type { Schemas } from "../api/client";
import { inTurn, putOff, putOffTill } from "./later";

const work = { season: 2027, visit: 1 };
const open = ["a", "b", "c", "d"].map((key) => ({ key }) as Schemas["OpenStep"]);
const turn = () => inTurn(open, putOff("p", work)).map((s) => s.key);

beforeEach(() => localStorage.clear());

it("brings a step that was put off back at the end, and changes nothing else", () => {
  expect(turn()).toEqual(["a", "b", "c", "d"]);
  putOffTill("p", work, ["b"]);
  expect(turn()).toEqual(["a", "c", "d", "b"]);
  putOffTill("p", work, ["a"]);
  expect(turn()).toEqual(["c", "d", "b", "a"]);
  putOffTill("p", work, ["b"]);
  expect(turn()).toEqual(["c", "d", "a", "b"]);
});

it("keeps what was put off for one plant and one visit only", () => {
  putOffTill("p", work, ["a"]);
  expect(putOff("q", work)).toEqual([]);
  expect(putOff("p", { ...work, visit: 2 })).toEqual([]);
  expect(putOff("p", { ...work, season: 2028 })).toEqual([]);
});

it("takes what it cannot read for nothing", () => {
  localStorage.setItem("gemmifer.later.p.2027.1", "{");
  expect(putOff("p", work)).toEqual([]);
  localStorage.setItem("gemmifer.later.p.2027.1", '{"a":1}');
  expect(putOff("p", work)).toEqual([]);
});
