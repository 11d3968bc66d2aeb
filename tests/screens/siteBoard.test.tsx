import { act, render, screen } from "@testing-library/react";
import { useEffect } from "react";
import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Findings } from "@/core/record/findings";
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
const board = (seq: number) => (
  <SiteBoard frame={{ id: "job1", name: "Job", about: "", notices: [] }} shown={shown(seq)}>
    <Question />
  </SiteBoard>
);
const standing = () => document.querySelector("[data-findings]")!.textContent;

beforeEach(() => {
  vi.useFakeTimers();
  refresh.mockClear();
  return () => vi.useRealTimers();
});

describe("the survey's board", () => {
  it("shows what an answer changed at once, and asks for the page when the hand rests", () => {
    render(board(3));
    hear(shown(4));
    expect(standing()).toContain("hardness of entry 4");
    pass(300);
    hear(shown(5));
    pass(300);
    expect(refresh).not.toHaveBeenCalled();
    pass(300);
    expect(refresh).toHaveBeenCalledTimes(1);
  });

  it("keeps the later of two, in whatever order they come", () => {
    const { rerender } = render(board(3));
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
