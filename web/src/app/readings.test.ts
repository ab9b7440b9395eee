import { afterEach, describe, expect, it, vi } from "vitest";
import { readLength, defaultBody } from "../survey/measures";
import { readLine } from "../survey/typedLine";
import { readWeight } from "../survey/weights";
import { readings, typeInto } from "./readings";

afterEach(() => document.body.replaceChildren());

function field(value = "") {
  const form = document.createElement("form");
  const input = document.createElement("input");
  input.value = value;
  form.append(input);
  document.body.append(form);
  return { form, input };
}

describe("an instrument that types", () => {
  it("types at the caret, over what is marked, and tells every key", () => {
    const { input } = field("9 o'clock X 2 seasons");
    const keys: string[] = [];
    input.addEventListener("keydown", (e) => keys.push(e.key));
    const inputs = vi.fn();
    input.addEventListener("input", inputs);
    input.focus();
    input.setSelectionRange(10, 11);
    typeInto(input, "14.2 mm", false);
    expect(input.value).toBe("9 o'clock 14.2 mm 2 seasons");
    expect(keys.join("")).toBe("14.2 mm");
    expect(inputs).toHaveBeenCalledTimes(7);
  });

  it("sends the form with Enter, unless the field takes the key for itself", () => {
    const { form, input } = field();
    const sent = vi.fn((e: Event) => e.preventDefault());
    form.addEventListener("submit", sent);
    typeInto(input, "1.25 kg", true);
    expect(sent).toHaveBeenCalledTimes(1);
    input.addEventListener("keydown", (e) => e.key === "Enter" && e.preventDefault());
    typeInto(input, "", true);
    expect(sent).toHaveBeenCalledTimes(1);
  });

  it("writes what every field of its kind reads back as it was measured", () => {
    for (let tenths = 1; tenths <= 700; tenths++) {
      const said = readings.calliper.say(tenths / 10);
      expect(readLength(said, defaultBody, "cm")).toBeCloseTo(tenths / 10, 6);
      // What is thinner than two millimetres is hardly a cane, and is asked about.
      if (tenths < 20) continue;
      expect(readLine(`3 o'clock, ${said} thick, 2 seasons`, defaultBody).stem.diameter).toBeCloseTo(tenths / 10, 6);
    }
    for (let grams = 10; grams <= readings.scale.most; grams += 10) {
      expect(readWeight(readings.scale.say(grams), "metric")).toBeCloseTo(grams, 6);
    }
  });
});
