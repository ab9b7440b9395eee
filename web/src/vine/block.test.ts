import { describe, expect, it } from "vitest";
import { about, nextInBlock } from "./block";

const vine = (n: number, place = "South") => ({ id: `v${n}`, name: `${place} ${n}`, place, family: "vine" });

describe("a block of vines", () => {
  it("goes on in the order people count, and round again", () => {
    const block = [vine(10), vine(2), vine(1), vine(3, "North"), { ...vine(4), family: "rose" }];
    expect(nextInBlock(block, "v1")?.id).toBe("v2");
    expect(nextInBlock(block, "v2")?.id).toBe("v10");
    expect(nextInBlock(block, "v10")?.id).toBe("v1");
    expect(nextInBlock(block, "v3")).toBeNull();
    expect(nextInBlock(block, "v4")).toBeNull();
  });

  it("says what it comes to, and how sure that is", () => {
    expect(about({ total: 46, low: 46, high: 46 }, "bud")).toBe("46 buds");
    expect(about({ total: 1, low: 1, high: 1 }, "bud")).toBe("1 bud");
    expect(about({ total: 240.4, low: 210.2, high: 270.6 }, "bud")).toBe("about 240 buds (210 to 271)");
    expect(about(null, "bud")).toBeNull();
    expect(about({ total: 0, low: 0, high: 0 }, "bud")).toBeNull();
  });
});
