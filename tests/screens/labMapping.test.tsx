import { act, fireEvent, render, screen, within } from "@testing-library/react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import { labNames } from "@/catalogue/labNames";
import { labTable, type LabChoice } from "@/core/water/lab";
import { LabMapping } from "@/phases/site/LabMapping";
import { cellsOf } from "@/phases/site/labText";
import type { TakenReport } from "@/phases/site/useTakeReport";

const taken: TakenReport[] = [];
vi.mock("@/phases/site/useTakeReport", () => ({
  useTakeReport: () => (report: TakenReport) => {
    taken.push(report);
    return Promise.resolve({ ok: true, seq: 1, head: "h" });
  },
}));
const remember = vi.fn((_labels: unknown) => Promise.resolve());
vi.mock("@/phases/site/actions", () => ({ rememberReportLabels: (labels: unknown) => remember(labels) }));

beforeEach(() => {
  taken.length = 0;
  remember.mockClear();
});

function mapping(report: string, remembered: Readonly<Record<string, LabChoice>> = {}) {
  const done = vi.fn();
  render(
    <LabMapping
      jobId="job1"
      table={labTable(cellsOf(report), report, labNames)}
      source="paste"
      remembered={remembered}
      profile="metric"
      onDone={done}
    />,
  );
  return done;
}
const line = (key: string) => document.querySelector<HTMLElement>(`[data-lab="${key}"]`)!;
const lines = () => [...document.querySelectorAll<HTMLElement>("[data-lab]")].map((x) => x.dataset.lab!);
const takeIn = () => screen.getByRole<HTMLButtonElement>("button", { name: /^Take / });
const choose = (label: string | RegExp, value: string) =>
  act(async () => fireEvent.change(screen.getByLabelText(label), { target: { value } }));

const plainReport = "Parameter\tResult\tUnit\nIron\t0.12\tmg/L\npH\t7.2\t\nColour of the well\tgreen\t\n";

describe("a report as it is understood", () => {
  it("shows each line, and keeps what no question asks for", async () => {
    const done = mapping(plainReport);
    expect(lines()).toHaveLength(3);
    expect(document.body.textContent).toContain("not known here: kept as written");
    expect(takeIn().textContent).toBe("Take 2 values in");
    await act(async () => fireEvent.click(takeIn()));
    expect(taken).toHaveLength(1);
    expect(Object.keys(taken[0]!.values).sort()).toEqual(["water.iron", "water.ph"]);
    expect(taken[0]!.left).toEqual([{ label: "Colour of the well", raw: "green" }]);
    expect(done).toHaveBeenCalled();
  });

  it("lists what it could not read of pasted lines, and nothing where it read all", () => {
    mapping("Iron: 0.35 mg/L\nthe water smells at times\npH 7.2");
    expect(document.querySelector("[data-unread]")!.textContent).toMatch(
      /One line was not read.*smells at times/,
    );
    document.body.innerHTML = "";
    mapping(plainReport);
    expect(document.querySelector("[data-unread]")).toBeNull();
  });

  it("takes nothing in while a line is unclear, and asks in words", async () => {
    mapping("Parameter\tResult\tUnit\nIron\t0.12\tmg/L\nNitrate\t11\tmg/L\n");
    const asked = document.querySelector<HTMLElement>("[data-asks]")!;
    expect(takeIn().disabled).toBe(true);
    expect(document.body.textContent).toContain("1 line is unclear");
    const nitrate = within(asked).getAllByRole("button");
    expect(nitrate.map((b) => b.textContent)).toEqual(["as NO3", "as N"]);
    await act(async () => fireEvent.click(nitrate[1]!));
    expect(document.querySelector("[data-asks]")).toBeNull();
    expect(takeIn().disabled).toBe(false);
    await act(async () => fireEvent.click(takeIn()));
    expect(taken[0]!.values["water.nitrateAs"]).toBe("N");
  });

  it("asks for a unit where the report gives none, and never guesses it", async () => {
    mapping("Parameter\tResult\nIron\t0.12\n");
    expect(document.body.textContent).toContain("Choose its unit");
    await choose(/^Unit of Iron/, "mg/L");
    expect(takeIn().textContent).toBe("Take 1 value in");
  });

  it("remembers what was said of a label, and nothing that was not said", async () => {
    mapping(plainReport);
    await choose("Colour of the well means", "none");
    await act(async () => fireEvent.click(takeIn()));
    const labels = remember.mock.calls[0]![0] as readonly { label: string; field: string }[];
    expect(labels.map((l) => l.field)).toEqual(["none"]);
  });

  it("uses what was remembered of a label without asking", () => {
    mapping("Parameter\tResult\tUnit\nIron\t0.12\tmg/L\n");
    const key = lines()[0]!;
    expect(line(key).textContent).toContain("0.12");
    document.body.innerHTML = "";
    mapping("Parameter\tResult\tUnit\nIron\t0.12\tmg/L\n", { [key]: { field: "none" } });
    expect(line(key).textContent).toContain("left out");
    expect(takeIn().disabled).toBe(true);
  });
});
