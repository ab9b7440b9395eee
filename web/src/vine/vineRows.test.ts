import { describe, expect, it } from "vitest";
import { about } from "./vineRows";

describe("a block of vines", () => {
  it("says what it comes to, and how sure that is", () => {
    expect(about({ total: 46, low: 46, high: 46 }, "bud")).toBe("46 buds");
    expect(about({ total: 1, low: 1, high: 1 }, "bud")).toBe("1 bud");
    expect(about({ total: 240.4, low: 210.2, high: 270.6 }, "bud")).toBe("about 240 buds (210 to 271)");
    expect(about(null, "bud")).toBeNull();
    expect(about({ total: 0, low: 0, high: 0 }, "bud")).toBeNull();
  });
});
