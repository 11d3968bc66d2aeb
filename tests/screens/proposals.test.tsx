import { cleanup, fireEvent, render, screen } from "@testing-library/react";
import { afterEach, describe, expect, it, vi } from "vitest";
import { facts } from "../../scripts/bench-house";
import { prices } from "@/catalogue/prices";
import { unitModels } from "@/catalogue/units";
import { plannersSearch, proposeTrains, type ProposeInput } from "@/core/train";
import { value } from "@/core/units";
import { Proposals } from "@/phases/train/Proposals";
import { knowledge } from "../unit/desk";

vi.mock("next/navigation", () => ({ useRouter: () => ({ push: () => undefined }) }));

/** What the page asked of the search, in its order; a search to the end stays at work until it is stopped. */
const asked: (number | undefined)[] = [];
const stopped = vi.fn();
vi.mock("@/phases/train/work", () => ({
  useProposals: (_key: string, input: ProposeInput) => {
    asked.push(input.effort);
    return input.effort === undefined
      ? [{ is: "working", judged: 12_000 }, stopped]
      : [{ is: "done", result: proposeTrains(input) }, stopped];
  },
}));

const hard: ProposeInput = {
  schools: knowledge.schoolsWith({}),
  tables: knowledge.tables,
  prices,
  catalogue: [...unitModels.values()],
  withRo: false,
  ...plannersSearch,
  effort: 300,
  facts: {
    ...facts,
    source: "well",
    wellCutIn: 300,
    water: {
      ...facts.water,
      coliform: "present",
      iron: value(2.5),
      manganese: value(0.2),
      sulphide: value(0.4),
      tannin: value(0.8),
      ph: value(6.3),
      chlorine: value(0),
    },
  },
};
afterEach(cleanup);

describe("proposals that are not proved to be the best", () => {
  it("can be searched to the end, and stopped on the way back to what was found", () => {
    render(
      <Proposals
        jobId="j"
        input={hard}
        profile="us"
        seen={1}
        currency="EUR"
        has={false}
        readOnly={false}
        asked={{ way: "best", withRo: false, isCheapFirst: false, isHard: undefined }}
      />,
    );
    const gap = () => document.querySelector("[data-gap]");
    expect(gap()?.textContent).toMatch(
      /Not proved to be the best: the first train counts \d+ (Stop|Check|Unknown)s?,? .* may count \d+ (Stop|Check|Unknown)s?, not less/,
    );
    expect(gap()?.textContent).toContain("Of lines of up to 5 units none is better.");
    expect(asked.at(-1)).toBe(300);
    fireEvent.click(screen.getByRole("button", { name: "Search to the end" }));
    expect(asked.at(-1)).toBeUndefined();
    expect(screen.getByRole("status").textContent).toContain("12,000 placements judged so far");
    fireEvent.click(screen.getByRole("button", { name: "Stop" }));
    expect(asked.at(-1)).toBe(300);
    expect(gap()).not.toBeNull();
    expect(stopped).not.toHaveBeenCalled();
  });
});
