import { ChakraProvider, defaultSystem } from "@chakra-ui/react";
import { fireEvent, render, screen } from "@testing-library/react";
import { expect, it, vi } from "vitest";
import { Button } from "./ui";

it("does its own work in a form, and sends the form only where it says so", () => {
  const sent = vi.fn((e: React.FormEvent) => e.preventDefault());
  const struck = vi.fn();
  render(
    <ChakraProvider value={defaultSystem}>
      <form onSubmit={sent}>
        <Button onClick={struck}>Strike it out</Button>
        <Button type="submit">Correct it</Button>
      </form>
    </ChakraProvider>,
  );
  fireEvent.click(screen.getByText("Strike it out"));
  expect(struck).toHaveBeenCalledTimes(1);
  expect(sent).not.toHaveBeenCalled();
  fireEvent.click(screen.getByText("Correct it"));
  expect(sent).toHaveBeenCalledTimes(1);
});
