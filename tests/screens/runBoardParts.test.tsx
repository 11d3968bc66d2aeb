import { fireEvent, render, screen, within } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { RunningClock } from "@/core/job/progress";
import { RunningNow } from "@/phases/run/RunningNow";
import { RunNotices } from "@/phases/run/RunNotices";
import { StepList } from "@/phases/run/StepList";
import { StepTurner } from "@/phases/run/StepTurner";
import type { Run } from "@/phases/run/run";
import { running, work } from "../unit/desk";

const MIN = 60_000;
const NOW = Date.UTC(2026, 10, 25, 9);
const { job } = running();
const steps = job.run!.steps;

describe("from step to step", () => {
  const turner = (at: number) => {
    const choose = vi.fn();
    render(<StepTurner steps={steps} step={steps[at]!} choose={choose} />);
    return choose;
  };
  const button = (name: string) => screen.getByRole<HTMLButtonElement>("button", { name });

  it("goes on and back by one, and says where one is", () => {
    const choose = turner(1);
    expect(document.body.textContent).toContain(`step 2 of ${steps.length}`);
    fireEvent.click(button("After ›"));
    fireEvent.click(button("‹ Before"));
    expect(choose.mock.calls).toEqual([[steps[2]!.id], [steps[0]!.id]]);
  });

  it("goes nowhere before the first and after the last", () => {
    turner(0);
    expect(button("‹ Before").disabled).toBe(true);
    expect(button("After ›").disabled).toBe(false);
    document.body.innerHTML = "";
    turner(steps.length - 1);
    expect(button("After ›").disabled).toBe(true);
  });
});

describe("clocks of other steps", () => {
  const clock = (over: Partial<RunningClock>): RunningClock => ({
    step: steps[0]!,
    paused: false,
    startedAt: NOW - MIN,
    ...over,
  });
  const shown = (c: RunningClock) => {
    const choose = vi.fn();
    render(<RunningNow clocks={[c]} now={NOW} at={() => NOW} zone="Europe/Amsterdam" choose={choose} />);
    return choose;
  };
  const item = () => screen.getByRole("listitem").textContent ?? "";

  it("say how long they still run, and when they are ready", () => {
    shown(clock({ readyAt: NOW + 90_000 }));
    expect(item()).toContain("ready ");
    expect(item()).toContain("1:30");
  });

  it.each([
    [{ readyAt: NOW - 1 }, "ready"],
    [{ paused: true, readyAt: NOW + MIN }, "paused"],
  ])("that are %o say so", (over, words) => {
    shown(clock(over));
    expect(item().endsWith(words)).toBe(true);
  });

  it("lead to their step", () => {
    const choose = shown(clock({}));
    fireEvent.click(screen.getByRole("button"));
    expect(choose).toHaveBeenCalledWith(steps[0]!.id);
  });
});

describe("the list of steps", () => {
  const desk = running();
  work(desk, steps[2]!.id);
  const list = (current: string) => {
    const choose = vi.fn();
    render(
      <StepList
        steps={desk.job.run!.steps}
        job={desk.job}
        now={desk.now}
        current={current}
        choose={choose}
        finished={2}
      />,
    );
    return choose;
  };
  const rows = () => within(screen.getByRole("list")).getAllByRole("link");

  it("says of each how it stands, in words and not by its mark alone", () => {
    list(steps[2]!.id);
    expect(rows()[0]!.textContent).toContain(", done");
    expect(rows()[2]!.textContent).toContain(", open");
    expect(rows().at(-1)!.textContent).toContain(", waits");
    expect(rows().filter((r) => r.getAttribute("aria-current") === "step")).toHaveLength(1);
    expect(document.body.textContent).toContain(`2/${steps.length}`);
  });

  it("goes to the step that is touched", () => {
    const choose = list(steps[2]!.id);
    fireEvent.click(rows()[5]!);
    expect(choose).toHaveBeenCalledWith(steps[5]!.id);
  });
});

describe("what a person must know of what was sent", () => {
  const notices = (over: Partial<Run>) => {
    render(<RunNotices run={{ job, queued: 0, signedOut: false, ...over } as Run} />);
    return screen.getByRole("status").textContent ?? "";
  };

  it("is nothing while all is well", () => {
    expect(notices({})).toBe("");
  });

  it("is how much is kept here, and why it waits", () => {
    expect(notices({ queued: 2 })).toBe("Sending 2…");
    document.body.innerHTML = "";
    expect(notices({ queued: 3, waiting: "No connection just now" })).toBe(
      "3 kept on this phone. No connection just now",
    );
  });

  it("is that the session has ended, with the way back to this run", () => {
    expect(notices({ signedOut: true })).toContain("nothing is lost");
    expect(screen.getByRole("link").getAttribute("href")).toBe(`/sign-in?next=/jobs/${job.id}/run`);
  });

  it("is a refusal, where no field says it", () => {
    const refused = { ok: false, why: "refused", error: "First: cut the main" } as const;
    expect(notices({ refused })).toBe("First: cut the main");
    document.body.innerHTML = "";
    expect(notices({ refused: { ...refused, fields: { time: "?" } } })).toBe("");
  });
});
