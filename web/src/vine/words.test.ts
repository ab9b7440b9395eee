import { describe, expect, it } from "vitest";
import { spreadSum } from "./words";

describe("buds spread over the places", () => {
  it("are added up as one would on paper", () => {
    expect(spreadSum([{ buds: 3 }, { buds: 2 }, { buds: 3 }, { buds: 0 }])).toBe("2 × 3 + 1 × 2 = 8");
    expect(spreadSum([{ buds: 2 }, { buds: 2 }])).toBe("2 × 2 = 4");
    expect(spreadSum([{ buds: 2 }, { buds: 0 }])).toBeNull();
  });
});
