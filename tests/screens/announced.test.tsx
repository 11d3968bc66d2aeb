import { act, render } from "@testing-library/react";
import { beforeEach, describe, expect, it } from "vitest";
import { RunAnnounced } from "@/phases/run/RunAnnounced";
import { Announced } from "@/ui/Announced";
import { running, work, type Desk } from "../unit/desk";

const said = (n = 0) => document.querySelectorAll("[data-announced]")[n]!.textContent;
beforeEach(() => {
  document.body.innerHTML = "";
});

describe("what is said aloud", () => {
  it("is nothing that stood there when the page came, and each change once", () => {
    const view = render(<Announced text="The design is now Good" />);
    expect(said()).toBe("");
    view.rerender(<Announced text="The design is now Stop" />);
    expect(said()).toBe("The design is now Stop");
    const first = document.querySelector("[data-announced] span");
    view.rerender(<Announced text="The design is now Stop" />);
    expect(document.querySelector("[data-announced] span")).toBe(first);
    view.rerender(<Announced text="The design is now Good" />);
    expect(said()).toBe("The design is now Good");
  });

  it("is said again where it reads the same and is of something else", () => {
    const view = render(<Announced id="a" text="Good: clear" />);
    view.rerender(<Announced id="b" text="Good: clear" />);
    const first = document.querySelector("[data-announced] span");
    expect(said()).toBe("Good: clear");
    view.rerender(<Announced id="c" text="Good: clear" />);
    expect(document.querySelector("[data-announced] span")).not.toBe(first);
  });
});

describe("a run that is heard", () => {
  const shown = (desk: Desk) => <RunAnnounced job={desk.job} now={desk.now} profile="metric" />;
  it("says the verdict of a reading, and a clock that has run, each once", async () => {
    const desk = running();
    const trickle = desk.job.run!.steps.find((s) => s.flow?.band)!;
    work(desk, trickle.id);
    const view = render(shown(desk));
    expect([said(0), said(1)]).toEqual(["", ""]);
    desk.do({ kind: "clockStarted", step: trickle.id });
    const { low, high } = trickle.flow!.band!;
    desk.do({
      kind: "readingTaken",
      reading: "r1",
      reads: "timedFlow",
      step: trickle.id,
      place: trickle.flow!.to,
      instrument: "Container and stopwatch",
      when: "after",
      values: { volume: "10 L", time: `${(10 / ((low + high) / 2)).toFixed(2)} min` },
      profile: "metric",
    });
    await act(async () => view.rerender(shown(desk)));
    expect(said(0)).toMatch(/^Good: /);
    expect(said(1)).toBe("");
    desk.now += 3 * 3_600_000;
    await act(async () => view.rerender(shown(desk)));
    expect(said(1)).toBe(`${trickle.title}: its time has run`);
  });
});
