import { act, fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import { useForm, type FormOutcome, type Typed } from "@/ui/useForm";

type Send = (values: Typed) => Promise<FormOutcome>;

/** A form of one field, as a screen would write it. */
function Form({
  draft,
  send,
  check,
}: {
  draft?: string;
  send: Send;
  check?: (v: Typed) => FormOutcome | undefined;
}) {
  const form = useForm({ draft, initial: { name: "as it was" }, send, check });
  return (
    <form onSubmit={form.submit}>
      <label>
        Name
        <input value={form.values.name} onChange={(e) => form.set("name", e.target.value)} />
      </label>
      <p data-testid="beside">{form.errors.name}</p>
      <p role="status">{form.errors[""] || form.saved}</p>
      <button disabled={form.busy}>Keep</button>
    </form>
  );
}
const field = () => screen.getByLabelText<HTMLInputElement>("Name");
const type = (text: string) => fireEvent.change(field(), { target: { value: text } });
const press = () => act(async () => fireEvent.submit(screen.getByRole("button").closest("form")!));
const taken: Send = () => Promise.resolve({ ok: true });
const refused: Send = () => Promise.resolve({ ok: false, error: "This name is taken", field: "name" });

/** A sending that ends when the test says so. */
function held() {
  let end!: (outcome: FormOutcome) => void;
  const send = vi.fn<Send>(() => new Promise((resolve) => (end = resolve)));
  return { send, end: (outcome: FormOutcome) => act(async () => end(outcome)) };
}

describe("useForm", () => {
  it("keeps what is typed over a reload, and forgets it once it is taken", async () => {
    const { unmount } = render(<Form draft="a" send={taken} />);
    type("half a na");
    unmount();
    render(<Form draft="a" send={taken} />);
    expect(field().value).toBe("half a na");
    await press();
    expect(screen.getByRole("status").textContent).toBe("Saved");
    expect(field().value).toBe("as it was");
    expect(window.localStorage).toHaveLength(0);
  });

  it("writes nothing of a form without a draft onto the device", async () => {
    const { unmount } = render(<Form send={refused} />);
    type("4711");
    await press();
    expect(field().value).toBe("4711");
    expect(window.localStorage).toHaveLength(0);
    unmount();
    render(<Form send={refused} />);
    expect(field().value).toBe("as it was");
  });

  it("says a refusal beside its field, keeps what was typed, and stops saying it when the field is changed", async () => {
    render(<Form draft="a" send={refused} />);
    type("Pell");
    await press();
    expect(screen.getByTestId("beside").textContent).toBe("This name is taken");
    expect(field().value).toBe("Pell");
    type("Pell Lane");
    expect(screen.getByTestId("beside").textContent).toBe("");
    expect(screen.getByRole("status").textContent).toBe("");
  });

  it("sends once, however often it is pressed, and cannot be pressed meanwhile", async () => {
    const { send, end } = held();
    render(<Form draft="a" send={send} />);
    type("Pell");
    await press();
    await press();
    expect(send).toHaveBeenCalledTimes(1);
    expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(true);
    await end({ ok: true });
    expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(false);
  });

  it("takes the second of two quick presses for the echo of the first, until something is typed or a while has passed", async () => {
    const send = vi.fn(taken);
    const clock = vi.spyOn(Date, "now").mockReturnValue(1_000_000);
    render(<Form send={send} />);
    await press();
    await press();
    expect(send).toHaveBeenCalledTimes(1);
    type("another");
    await press();
    expect(send).toHaveBeenCalledTimes(2);
    clock.mockReturnValue(1_001_000);
    await press();
    expect(send).toHaveBeenCalledTimes(3);
    clock.mockRestore();
  });

  it("a form that was refused is sent again at once", async () => {
    const send = vi.fn(refused);
    render(<Form send={send} />);
    await press();
    await press();
    expect(send).toHaveBeenCalledTimes(2);
  });

  it("keeps what is typed while it is on its way", async () => {
    const { send, end } = held();
    render(<Form draft="a" send={send} />);
    type("Pell");
    await press();
    type("Pell Lane");
    await end({ ok: true });
    expect(send.mock.calls[0]![0]).toEqual({ name: "Pell" });
    expect(field().value).toBe("Pell Lane");
    expect(screen.getByRole("status").textContent).toBe("");
  });

  it("refuses before it sends what cannot be sent", async () => {
    const send = vi.fn(taken);
    render(
      <Form
        send={send}
        check={({ name = "" }) =>
          name.length < 3 ? { ok: false, error: "Too short", field: "name" } : undefined
        }
      />,
    );
    type("Pe");
    await press();
    expect(send).not.toHaveBeenCalled();
    expect(screen.getByTestId("beside").textContent).toBe("Too short");
    type("Pell");
    await press();
    expect(send).toHaveBeenCalledTimes(1);
  });

  it("keeps what was typed when the sending breaks", async () => {
    render(<Form draft="a" send={() => Promise.reject(new Error("no line"))} />);
    type("Pell");
    await press();
    expect(screen.getByRole("status").textContent).toMatch(/did not get through/);
    expect(field().value).toBe("Pell");
    expect(screen.getByRole<HTMLButtonElement>("button").disabled).toBe(false);
  });

  it("takes a draft that cannot be read for none", () => {
    window.localStorage.setItem("brant.draft.a", "{half");
    render(<Form draft="a" send={taken} />);
    expect(field().value).toBe("as it was");
  });
});
