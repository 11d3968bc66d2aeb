import { act, cleanup, fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { JobState } from "@/core/job";
import type { Asked } from "@/phases/job/send";
import { SerialForm } from "@/phases/run/SerialForm";
import { WaterOff } from "@/phases/run/WaterOff";
import { WithReason } from "@/phases/run/WithReason";
import type { Run, Sent } from "@/phases/run/run";
import type { FormOutcome } from "@/ui/useForm";
import { readingKinds } from "@/core/readings";
import { ReadingForm } from "@/phases/run/ReadingForm";
import { running, work } from "../unit/desk";

const ok: FormOutcome = { ok: true };
/** A run whose sendings all end alike. */
function runOf(job: JobState, outcome: Sent = { ok: true }) {
  const send = vi.fn<(wish: Asked) => Promise<Sent>>(() => Promise.resolve(outcome));
  return { run: { job, send } as unknown as Run, send };
}
const write = (label: string | RegExp, value: string) =>
  fireEvent.change(screen.getByLabelText(label), { target: { value } });
const submit = () => act(async () => fireEvent.submit(document.querySelector("form")!));
// The form that asks for a reason comes when it is first wanted.
const press = (name: string) =>
  act(async () => {
    fireEvent.click(screen.getByRole("button", { name }));
    await import("@/phases/run/ReasonForm");
  });

describe("something that takes a reason", () => {
  const shownWith = (send: (why: string) => Promise<FormOutcome>) =>
    render(
      <WithReason
        jobId="job1"
        label="Skip with a reason"
        ask="Why is it skipped?"
        send={send}
        draftKey="skip.a"
      />,
    );

  it("sends the reason once it says something, and closes", async () => {
    const send = vi.fn(() => Promise.resolve(ok));
    shownWith(send);
    await press("Skip with a reason");
    write("Why is it skipped?", " a ");
    expect(screen.getByRole<HTMLButtonElement>("button", { name: "Skip with a reason" }).disabled).toBe(true);
    write("Why is it skipped?", "  Gauge broken ");
    await submit();
    expect(send).toHaveBeenCalledWith("Gauge broken");
    expect(screen.queryByLabelText("Why is it skipped?")).toBeNull();
  });

  it("keeps the reason when it is left, and when it is refused", async () => {
    shownWith(() => Promise.resolve({ ok: false, error: "A hold is not skipped" }));
    await press("Skip with a reason");
    write("Why is it skipped?", "Gauge broken");
    await press("Leave it");
    await press("Skip with a reason");
    expect(screen.getByLabelText<HTMLTextAreaElement>("Why is it skipped?").value).toBe("Gauge broken");
    await submit();
    expect(screen.getByRole("status").textContent).toBe("A hold is not skipped");
    expect(screen.getByLabelText<HTMLTextAreaElement>("Why is it skipped?").value).toBe("Gauge broken");
  });
});

describe("a serial number", () => {
  const desk = running();
  const step = desk.job.run!.steps.find((s) => s.record)!;

  it("is sent for its unit and what it is of", async () => {
    const { run, send } = runOf(desk.job);
    render(<SerialForm step={step} job={desk.job} run={run} readOnly={false} />);
    write(step.record!.label, "A-77");
    await submit();
    expect(send.mock.calls[0]![0]).toMatchObject({
      kind: "serialRecorded",
      unit: step.unit,
      what: step.record!.what,
      text: "A-77",
    });
  });

  it("stays on the screen with the refusal beside it", async () => {
    const { run } = runOf(desk.job, {
      ok: false,
      why: "refused",
      error: "Not taken",
      fields: { text: "At most 80 characters" },
    });
    render(<SerialForm step={step} job={desk.job} run={run} readOnly={false} />);
    write(step.record!.label, "A-77");
    await submit();
    expect(screen.getByRole("status").textContent).toBe("At most 80 characters");
    expect(screen.getByLabelText<HTMLInputElement>(step.record!.label).value).toBe("A-77");
  });
});

describe("hours without water", () => {
  const desk = running();
  const shown = (run: Run) =>
    render(
      <WaterOff
        job={desk.job}
        run={run}
        now={Date.UTC(2026, 10, 25, 8)}
        zone="Europe/Amsterdam"
        readOnly={false}
      />,
    );

  it("are asked for whole, in words that say how", async () => {
    const { run, send } = runOf(desk.job);
    shown(run);
    write("from", "09:00");
    await submit();
    expect(send).not.toHaveBeenCalled();
    expect(screen.getByRole("status").textContent).toMatch(/Give the day and both times/);
    expect(screen.getByLabelText<HTMLInputElement>("from").value).toBe("09:00");
  });

  it("are sent as moments, from the company's zone", async () => {
    const { run, send } = runOf(desk.job);
    shown(run);
    write("from", "09:00");
    write("to", "12:30");
    await submit();
    expect(send.mock.calls[0]![0]).toEqual({
      kind: "waterOffAgreed",
      from: "2026-11-25T08:00:00.000Z",
      to: "2026-11-25T11:30:00.000Z",
    });
  });
});

describe("a reading that is corrected", () => {
  const desk = work(running(), "site.hardnessBefore");
  const step = desk.job.run!.steps.find((s) => s.read?.reading === "staticPressure")!;
  const readings = desk.job.readings.filter((r) => r.step === step.id);
  const kind = readingKinds.get("staticPressure")!;
  const shownTo = (profile: "us" | "metric") => {
    const { run, send } = runOf(desk.job);
    render(
      <ReadingForm
        step={step}
        jobId="job1"
        kind={kind}
        profile={profile}
        run={run}
        readings={readings}
        left={[]}
        readOnly={false}
      />,
    );
    return send;
  };
  const pressure = () => screen.getByLabelText<HTMLInputElement>(/^Gauge reads/);
  const said = () => document.querySelector("[data-correction]")?.textContent ?? "";

  it("begins with what was read, in the units of who corrects it", async () => {
    shownTo("metric");
    await press("Correct this reading");
    await vi.waitFor(() => expect(pressure().value).toBe("400 kPa"));
    await vi.waitFor(() => expect(said()).toContain("Nothing differs"));
    cleanup();
    localStorage.clear();
    shownTo("us");
    await press("Correct this reading");
    // Written with its unit it means the same to everybody.
    expect(pressure().value).toBe("400 kPa");
  });

  it("says what it changes, and how it would be judged, before it is sent", async () => {
    localStorage.clear();
    const send = shownTo("metric");
    await press("Correct this reading");
    write(/^Gauge reads/, "900");
    await vi.waitFor(() => expect(said()).toContain("Gauge reads: 400 kPa becomes 900 kPa"));
    expect(said()).toMatch(/Good, .+ becomes (Stop|Check), /);
    write(/^Gauge reads/, "not a number");
    expect(said()).toBe("");
    write(/^Gauge reads/, "410 kPa");
    write(/corrected\?$/, "Read from the wrong side");
    expect(send).not.toHaveBeenCalled();
    await submit();
    expect(send.mock.calls[0]![0]).toMatchObject({
      kind: "readingTaken",
      supersedes: readings.at(-1)!.reading,
      values: { pressure: "410 kPa" },
      why: "Read from the wrong side",
    });
  });
});
