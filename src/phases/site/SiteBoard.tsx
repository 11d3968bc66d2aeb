"use client";
import { useRouter } from "next/navigation";
import { createContext, Activity, useContext, useMemo, useRef, useState, type ComponentProps } from "react";
import type { Findings } from "@/core/record/findings";
import { Announced } from "@/ui/Announced";
import { JobShell } from "../job/JobShell";
import { FindingsView } from "./FindingsView";
import type { SiteShown } from "./shown";

/**
 * How long after the last answer the page itself is asked for again: its questions depend on one another,
 * its verdicts came with the answer.
 */
const REST = 500;

interface Board {
  /** Takes in what an answer changed. */
  readonly hear: (shown: SiteShown) => void;
  /** The entry up to which the page knows its job, as it was loaded last. */
  readonly loadedSeq: number;
}
const BoardContext = createContext<Board | undefined>(undefined);
/** What an answer of the survey has to do with its page; undefined on pages that do not show what it changes. */
export const useSiteBoard = () => useContext(BoardContext);

const FoundContext = createContext<Findings | undefined>(undefined);
/**
 * What is found so far, which stands beside the answers that it rests on. It is no part of the board, so
 * that news of it draws no question anew.
 */
export const useFindings = () => useContext(FoundContext);

/** The findings in one sentence, for who has the page read aloud. */
function told({ needs, open }: Findings): string {
  const needed = needs.map((n) => n.what).join(", ") || "nothing yet";
  return `Needed: ${needed}. ${open.length} ${open.length === 1 ? "question is" : "questions are"} open`;
}

/** The survey between its Line and its findings, which change with each answer as soon as the server has taken it. */
export function SiteBoard({
  frame,
  shown: loaded,
  children,
}: {
  frame: Omit<ComponentProps<typeof JobShell>, "phase" | "stations" | "children">;
  shown: SiteShown;
  children: React.ReactNode;
}) {
  const router = useRouter();
  const [heard, setHeard] = useState(loaded);
  // The page as it was loaded and an answer's own news overtake each other: the later entry counts.
  const shown = heard.seq > loaded.seq ? heard : loaded;
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const hear = useMemo(
    () => (news: SiteShown) => {
      setHeard((had) => (news.seq > had.seq ? news : had));
      clearTimeout(timer.current);
      timer.current = setTimeout(() => router.refresh(), REST);
    },
    [router],
  );
  const board = useMemo(() => ({ hear, loadedSeq: loaded.seq }), [hear, loaded.seq]);
  return (
    <BoardContext value={board}>
      <JobShell {...frame} phase="site" stations={shown.stations}>
        <Announced text={told(shown.findings)} />
        <div className="grid gap-10 xl:grid-cols-[1fr_300px]">
          <FoundContext value={shown.findings}>
            <div>{children}</div>
          </FoundContext>
          <div
            className="xl:sticky xl:top-4 xl:max-h-[calc(100vh-2rem)] xl:self-start xl:overflow-y-auto"
            tabIndex={0}
            role="region"
            aria-label="Findings"
          >
            <Activity>
              <FindingsView findings={shown.findings} />
            </Activity>
          </div>
        </div>
      </JobShell>
    </BoardContext>
  );
}
