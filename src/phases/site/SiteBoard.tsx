"use client";
import { useRouter } from "next/navigation";
import { createContext, useContext, useMemo, useRef, useState, type ComponentProps } from "react";
import { JobShell } from "../job/JobShell";
import { FindingsView } from "./FindingsView";
import type { SiteShown } from "./shown";

/** How long after the last answer the page itself is asked for again: its questions depend on one another, its verdicts came with the answer. */
const REST = 500;

/** Hears what an answer changed; absent on pages that do not show it. */
const Heard = createContext<((shown: SiteShown) => void) | undefined>(undefined);
/** Hears what an answer changed; undefined on pages that do not show it. */
export const useSiteHeard = () => useContext(Heard);

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
  return (
    <Heard value={hear}>
      <JobShell {...frame} phase="site" stations={shown.stations}>
        <div className="grid gap-10 xl:grid-cols-[1fr_300px]">
          <div>{children}</div>
          <div
            className="xl:sticky xl:top-4 xl:max-h-[calc(100vh-2rem)] xl:self-start xl:overflow-y-auto"
            tabIndex={0}
            role="region"
            aria-label="Findings"
          >
            <FindingsView findings={shown.findings} />
          </div>
        </div>
      </JobShell>
    </Heard>
  );
}
