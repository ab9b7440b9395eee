import { expect, it } from "vitest";
import { documentOf } from "./document";

it("gives a stake and a post the width nobody said, and leaves every other document as it is", () => {
  expect(documentOf({ stems: [], support: { kind: "post", height: 2400 } }).support?.width).toBe(100);
  expect(documentOf({ stems: [], support: { kind: "stake", height: 1300, width: null } }).support?.width).toBe(50);
  const wall = { stems: [], support: { kind: "wall", height: 2400, width: 3000 } };
  expect(documentOf(wall)).toBe(wall);
  expect(documentOf({ stems: [] }).support).toBeUndefined();
});
