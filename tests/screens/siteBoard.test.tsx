import { act, render, screen } from "@testing-library/react";
import { useEffect } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Findings } from "@/core/record/findings";
import type { SurveyField } from "@/core/site";
import { SurveyFieldRow } from "@/phases/site/SurveyFieldRow";
import type { SiteShown } from "@/phases/site/shown";
import { SiteBoard, useSiteBoard } from "@/phases/site/SiteBoard";

const refresh = vi.fn();
vi.mock("next/navigation", () => ({ useRouter: () => ({ refresh }) }));

/** What the page shows after entry `seq`, told apart by its hardness. */
const shown = (seq: number): SiteShown => ({
  seq,
  stations: [],
  findings: {
    hardness: `hardness of entry ${seq}`,
    needs: [],
    scalingMissing: [],
    open: [],
  } satisfies Findings,
});
/** What the page's questions hear with. */
const heard: { by?: (news: SiteShown) => void } = {};
function Question() {
  const by = useSiteBoard()?.hear;
  useEffect(() => {
    heard.by = by;
  }, [by]);
  return null;
}
const hear = (news: SiteShown) => act(() => heard.by!(news));
const pass = (ms: number) =>
  act(() => {
    vi.advanceTimersByTime(ms);
  });
/** The page with its Line, whose code comes once the page rests. */
async function opened(page: React.ReactNode) {
  const view = render(page);
  await act(async () => {
    await vi.advanceTimersByTimeAsync(300);
    await Promise.all([import("@/ui/line/Line"), import("@/ui/line/LineAcross")]);
  });
  return view;
}
const board = (seq: number) => (
  <SiteBoard frame={{ id: "job1", name: "Job", about: "", notices: [] }} shown={shown(seq)}>
    <Question />
  </SiteBoard>
);
/** A question whose answer found something, and one that is still to be asked. */
const finding: SiteShown = {
  seq: 9,
  stations: [],
  findings: {
    needs: [{ need: "softener", what: "Softener", because: "hardness 22 gpg", on: "water.hardness" }],
    scalingMissing: [],
    open: [
      {
        id: "iron-first",
        what: "whether iron is in the way: test",
        decides: "whether iron is in the way",
        missing: [{ id: "water.iron", label: "iron" }],
      },
    ],
  },
};
const standing = () => document.querySelector("[data-findings]")!.textContent;

beforeEach(() => {
  vi.useFakeTimers();
  refresh.mockClear();
  return () => vi.useRealTimers();
});

describe("the survey's board", () => {
  it("puts what was found beside the answer that it rests on, and what stays open beside the question", async () => {
    const field = (id: string, label: string) => (
      <SurveyFieldRow
        jobId="job1"
        field={{ id, label, kind: "text" } as SurveyField}
        saved=""
        profile="us"
        readOnly={false}
      />
    );
    await opened(
      <SiteBoard frame={{ id: "job1", name: "Job", about: "", notices: [] }} shown={finding}>
        {field("water.hardness", "Hardness")}
        {field("water.iron", "Iron")}
        {field("water.ph", "pH")}
      </SiteBoard>,
    );
    const found = (id: string) => document.querySelector(`[data-found="${id}"]`)?.textContent;
    expect(found("water.hardness")).toBe("Softener: hardness 22 gpg");
    expect(found("water.iron")).toBe("decides whether iron is in the way");
    expect(found("water.ph")).toBeUndefined();
  });

  it("shows what an answer changed at once, and asks for the page when the hand rests", async () => {
    await opened(board(3));
    hear(shown(4));
    expect(standing()).toContain("hardness of entry 4");
    pass(300);
    hear(shown(5));
    pass(300);
    expect(refresh).not.toHaveBeenCalled();
    pass(300);
    expect(refresh).toHaveBeenCalledTimes(1);
  });

  it("keeps the later of two, in whatever order they come", async () => {
    const { rerender } = await opened(board(3));
    hear(shown(7));
    hear(shown(6));
    expect(standing()).toContain("hardness of entry 7");
    rerender(board(5));
    expect(standing()).toContain("hardness of entry 7");
    rerender(board(8));
    expect(standing()).toContain("hardness of entry 8");
  });

  it("is not heard on a page that shows no findings", () => {
    render(<Question />);
    expect(heard.by).toBeUndefined();
    expect(screen.queryByText(/hardness of entry/)).toBeNull();
  });
});
