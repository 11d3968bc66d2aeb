import { act, fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { surveyFields } from "@/catalogue/survey";
import type { Entry } from "@/core/log";
import type { SurveyField } from "@/core/site";
import type { SendOutcome } from "@/phases/job/outcome";
import type { Asked } from "@/phases/job/send";
import { SurveyFieldRow } from "@/phases/site/SurveyFieldRow";

const refresh = vi.fn();
vi.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));

const taken: SendOutcome = { ok: true, seq: 1, head: "h" };
const sent: { field: string; text: string; seen?: string }[] = [];
let answers: (text: string) => Promise<SendOutcome>;
vi.mock("@/phases/job/send", () => ({
  withId: (wish: Asked) => wish,
  sendUntilTaken: (_job: string, wish: { field: string; text: string; seen?: string }) => {
    sent.push({ field: wish.field, text: wish.text, seen: wish.seen });
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

/** The hand rests. */
const rest = () => act(async () => vi.advanceTimersByTimeAsync(700));

describe("how many there are", () => {
  beforeEach(() => {
    vi.useFakeTimers();
    return () => vi.useRealTimers();
  });

  it("is unknown until it is counted, and counts from there", async () => {
    const { field } = row(fieldOf("count"));
    expect(screen.getByRole("group").textContent).toContain("unknown");
    await press(`One more: ${field.label}`);
    await press(`One more: ${field.label}`);
    await press(`One less: ${field.label}`);
    expect(screen.getByRole("group").textContent).toContain("1");
    await rest();
    expect(sent).toEqual([{ field: field.id, text: "1", seen: "" }]);
  });

  it("is one answer, however quickly it is pressed twelve times", async () => {
    const { field } = row(fieldOf("count"), "3");
    for (let i = 0; i < 12; i += 1) await press(`One more: ${field.label}`);
    expect(sent).toEqual([]);
    await rest();
    expect(sent).toEqual([{ field: field.id, text: "15", seen: "3" }]);
    expect(screen.getByRole("group").textContent).toContain("saved");
  });

  it("shows what came of it where others counted meanwhile", async () => {
    const entry = { kind: "surveyAnswered", data: { text: "6" } } as unknown as Entry;
    answers = () => Promise.resolve({ ...taken, entry } as SendOutcome);
    const { field } = row(fieldOf("count"), "3");
    await press(`One more: ${field.label}`);
    await rest();
    expect(screen.getByRole("group").textContent).toContain("6");
  });

  it("is not lost where the page is left before the hand has rested", async () => {
    const field = fieldOf("count");
    const { unmount } = render(
      <SurveyFieldRow jobId="job1" field={field} saved="2" profile="us" readOnly={false} />,
    );
    await press(`One more: ${field.label}`);
    unmount();
    expect(texts()).toEqual(["3"]);
  });

  it("may be said to be none, and never less", async () => {
    const { field } = row(fieldOf("count"));
    await press(`One less: ${field.label}`);
    await rest();
    expect(texts()).toEqual(["0"]);
    expect(screen.getByRole("button", { name: `One less: ${field.label}` })).toHaveProperty("disabled", true);
  });
});

describe("an answer that somebody else changed meanwhile", () => {
  const flow = [...surveyFields.values()].find((f) => f.kind === "quantity" && f.quantity === "flow")!;
  const clash: SendOutcome = {
    ok: false,
    why: "refused",
    error: "Imke Vos answered this meanwhile",
    stands: "9 gpm",
  };
  const clashed = async () => {
    answers = () => Promise.resolve(clash);
    row(flow, "5 gpm");
    fireEvent.change(screen.getByRole("textbox"), { target: { value: "6 gpm" } });
    await act(async () => fireEvent.blur(screen.getByRole("textbox")));
    expect(document.body.textContent).toContain("Imke Vos answered this meanwhile");
    expect(sent.at(-1)).toEqual({ field: flow.id, text: "6 gpm", seen: "5 gpm" });
  };

  it("is put there only once its writer has seen the other", async () => {
    await clashed();
    answers = () => Promise.resolve(taken);
    await press("Put “6 gpm” there");
    expect(sent.at(-1)).toEqual({ field: flow.id, text: "6 gpm", seen: "9 gpm" });
    expect(screen.queryByRole("button", { name: /^Keep/ })).toBeNull();
  });

  it("gives way where its writer says so", async () => {
    await clashed();
    await press("Keep “9 gpm”");
    expect(sent).toHaveLength(1);
    expect(refresh).toHaveBeenCalled();
    expect(document.body.textContent).not.toContain("not saved yet");
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
