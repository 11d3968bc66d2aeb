import { render, waitFor } from "@testing-library/react";
import { renderToString } from "react-dom/server";
import { describe, expect, it } from "vitest";
import { StepList } from "@/phases/run/StepList";
import { running } from "../unit/desk";

const { job } = running();
const steps = job.run!.steps;
const list = (current: string) => (
  <StepList
    steps={steps}
    job={job}
    now={Date.UTC(2026, 10, 25, 9)}
    current={current}
    choose={() => undefined}
    finished={0}
  />
);
const idsIn = (html: string) => [...html.matchAll(/href="\?step=([^"]+)"/g)].map((m) => m[1]);

describe("the list of a run's steps", () => {
  it("comes with the page around the step at hand, as links, and whole once the page rests", async () => {
    expect(steps.length).toBeGreaterThan(30);
    const at = 20;
    const sent = idsIn(renderToString(list(steps[at]!.id)));
    expect(sent).toEqual(steps.slice(at - 4, at + 11).map((s) => s.id));
    render(list(steps[at]!.id));
    const shown = () =>
      [...document.querySelectorAll("a[href^='?step=']")].map((a) => a.getAttribute("href"));
    await waitFor(() => expect(shown()).toEqual(steps.map((s) => `?step=${s.id}`)), { timeout: 10_000 });
  });

  it("begins at its beginning and ends at its end", () => {
    expect(idsIn(renderToString(list(steps[1]!.id)))[0]).toBe(steps[0]!.id);
    expect(idsIn(renderToString(list(steps.at(-1)!.id))).at(-1)).toBe(steps.at(-1)!.id);
    // A step that is no longer there.
    expect(idsIn(renderToString(list("gone")))[0]).toBe(steps[0]!.id);
  });
});
