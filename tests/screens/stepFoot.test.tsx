import { act, fireEvent, render, screen } from "@testing-library/react";
import { describe, expect, it, vi } from "vitest";
import type { JobState } from "@/core/job";
import type { Role } from "@/core/job/job";
import { clockOf, maySkip, type Step } from "@/core/run/step";
import type { Asked } from "@/phases/job/send";
import { StepFoot } from "@/phases/run/StepFoot";
import type { Run, Sent } from "@/phases/run/run";
import type { StepMovesOf } from "@/phases/run/useStepMoves";
import { type Desk, imke, MIN, running, ulidAt, work } from "../unit/desk";

const steps = running().job.run!.steps;
const stepWhere = (wanted: (s: Step) => boolean): Step => steps.find(wanted)!;
/** A run worked up to a step. */
const upTo = (step: Step): Desk => work(running(), step.id);

interface Shown {
  readonly readOnly?: boolean;
  readonly moves?: Partial<StepMovesOf>;
  readonly isNext?: boolean;
  readonly goNext?: () => void;
  readonly outcome?: Sent;
  readonly role?: Role;
}
function shown(job: JobState, step: Step, now: number, over: Shown = {}) {
  const send = vi.fn<(wish: Asked) => Promise<Sent>>(() => Promise.resolve(over.outcome ?? { ok: true }));
  const onFinished = vi.fn();
  const markListed = vi.fn();
  const moves: StepMovesOf = {
    order: { is: "idle" },
    looking: false,
    mustListen: false,
    markListed,
    withListed: (words) => words,
    ...over.moves,
  };
  render(
    <StepFoot
      step={step}
      job={job}
      now={now}
      zone="Europe/Amsterdam"
      readOnly={over.readOnly ?? false}
      run={{ job, send, by: { ...imke, role: over.role ?? "planner" } } as unknown as Run}
      moves={moves}
      onFinished={onFinished}
      formId="01PLAIN"
      isNext={over.isNext ?? true}
      goNext={over.goNext}
    />,
  );
  return { send, onFinished, markListed };
}
const names = () => screen.getAllByRole("button").map((b) => b.textContent);
const button = (name: string | RegExp) => screen.getByRole<HTMLButtonElement>("button", { name });
// The form that asks for a reason comes when it is first wanted.
const press = (name: string | RegExp) =>
  act(async () => {
    fireEvent.click(button(name));
    await import("@/phases/run/ReasonForm");
  });

describe("the foot of a plain step", () => {
  const step = stepWhere((s) => s.kind === "do" && clockOf(s) === undefined && maySkip(s));
  const desk = upTo(step);

  it("finishes it, marks what was listed as turned, and makes room for the next", async () => {
    const { send, onFinished, markListed } = shown(desk.job, step, desk.now);
    await press("Done");
    expect(markListed).toHaveBeenCalledOnce();
    expect(send).toHaveBeenCalledWith({ kind: "stepDone", step: step.id });
    expect(onFinished).toHaveBeenCalledOnce();
  });

  it("waits while an order of moves is looked for", () => {
    shown(desk.job, step, desk.now, { moves: { looking: true } });
    expect(button("Done").disabled).toBe(true);
  });

  it("names the moves that it marks too", () => {
    shown(desk.job, step, desk.now, { moves: { withListed: (words) => `All turned; ${words}` } });
    expect(button("All turned; Done")).toBeTruthy();
  });

  it("is skipped only with a reason, and stays where that is refused", async () => {
    const refused: Sent = { ok: false, why: "refused", error: "A hold cannot be skipped" };
    const { send, onFinished } = shown(desk.job, step, desk.now, { outcome: refused });
    await press("Skip with a reason");
    fireEvent.change(screen.getByLabelText("Why is it skipped?"), {
      target: { value: "No key to the cellar" },
    });
    await act(async () => fireEvent.submit(screen.getByRole("textbox").closest("form")!));
    expect(send).toHaveBeenCalledWith({ kind: "stepSkipped", step: step.id, why: "No key to the cellar" });
    expect(onFinished).not.toHaveBeenCalled();
    expect(screen.getByText("A hold cannot be skipped")).toBeTruthy();
  });

  it("offers the other open step only where it is not this one", async () => {
    const goNext = vi.fn();
    shown(desk.job, step, desk.now, { goNext, isNext: false });
    await press("Other work meanwhile");
    expect(goNext).toHaveBeenCalledOnce();
    document.body.innerHTML = "";
    shown(desk.job, step, desk.now, { goNext, isNext: true });
    expect(names()).not.toContain("Other work meanwhile");
  });

  it("has nothing to press for who only looks on", () => {
    shown(desk.job, step, desk.now, { readOnly: true });
    expect(screen.queryByRole("button")).toBeNull();
    expect(document.body.textContent).toBe("You are looking on: only the crew can press here.");
  });
});

describe("the foot of a step that waits for another", () => {
  it("names it, and lets nothing be finished or skipped", () => {
    const desk = running();
    const step = stepWhere((s) => s.needs.length > 0 && s.id !== steps[0]!.id);
    shown(desk.job, step, desk.now);
    const [first] = step.needs;
    expect(document.body.textContent).toContain(`Waits for: ${steps.find((s) => s.id === first)!.title}`);
    expect(screen.queryByRole("button")).toBeNull();
  });
});

describe("the foot of a check", () => {
  const step = stepWhere((s) => s.kind === "check" && !s.check!.photo);
  const desk = upTo(step);

  it("is answered No with what is wrong, which stays at the step", async () => {
    const { send, onFinished } = shown(desk.job, step, desk.now);
    await press("No, this is wrong");
    fireEvent.change(screen.getByLabelText(/^What is wrong/), { target: { value: "The elbow weeps" } });
    await act(async () => fireEvent.submit(screen.getByLabelText(/^What is wrong/).closest("form")!));
    expect(send).toHaveBeenCalledWith({
      kind: "openPointAdded",
      point: expect.any(String) as string,
      text: "The elbow weeps",
      who: "Imke Vos",
      step: step.id,
    });
    expect(onFinished).not.toHaveBeenCalled();
  });

  it("is answered Yes as put right once something was wrong", async () => {
    const wrong = { point: ulidAt(870_001), text: "The elbow weeps", who: "Imke Vos", step: step.id };
    const { job } = upTo(step).do({ kind: "openPointAdded", ...wrong });
    const { send } = shown(job, step, desk.now);
    expect(document.body.textContent).toContain("Wrong: The elbow weeps (Imke Vos)");
    await press("Put right: yes, checked");
    expect(send).toHaveBeenCalledWith({ kind: "stepDone", step: step.id });
  });
});

describe("the foot of a hold", () => {
  it("is signed, and cannot be skipped", () => {
    const step = stepWhere((s) => s.kind === "hold");
    const desk = upTo(step);
    shown(desk.job, step, desk.now);
    expect(names()).toContain("Sign this hold");
    expect(names()).not.toContain("Skip with a reason");
  });
});

describe("the foot of a flow", () => {
  const step = stepWhere((s) => s.kind === "flow" && s.flow!.band !== undefined);

  const end = step.flow!.until ? "Water is clear" : "Flow is done";

  it("starts its clock first; its end comes after", async () => {
    const desk = upTo(step);
    const { send, markListed } = shown(desk.job, step, desk.now);
    expect(names()[0]).toBe("Water is running");
    expect(names()).not.toContain(end);
    await press("Water is running");
    expect(markListed).toHaveBeenCalledOnce();
    expect(send).toHaveBeenCalledWith({ kind: "clockStarted", step: step.id });
  });

  it("says why it cannot end yet, and pauses when the water stops", async () => {
    const desk = upTo(step);
    desk.do({ kind: "clockStarted", step: step.id });
    const { send } = shown(desk.job, step, desk.now);
    expect(button(end).disabled).toBe(true);
    expect(document.body.textContent).toContain("Its time has not run yet");
    await press("Water stopped: pause");
    expect(send).toHaveBeenCalledWith({ kind: "clockPaused", step: step.id });
  });

  it("goes on by its words once it was paused", async () => {
    const desk = upTo(step);
    desk.do({ kind: "clockStarted", step: step.id });
    desk.now += MIN;
    desk.do({ kind: "clockPaused", step: step.id });
    shown(desk.job, step, desk.now);
    expect(names()[0]).toBe("Water runs again");
  });
});

describe("the foot of a soak", () => {
  const step = stepWhere((s) => s.kind === "soak");

  it("starts once and is never paused", () => {
    const desk = upTo(step);
    shown(desk.job, step, desk.now);
    expect(names()[0]).toBe("Soak starts now");
    document.body.innerHTML = "";
    desk.do({ kind: "clockStarted", step: step.id });
    shown(desk.job, step, desk.now);
    expect(names()[0]).toBe("Soak is over, go on");
    expect(button("Soak is over, go on").disabled).toBe(true);
    document.body.innerHTML = "";
    shown(desk.job, step, desk.now + clockOf(step)!);
    expect(button("Soak is over, go on").disabled).toBe(false);
  });

  it("is skipped by the office alone: who is on site reads who may", () => {
    const desk = upTo(step);
    shown(desk.job, step, desk.now, { role: "installer" });
    expect(names()).not.toContain("Skip with a reason");
    expect(document.body.textContent).toContain("Only a planner or an owner can skip a soak");
    document.body.innerHTML = "";
    shown(desk.job, step, desk.now, { role: "owner" });
    expect(names()).toContain("Skip with a reason");
  });
});

describe("the foot of a step that counts", () => {
  const step = stepWhere((s) => s.cycle !== undefined);

  it("counts one filling after the other, and ends when all are thrown away", async () => {
    const desk = upTo(step);
    if (clockOf(step) !== undefined) desk.do({ kind: "clockStarted", step: step.id });
    for (let cycle = 1; cycle <= step.cycle!.count; cycle += 1) {
      const { send } = shown(desk.job, step, desk.now);
      expect(names()).not.toContain("Discards are done");
      await press(`Filled, emptied and discarded: ${cycle}`);
      expect(send).toHaveBeenCalledWith({ kind: "cycleCounted", step: step.id, cycle });
      desk.do({ kind: "cycleCounted", step: step.id, cycle });
      document.body.innerHTML = "";
    }
    shown(desk.job, step, desk.now);
    expect(names()).toContain("Discards are done");
    expect(names().some((n) => n?.startsWith("Filled"))).toBe(false);
  });
});

describe("the foot of a step that is over", () => {
  const step = stepWhere((s) => s.kind === "do" && clockOf(s) === undefined && maySkip(s));

  it("says who ended it and when, and is undone only with a reason", async () => {
    const desk = upTo(step);
    desk.do({ kind: "stepDone", step: step.id });
    const { send } = shown(desk.job, step, desk.now);
    expect(document.body.textContent).toMatch(/^Done by Imke Vos, \d\d:\d\d/);
    await press("Undo this step");
    fireEvent.change(screen.getByLabelText("Why is it undone?"), { target: { value: "Pressed by mistake" } });
    await act(async () => fireEvent.submit(document.querySelector("form")!));
    expect(send).toHaveBeenCalledWith({ kind: "stepUndone", step: step.id, why: "Pressed by mistake" });
  });

  it("says why it was skipped, and leads on", async () => {
    const desk = upTo(step);
    desk.do({ kind: "stepSkipped", step: step.id, why: "No key to the cellar" });
    const goNext = vi.fn();
    shown(desk.job, step, desk.now, { goNext });
    expect(document.body.textContent).toContain("Skipped by Imke Vos: No key to the cellar");
    await press("Go to the next open step");
    expect(goNext).toHaveBeenCalledOnce();
  });

  it("cannot be undone by who only looks on", () => {
    const desk = upTo(step);
    desk.do({ kind: "stepDone", step: step.id });
    shown(desk.job, step, desk.now, { readOnly: true });
    expect(screen.queryByRole("button")).toBeNull();
  });
});
