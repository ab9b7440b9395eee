import { beforeEach, describe, expect, it, vi } from "vitest";
import { fetched } from "./screen";

const gone = () => new TypeError("Failed to fetch dynamically imported module: /assets/Bin-1.js");

const around = (...reached: boolean[]) => ({
  reached: () => Promise.resolve(reached.shift() ?? false),
  wait: vi.fn(() => Promise.resolve()),
  loadAnew: vi.fn(),
});

beforeEach(() => sessionStorage.clear());

describe("a screen that cannot be fetched", () => {
  it("is tried again, less and less often, till the garden answers", async () => {
    const place = around(false, false, true);
    const load = vi.fn<() => Promise<string>>();
    load
      .mockRejectedValueOnce(gone())
      .mockRejectedValueOnce(gone())
      .mockRejectedValueOnce(gone())
      .mockResolvedValue("bin");
    expect(await fetched(load, place)).toBe("bin");
    expect(place.wait.mock.calls).toEqual([[1000], [2000], [4000]]);
    expect(place.loadAnew).not.toHaveBeenCalled();
  });

  it("loads the page anew, once, where the garden answers and has it no more", async () => {
    const place = around(true, true);
    await expect(fetched(() => Promise.reject(gone()), place)).rejects.toThrow("dynamically imported");
    expect(place.loadAnew).toHaveBeenCalledTimes(1);
  });

  it("does not hide a fault of the screen itself", async () => {
    const place = around();
    await expect(fetched(() => Promise.reject(new Error("a fault")), place)).rejects.toThrow("a fault");
    expect(place.wait).not.toHaveBeenCalled();
  });
});
