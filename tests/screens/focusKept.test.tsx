import { act, fireEvent, render, screen } from "@testing-library/react";
import { useState } from "react";
import { describe, expect, it } from "vitest";
import { FocusKept } from "@/ui/FocusKept";

function Page() {
  const [rows, setRows] = useState(["first", "second"]);
  const [busy, setBusy] = useState(false);
  return (
    <main>
      <FocusKept />
      <h1>Rows</h1>
      <section>
        <h2>To settle</h2>
        {rows.map((row) => (
          <p key={row}>
            <button type="button" onClick={() => setRows(rows.filter((r) => r !== row))}>
              settle {row}
            </button>
          </p>
        ))}
      </section>
      <button type="button" disabled={busy} onClick={() => setBusy(true)}>
        send
      </button>
      <button type="button" onClick={() => setBusy(false)}>
        answer
      </button>
    </main>
  );
}
const button = (name: string) => screen.getByRole("button", { name });
const settled = () => act(async () => new Promise((go) => setTimeout(go, 20)));

describe("the focus", () => {
  it("goes to the heading of the part in which what had it is gone", async () => {
    render(<Page />);
    button("settle first").focus();
    fireEvent.click(button("settle first"));
    await settled();
    expect(document.activeElement).toBe(screen.getByRole("heading", { name: "To settle" }));
  });

  it("comes back to a button that waited for its answer", async () => {
    render(<Page />);
    button("send").focus();
    fireEvent.click(button("send"));
    // A browser takes the focus from what is disabled.
    act(() => button("send").blur());
    await settled();
    fireEvent.click(button("answer"));
    await settled();
    expect(document.activeElement).toBe(button("send"));
  });

  it("stays away where somebody left it by themselves", async () => {
    render(<Page />);
    button("send").focus();
    button("send").blur();
    fireEvent.click(button("settle first"));
    await settled();
    expect(document.activeElement).toBe(document.body);
  });
});
