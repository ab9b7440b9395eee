import { ChakraProvider } from "@chakra-ui/react";
import { QueryClient, QueryClientProvider } from "@tanstack/react-query";
import { fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it, vi } from "vitest";
import { system } from "../app/theme";
import type { SurveyStem } from "../survey/types";
import { AddCane } from "./AddCane";

function Harness({ onAdd }: { onAdd: (stem: Omit<SurveyStem, "id">) => void }) {
  const [clock, setClock] = useState<number | null>(null);
  return (
    <AddCane
      plant="p"
      clock={clock}
      onClock={setClock}
      next="A"
      onAdd={(s) => {
        onAdd(s);
        setClock(null);
      }}
    />
  );
}

function setUp() {
  const added = vi.fn();
  Element.prototype.scrollIntoView = () => {};
  render(
    <ChakraProvider value={system}>
      <QueryClientProvider client={new QueryClient()}>
        <Harness onAdd={added} />
      </QueryClientProvider>
    </ChakraProvider>,
  );
  return added;
}

const line = () => screen.getByLabelText("Type or say it in one line") as HTMLInputElement;
const press = (name: string) => fireEvent.click(screen.getByRole("button", { name }));

describe("a new cane", () => {
  it("is added by three taps, far under six", () => {
    const added = setUp();
    press("4 o'clock");
    press("thumb");
    press("2: darker");
    expect(added.mock.calls).toEqual([
      [{ role: "cane", parent: "crown", clock: 4, diameter: 20, age: 2, spread: { diameter: 2.4 } }],
    ]);
  });

  it("is added by one typed line, and the line is empty again", () => {
    const added = setUp();
    fireEvent.change(line(), { target: { value: "4:30 14mm 2y 1.1m grey" } });
    expect(screen.getByText(/Understood: half past 4, 14 mm, 2 seasons, 1.1 m/)).toBeTruthy();
    press("Add");
    expect(added.mock.calls[0]![0]).toMatchObject({
      clock: 4.5,
      diameter: 14,
      age: 2,
      length: 1100,
      seen: ["bark.grey"],
    });
    expect(line().value).toBe("");
  });

  it("keeps the text and says what it did not understand or still needs", () => {
    const added = setUp();
    fireEvent.change(line(), { target: { value: "4:30 wibble" } });
    press("Add");
    expect(added).not.toHaveBeenCalled();
    expect(screen.getByText(/Not understood: “wibble”/)).toBeTruthy();
    expect(screen.getByText(/Still needed: how thick/)).toBeTruthy();
    expect(line().value).toBe("4:30 wibble");
  });

  it("does not add what may mean two things, and asks", () => {
    const added = setUp();
    fireEvent.change(line(), { target: { value: "9 o'clock 70 mm thumb thick 2y and 70 mm" } });
    press("Add");
    expect(added).not.toHaveBeenCalled();
    expect(screen.getByText(/which/)).toBeTruthy();
  });

  it("says what it read a slip as", () => {
    const added = setUp();
    fireEvent.change(line(), { target: { value: "9 o'clock thmub 2y rubs C" } });
    expect(screen.getByText(/“thmub” read as thumb/)).toBeTruthy();
    expect(screen.getByText(/rubs on C/)).toBeTruthy();
    press("Add");
    expect(added.mock.calls[0]![0]).toMatchObject({ clock: 9, diameter: 20, age: 2, rubs: ["C"] });
  });

  it("keeps a half typed line while the ring is used", () => {
    setUp();
    fireEvent.change(line(), { target: { value: "7 thumb" } });
    press("4 o'clock");
    press("Start this cane again");
    expect(line().value).toBe("7 thumb");
  });

  it("asks one thing after the other", () => {
    setUp();
    expect(screen.queryByText("How thick at the base?")).toBeNull();
    press("9 o'clock");
    expect(screen.getByText("How thick at the base?")).toBeTruthy();
    expect(screen.queryByText(/How many seasons/)).toBeNull();
  });
});
