import { act, fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { surveyFields } from "@/catalogue/survey";
import type { SurveyField } from "@/core/site";
import type { Asked, SendOutcome } from "@/phases/job/send";
import { SurveyFieldRow } from "@/phases/site/SurveyFieldRow";

const refresh = vi.fn();
vi.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));

const taken: SendOutcome = { ok: true, seq: 1, head: "h" };
const sent: { field: string; text: string }[] = [];
let answers: (text: string) => Promise<SendOutcome>;
vi.mock("@/phases/job/send", () => ({
  withId: (wish: Asked) => wish,
  sendUntilTaken: (_job: string, wish: { field: string; text: string }) => {
    sent.push({ field: wish.field, text: wish.text });
    return answers(wish.text);
  },
}));

beforeEach(() => {
  sent.length = 0;
  refresh.mockClear();
  answers = () => Promise.resolve(taken);
});

const fieldOf = (kind: SurveyField["kind"], many = false): SurveyField =>
  [...surveyFields.values()].find(
    (f) => f.kind === kind && (f.kind !== "choice" || (f.many ?? false) === many),
  )!;

function row(field: SurveyField, saved = "", readOnly = false) {
  const view = (text: string) => (
    <SurveyFieldRow jobId="job1" field={field} saved={text} profile="us" readOnly={readOnly} />
  );
  const { rerender } = render(view(saved));
  return { field, reload: (text: string) => rerender(view(text)) };
}
const press = (name: string | RegExp) =>
  act(async () => fireEvent.click(screen.getByRole("button", { name })));
const texts = () => sent.map((s) => s.text);

describe("how many there are", () => {
  it("is unknown until it is counted, and counts from there", async () => {
    const { field } = row(fieldOf("count"));
    expect(screen.getByRole("group").textContent).toContain("unknown");
    await press(`One more: ${field.label}`);
    await press(`One more: ${field.label}`);
    await press(`One less: ${field.label}`);
    expect(texts()).toEqual(["1", "2", "1"]);
    expect(sent.every((s) => s.field === field.id)).toBe(true);
  });

  it("is sent one by one: what is pressed meanwhile goes together, and the last one stands", async () => {
    const arrive: (() => void)[] = [];
    answers = () => new Promise((done) => arrive.push(() => done(taken)));
    const { field } = row(fieldOf("count"));
    for (let i = 0; i < 12; i += 1) await press(`One more: ${field.label}`);
    expect(texts()).toEqual(["1"]);
    expect(screen.getByRole("group").textContent).toContain("12");
    await act(async () => arrive[0]!());
    expect(texts()).toEqual(["1", "12"]);
    await act(async () => arrive[1]!());
    expect(texts()).toEqual(["1", "12"]);
    expect(screen.getByRole("group").textContent).toContain("12");
    expect(screen.getByRole("group").textContent).toContain("saved");
  });

  it("may be said to be none, and never less", async () => {
    const { field } = row(fieldOf("count"));
    await press(`One less: ${field.label}`);
    expect(texts()).toEqual(["0"]);
    expect(screen.getByRole("button", { name: `One less: ${field.label}` })).toHaveProperty("disabled", true);
  });
});

describe("a choice", () => {
  it("of one is taken back by choosing it again", async () => {
    const { field } = row(fieldOf("choice"));
    const [first, second] = field.kind === "choice" ? field.options : [];
    await press(first!.label);
    await press(second!.label);
    await press(`✓ ${second!.label}`);
    expect(texts()).toEqual([first!.id, second!.id, ""]);
  });

  it("of several keeps the order in which they were chosen", async () => {
    const { field } = row(fieldOf("choice", true));
    const [first, second] = field.kind === "choice" ? field.options : [];
    await press(second!.label);
    await press(first!.label);
    await press(`✓ ${second!.label}`);
    expect(texts()).toEqual([second!.id, `${second!.id},${first!.id}`, first!.id]);
  });
});

describe("an answer that is typed", () => {
  const flow = [...surveyFields.values()].find((f) => f.kind === "quantity" && f.quantity === "flow")!;
  const box = () => screen.getByRole<HTMLInputElement>("textbox");
  const type = (text: string) => fireEvent.change(box(), { target: { value: text } });
  const leave = () => act(async () => fireEvent.blur(box()));

  it("is sent when the field is left, once, and not where nothing changed", async () => {
    row(flow, "5 gpm");
    await leave();
    expect(sent).toEqual([]);
    type("6 gpm");
    await leave();
    await leave();
    expect(texts()).toEqual(["6 gpm"]);
    expect(refresh).toHaveBeenCalledTimes(1);
  });

  it("stays as it was typed when it is refused, with the reason beside it", async () => {
    answers = () => Promise.resolve({ ok: false, why: "invalid", error: "Write a flow, like 5 gpm" });
    row(flow, "5 gpm");
    type("plenty");
    await leave();
    expect(box().value).toBe("plenty");
    expect(box().getAttribute("aria-invalid")).toBe("true");
    expect(document.body.textContent).toContain("Write a flow, like 5 gpm");
  });

  it("is here again after the page was closed before it was sent", () => {
    const first = render(
      <SurveyFieldRow jobId="job1" field={flow} saved="5 gpm" profile="us" readOnly={false} />,
    );
    type("7 gpm");
    first.unmount();
    row(flow, "5 gpm");
    expect(box().value).toBe("7 gpm");
    expect(document.body.textContent).toContain("not saved yet");
  });

  it("that was typed while another was on its way is not lost to it", async () => {
    let go: (outcome: SendOutcome) => void = () => undefined;
    answers = () => new Promise((resolve) => (go = resolve));
    row(flow, "5 gpm");
    type("6 gpm");
    fireEvent.blur(box());
    type("6.5 gpm");
    await act(async () => go(taken));
    expect(box().value).toBe("6.5 gpm");
    expect(document.body.textContent).toContain("not saved yet");
  });

  it("that the server took stands until the page is loaded with another's", async () => {
    const { reload } = row(flow, "5 gpm");
    type("6 gpm");
    await leave();
    expect(box().value).toBe("6 gpm");
    reload("8 gpm");
    expect(box().value).toBe("8 gpm");
  });

  it("is not sent by somebody who only looks on", async () => {
    const choice = fieldOf("choice");
    row(choice, "", true);
    await press(choice.kind === "choice" ? choice.options[0]!.label : "");
    expect(sent).toEqual([]);
  });
});
