// @vitest-environment jsdom
import { ChakraProvider } from "@chakra-ui/react";
import { fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { system } from "../app/theme";
import { Length } from "./Length";

const field = (onChange: (mm: number) => void) =>
  render(
    <ChakraProvider value={system}>
      <Length label="How wide" value={2400} least={100} most={15_000} onChange={onChange} />
    </ChakraProvider>,
  );

const type = (text: string) => {
  const input = screen.getByLabelText("How wide");
  fireEvent.change(input, { target: { value: text } });
  fireEvent.blur(input);
};

describe("a length", () => {
  it("without a unit is asked about, and none is guessed", () => {
    const taken = vi.fn();
    field(taken);
    type("6");
    expect(taken).not.toHaveBeenCalled();
    // 6 cm and 6 in are under what may be, so that only what may be is offered.
    expect(screen.getAllByRole("button").map((b) => b.textContent)).toEqual(["6 m", "6 in", "6 ft"]);
    fireEvent.click(screen.getByText("6 m"));
    expect(taken).toHaveBeenCalledWith(6000);
  });

  it("with a unit counts as it is", () => {
    const taken = vi.fn();
    field(taken);
    type("2.1 m");
    expect(taken).toHaveBeenCalledWith(2100);
    expect(screen.queryAllByRole("button")).toEqual([]);
  });
});
