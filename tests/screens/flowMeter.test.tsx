import { act, fireEvent, render, screen } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Reading } from "@/core/log";
import { stepState } from "@/core/job";
import { readingsOf } from "@/core/job/progress";
import { FlowMeter } from "@/phases/run/FlowMeter";
import type { Asked } from "@/phases/job/send";
import type { Run, Sent } from "@/phases/run/run";
import { running, work, type Desk } from "../unit/desk";

/** A job that has come to its trickle, with the water running. */
function atTrickle(): { desk: Desk; id: string } {
  const desk = running();
  const id = desk.job.run!.steps.find((s) => s.flow?.band)!.id;
  work(desk, id);
  desk.do({ kind: "clockStarted", step: id });
  return { desk, id };
}

let now = 0;
function meter({ desk, id }: { desk: Desk; id: string }, sent?: (wish: Asked) => Sent) {
  const step = desk.job.run!.steps.find((s) => s.id === id)!;
  const send = vi.fn(async (wish: Asked): Promise<Sent> => {
    await Promise.resolve();
    return sent?.(wish) ?? { ok: true };
  });
  const run = { job: desk.job, send } as unknown as Run;
  const readings: readonly Reading[] = readingsOf(desk.job, id);
  const view = render(
    <FlowMeter
      step={step}
      profile="metric"
      readings={readings}
      now={now}
      run={run}
      readOnly={false}
      at={() => now}
    />,
  );
  return { send, ...view };
}
const time = () => screen.getByLabelText<HTMLInputElement>(/Time to fill/);
const press = (name: string | RegExp) =>
  act(async () => fireEvent.click(screen.getByRole("button", { name })));
const keep = () => act(async () => fireEvent.submit(time().closest("form")!));
/** What the server makes of what the meter sent. */
const decided = (desk: Desk, wish: Asked): Sent => {
  const decision = desk.try(wish as Parameters<Desk["try"]>[0]);
  return decision.ok ? { ok: true } : { ...decision, why: "refused" };
};

beforeEach(() => {
  now = Date.UTC(2026, 10, 25, 9);
});

describe("the flow meter", () => {
  it("goes on timing the container after the phone was put away", async () => {
    const at = atTrickle();
    const first = meter(at);
    await press("Start the stopwatch");
    first.unmount();
    now += 30_000;
    meter(at);
    await press(/Full: stop/);
    expect(time().value).toBe("30.0 s");
  });

  it("reads a bare number as seconds, and half a container a minute as outside the band", async () => {
    const { desk, id } = atTrickle();
    meter({ desk, id }, (wish) => decided(desk, wish));
    fireEvent.change(screen.getByLabelText(/Container/), { target: { value: "1 L" } });
    fireEvent.change(time(), { target: { value: "30" } });
    await keep();
    const [reading] = readingsOf(desk.job, id);
    expect(reading!.derived[0]).toMatchObject({ value: expect.closeTo(2, 9) as number, quantity: "flow" });
    expect(reading!.verdict.level).toBe("Good");
    expect(stepState(desk.job, id).clock!.countingSince).toBeDefined();
  });

  it("says beside the field that nothing fills in no time, and keeps what was typed", async () => {
    const { desk, id } = atTrickle();
    const { send } = meter({ desk, id }, (wish) => decided(desk, wish));
    fireEvent.change(time(), { target: { value: "0" } });
    await keep();
    expect(send).toHaveBeenCalledTimes(1);
    expect(readingsOf(desk.job, id)).toHaveLength(0);
    expect(time().value).toBe("0");
    expect(time().getAttribute("aria-invalid")).toBe("true");
  });

  it("corrects a misread flow only with a reason", async () => {
    const { desk, id } = atTrickle();
    const first = meter({ desk, id }, (wish) => decided(desk, wish));
    fireEvent.change(time(), { target: { value: "1:30" } });
    await keep();
    first.unmount();
    const { send } = meter({ desk, id }, (wish) => decided(desk, wish));
    expect(screen.getByText(/90 s/)).toBeTruthy();
    await press("Measure the flow again");
    fireEvent.click(screen.getByRole("checkbox"));
    fireEvent.change(time(), { target: { value: "5 min" } });
    await keep();
    expect(send.mock.results).toHaveLength(1);
    expect(readingsOf(desk.job, id)).toHaveLength(1);
    fireEvent.change(screen.getByLabelText(/Why is it corrected/), { target: { value: "Misread the jug" } });
    await keep();
    expect(send.mock.calls[1]![0]).toMatchObject({ why: "Misread the jug", values: { time: "5 min" } });
  });
});
