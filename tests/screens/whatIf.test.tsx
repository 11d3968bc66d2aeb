import { fireEvent, render, screen, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { knowledgeWith } from "@/catalogue/knowledge";
import { surveyFields } from "@/catalogue/survey";
import { unitModels } from "@/catalogue/units";
import type { Work } from "@/phases/train/work";
import type { Turn } from "@/core/train";
import { WhatIf } from "@/phases/train/WhatIf";
import { designed } from "../unit/desk";

let turns: Work<Turn[]> = { is: "working" } as Work<Turn[]>;
const stop = vi.fn();
vi.mock("@/phases/train/work", () => ({ useTurns: () => [turns, stop] }));

const { job } = designed();
const known = knowledgeWith();
const boosters = [...unitModels.values()].filter((u) => u.family === "booster");

function page() {
  render(
    <WhatIf
      jobId="job1"
      given={{
        answers: job.answers,
        units: job.units.map((unit) => ({ unit, model: unitModels.get(unit.model)! })),
        schools: known.schoolsWith({}),
        tables: known.tables,
        laid: undefined,
        profile: "us",
      }}
      boosters={boosters}
      seen={1}
    />,
  );
}
const flips = () => document.querySelector<HTMLElement>("[data-flips]")!;
const tryField = (field: string, text: string) => {
  fireEvent.change(screen.getByLabelText("A value of the survey"), { target: { value: field } });
  fireEvent.change(screen.getByLabelText(new RegExp(surveyFields.get(field)!.label)), {
    target: { value: text },
  });
};

beforeEach(() => {
  turns = { is: "working" } as Work<Turn[]>;
});

describe("what if", () => {
  it("says nothing turns before anything is tried", () => {
    page();
    expect(flips().textContent).toContain("Nothing is kept");
    expect(screen.queryByRole("button", { name: /Everything as surveyed/ })).toBeNull();
  });

  it("shows what a value would turn, at which unit and from what to what", () => {
    page();
    tryField("source.static", "95 psi");
    expect(within(flips()).getAllByRole("listitem").length).toBeGreaterThan(0);
    expect(flips().textContent).toMatch(/from (Good|Check|Unknown|Stop) to/);
    expect(flips().textContent).toContain("psi");
  });

  it("takes everything back", () => {
    page();
    tryField("source.static", "95 psi");
    fireEvent.click(screen.getByRole("button", { name: "Everything as surveyed and designed" }));
    expect(flips().textContent).toContain("Nothing is kept");
  });

  it("takes one value back, and offers it again", () => {
    page();
    tryField("water.iron", "2");
    const offered = () => screen.getByLabelText<HTMLSelectElement>("A value of the survey");
    expect([...offered().options].some((o) => o.value === "water.iron")).toBe(false);
    fireEvent.click(screen.getByRole("button", { name: "As surveyed" }));
    expect([...offered().options].some((o) => o.value === "water.iron")).toBe(true);
    expect(flips().textContent).toContain("Nothing is kept");
  });

  it("says what is not understood beside the value, and judges without it", () => {
    page();
    tryField("source.static", "strong");
    expect(document.querySelector("[data-try] [aria-invalid=true]")).not.toBeNull();
    expect(flips().textContent).toContain("No verdict turns");
  });

  it("leaves a unit out without telling of its own verdicts", () => {
    page();
    fireEvent.click(screen.getByRole("button", { name: "SF-150" }));
    expect(screen.getByRole("button", { name: "✓ SF-150" }).getAttribute("aria-pressed")).toBe("true");
    expect(flips().textContent).not.toContain("SF-150, from");
    fireEvent.click(screen.getByRole("button", { name: "✓ SF-150" }));
    expect(flips().textContent).toContain("Nothing is kept");
  });

  it("tries a booster ahead of the RO: more pressure there, so more water", () => {
    page();
    fireEvent.change(screen.getByLabelText("A booster ahead of the RO"), {
      target: { value: boosters[0]!.code },
    });
    const moved = within(flips()).getByRole("table");
    expect(moved.textContent).toContain("RO-T5, ");
  });

  it("lets the search for the nearest turns be stopped, and says how it ended", () => {
    page();
    fireEvent.click(screen.getByRole("button", { name: "Stop" }));
    expect(stop).toHaveBeenCalledTimes(1);
    turns = { is: "failed" } as Work<Turn[]>;
    fireEvent.click(screen.getByRole("button", { name: "SF-150" }));
    expect(document.body.textContent).toContain("could not be worked out in this browser");
  });
});
