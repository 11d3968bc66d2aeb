import { render } from "@testing-library/react";
import { describe, expect, it } from "vitest";
import { cautions } from "@/catalogue/cautions";
import { sayFor, sayText } from "@/core/words";
import { StepWords } from "@/phases/run/StepWords";
import { runOf } from "../unit/desk";

const { steps } = runOf(["CT-1054", "SC-24", "UV-45", "RO-T5"]).job.run!;
const printed = (system: "us" | "metric") =>
  Object.fromEntries(Object.entries(cautions).map(([id, text]) => [id, sayText(text, sayFor(system))]));
/** Every word that a run's steps put on the screen in one unit system. */
const words = (system: "us" | "metric"): string =>
  steps
    .map((step) => {
      const { container, unmount } = render(
        <StepWords step={step} profile={system} cautions={printed(system)} />,
      );
      const text = container.textContent!;
      unmount();
      return text;
    })
    .join("\n");

describe("the words of a run's steps", () => {
  const [us, metric] = [words("us"), words("metric")];
  /** Pipe and tube are called by their nominal size in either system. */
  const withoutSizes = (text: string) =>
    text.replace(
      /[\d/-]+ in (push-fit|pipe thread|O-ring nut|split ring|barb|hose thread|compression)/g,
      "$1",
    );
  it("speak one unit system", () => {
    // A number with its unit, but not the end of a unit's code: "UV-45 in service".
    expect(us).not.toMatch(/(?<![-\w/])\d[\d.,]* ?(mm|kg|kPa|L\/min|L|°C)\b/);
    expect(withoutSizes(metric)).not.toMatch(/(?<![-\w/])\d[\d.,]* ?(in|lb|psi|gpm|gal|°F)\b/);
  });
  it("have a figure at every place", () => {
    expect(us).not.toMatch(/\{[a-zA-Z]+\}/);
    expect(metric).not.toMatch(/\{[a-zA-Z]+\}/);
  });
  it("say what stands in the hands of who reads them", () => {
    expect(us).toContain("Level, 3 in free round it, 6 in over its head. Full it weighs 194 lb.");
    expect(metric).toContain("Level, 75 mm free round it, 150 mm over its head. Full it weighs 88 kg.");
    expect(us).toContain("Over 55 lb: two people or a trolley.");
    expect(metric).toContain("Over 25 kg: two people or a trolley.");
  });
});
