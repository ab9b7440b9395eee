// @vitest-environment jsdom
import { renderHook } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { landing, useKeptFocus } from "./focus";

const page = (html: string): HTMLElement => {
  document.body.innerHTML = `<main id="main">${html}</main>`;
  return document.getElementById("main")!;
};

const soon = () => new Promise((done) => setTimeout(done, 0));

describe("the focus", () => {
  it("lands at the heading of what is left of where somebody was", () => {
    const main = page(`<h1>Page</h1><section id="s"><h2>Panel</h2><div id="d"><button>Go</button></div></section>`);
    const places = [document.getElementById("d")!, document.getElementById("s")!];
    document.getElementById("d")!.remove();
    expect(landing(places, main).textContent).toBe("Panel");
    document.getElementById("s")!.remove();
    expect(landing(places, main).textContent).toBe("Page");
  });

  it("stays where somebody was when the button they pressed goes, and comes back to one that was busy", async () => {
    page(`<h1>Page</h1><section><h2>Panel</h2><button id="a">So be it</button></section><button id="b">Save</button>`);
    const { unmount } = renderHook(() => useKeptFocus("/"));
    document.getElementById("a")!.focus();
    document.getElementById("a")!.remove();
    await soon();
    expect(document.activeElement!.textContent).toBe("Panel");
    const save = document.getElementById("b") as HTMLButtonElement;
    save.focus();
    // A browser takes the focus from what is disabled; this one has to be told.
    save.blur();
    save.disabled = true;
    await soon();
    expect(document.activeElement).toBe(document.body);
    save.disabled = false;
    await soon();
    expect(document.activeElement).toBe(save);
    unmount();
  });
});
