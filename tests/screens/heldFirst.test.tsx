import { act, fireEvent, screen } from "@testing-library/react";
import { flushSync } from "react-dom";
import { hydrateRoot } from "react-dom/client";
import { renderToReadableStream } from "react-dom/server.browser";
import { useEffect, useState, type ComponentType } from "react";
import { describe, expect, it } from "vitest";
import { heldFirst } from "@/ui/later/heldFirst";
import { shownFirst } from "@/ui/later/shownFirst";

/** A part with what a part may have: a button, a list to choose from, and a drawn thing that is pressed. */
function Part({ name }: { name: string }) {
  const [done, setDone] = useState<readonly string[]>([]);
  // From what it shows, as parts do that count on from there.
  const note = (what: string) => setDone([...done, what]);
  return (
    <section aria-label={name}>
      <button type="button" onClick={() => note("pressed")}>
        Press
      </button>
      <select aria-label="Choice" defaultValue="a" onChange={(e) => note(`chose ${e.target.value}`)}>
        <option>a</option>
        <option>b</option>
      </select>
      <svg>
        <rect
          role="button"
          tabIndex={0}
          aria-label="Drawn"
          onClick={() => note("turned")}
          onKeyDown={(e) => (e.key === "Enter" ? note("turned by key") : undefined)}
        />
      </svg>
      <a href="#elsewhere">Elsewhere</a>
      <p data-done>{done.join(", ")}</p>
    </section>
  );
}

/** The page as the server sends it, brought to life where the part's code comes only when it is let. */
async function page(
  make: (fetchIt: () => Promise<ComponentType<{ name: string }>>) => ComponentType<{ name: string }>,
) {
  let rename!: (name: string) => void;
  /** A page that goes on while the part is on its way. */
  function Page({ Of }: { Of: ComponentType<{ name: string }> }) {
    const [name, setName] = useState("Valves");
    useEffect(() => {
      rename = setName;
      document.title = name;
    }, [name]);
    return <Of name={name} />;
  }
  const stream = await renderToReadableStream(<Page Of={make(() => Promise.resolve(Part))} />);
  await stream.allReady;
  const place = document.createElement("div");
  document.body.replaceChildren(place);
  place.innerHTML = await new Response(stream).text();
  let come!: () => void;
  const InBrowser = make(() => new Promise((resolve) => (come = () => resolve(Part))));
  const button = screen.getByRole("button", { name: "Press" });
  await act(async () => {
    hydrateRoot(place, <Page Of={InBrowser} />);
    // A page rests before it fetches what only shows.
    await new Promise((go) => setTimeout(go, 300));
  });
  return {
    button,
    named: (name: string) => act(async () => rename(name)),
    done: () => document.querySelector("[data-done]")!.textContent,
    come: () =>
      act(async () => {
        come();
        await new Promise((go) => setTimeout(go, 100));
      }),
    /** The code comes, and `then` happens a moment later; React does its work when it wants to, as in a browser. */
    async comeAndThen(then?: () => void, moment?: () => Promise<void>) {
      const here = globalThis as { IS_REACT_ACT_ENVIRONMENT?: boolean };
      here.IS_REACT_ACT_ENVIRONMENT = false;
      // A browser lets React do what it has put off between two listeners of one press.
      button.parentElement!.addEventListener("click", () => flushSync(() => undefined), { capture: true });
      come();
      await moment?.();
      then?.();
      await new Promise((go) => setTimeout(go, 100));
      here.IS_REACT_ACT_ENVIRONMENT = true;
    },
  };
}

describe("a part whose code comes behind the page", () => {
  it("is there as the server drew it, hears what is pressed, and does it once when it is here", async () => {
    const { button, done, comeAndThen } = await page(heldFirst);
    act(() => button.click());
    act(() => {
      const list = screen.getByLabelText<HTMLSelectElement>("Choice");
      list.value = "b";
      fireEvent(list, new Event("change", { bubbles: true }));
      fireEvent.keyDown(screen.getByRole("button", { name: "Drawn" }), { key: "Enter" });
    });
    expect(done()).toBe("");
    expect((await screen.findByRole("status")).textContent).toContain("Heard");
    await comeAndThen();
    expect(screen.queryByRole("status")).toBeNull();
    // It is the page of the server that has come to life, not another one.
    expect(button.isConnected).toBe(true);
    expect(done()).toBe("pressed, chose b, turned");
    act(() => button.click());
    expect(done()).toBe("pressed, chose b, turned, pressed");
  });

  it.each([0, 2, 5, 12])("does once what is pressed %i turns after its code came", async (turns) => {
    const { button, done, comeAndThen } = await page(heldFirst);
    await comeAndThen(
      () => button.click(),
      async () => {
        for (let i = 0; i < turns; i += 1) await Promise.resolve();
      },
    );
    expect(done()).toBe("pressed");
  });

  it.each([0, 2, 8])("does once what is pressed %i ms after its code came", async (ms) => {
    const { button, done, comeAndThen } = await page(heldFirst);
    await comeAndThen(
      () => button.click(),
      () => new Promise((go) => setTimeout(go, ms)),
    );
    expect(done()).toBe("pressed");
  });

  it("leaves to the browser what it does by itself, and says nothing of it", async () => {
    const { come, done } = await page(heldFirst);
    act(() => screen.getByRole("link").click());
    act(() => {
      fireEvent.keyDown(screen.getByRole("button", { name: "Drawn" }), { key: "Tab" });
    });
    expect(screen.queryByRole("status")).toBeNull();
    await come();
    expect(done()).toBe("");
  });

  it("holds nothing back on its page, and then shows what the page has come to", async () => {
    const view = await page(shownFirst);
    await view.named("Valves at noon");
    expect(document.title).toBe("Valves at noon");
    expect(screen.getByRole("region").getAttribute("aria-label")).toBe("Valves");
    await view.come();
    expect(screen.getByRole("region").getAttribute("aria-label")).toBe("Valves at noon");
  });

  it("that only shows stays as the server drew it until then", async () => {
    const { button, come, done } = await page(shownFirst);
    expect(button.isConnected).toBe(true);
    await come();
    expect(button.isConnected).toBe(true);
    act(() => button.click());
    expect(done()).toBe("pressed");
  });
});
