"use client";
import type { Route } from "next";
import { useEffect, useState } from "react";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { VerdictMark } from "@/ui/VerdictMark";
import type { WallAsked } from "../fit/wallAsked";
import { remedyWords } from "../fit/words";
import { usePlacing } from "../fit/work";

interface Asking {
  readonly jobId: string;
  /** A design as it stands in an address. */
  readonly design: string;
  readonly profile: UnitSystem;
  /** Others are looked for first. */
  readonly waits: boolean;
  readonly onDone: () => void;
}

/** So many of what would let it stand. */
const MOST = 2;

/** Looks for places on a wall, and says whether there are any. */
function Placed({
  asked: { wall, units, codes },
  profile,
  onDone,
}: { asked: Extract<WallAsked, { is: "known" }> } & Pick<Asking, "profile" | "onDone">) {
  const { state, begin } = usePlacing(wall, units);
  const [work] = useState(() => ({ begin, onDone }));
  useEffect(() => {
    void work.begin().finally(work.onDone);
  }, [work]);
  if (state.is === "failed")
    return (
      <VerdictMark level="Unknown">whether it goes on the wall: not computed in this browser</VerdictMark>
    );
  if (state.is !== "done") return <span className="text-soft">Looking for places on the wall…</span>;
  const { best, isBest, remedies } = state.found;
  if (best) return <VerdictMark level="Good">goes on the surveyed wall</VerdictMark>;
  if (!isBest)
    return (
      <VerdictMark level="Unknown">whether it goes on the wall: no place was found in the time</VerdictMark>
    );
  const nameOf = (key: string) => codes[key] ?? key;
  const said = remedies.slice(0, MOST).map((r) => remedyWords(r, nameOf, profile));
  const why = said.length > 0 ? said : ["no single change was found that lets it"];
  return <VerdictMark level="Stop">{["does not go on the surveyed wall", ...why].join("; ")}</VerdictMark>;
}

type Answer = WallAsked | { readonly is: "waiting" | "failed" };

/** Asks for the job's wall with the units of a design, once its turn has come. */
function useWallAsked({ jobId, design, waits }: Pick<Asking, "jobId" | "design" | "waits">): Answer {
  const [answer, setAnswer] = useState<Answer>({ is: "waiting" });
  useEffect(() => {
    if (waits) return;
    const left = new AbortController();
    const address = `/api/jobs/${jobId}/fit?design=${encodeURIComponent(design)}`;
    void fetch(address, { signal: left.signal })
      .then(async (r) => (r.ok ? ((await r.json()) as WallAsked) : { is: "failed" as const }))
      .catch(() => ({ is: "failed" as const }))
      .then((found) => {
        if (!left.signal.aborted) setAnswer(found);
      });
    return () => left.abort();
  }, [jobId, design, waits]);
  return answer;
}

const whether = "whether it goes on the wall";

/** What can be said of a wall, or why nobody can. */
function Said({ answer, jobId, ...on }: { answer: Answer } & Pick<Asking, "jobId" | "profile" | "onDone">) {
  switch (answer.is) {
    case "known":
      return <Placed asked={answer} {...on} />;
    case "faulty":
      return <VerdictMark level="Stop">{answer.fault}</VerdictMark>;
    case "unmeasured":
      return (
        <VerdictMark level="Unknown">
          {`${whether}: size or ports of ${answer.codes.join(", ")} are not in the catalogue`}
        </VerdictMark>
      );
    case "notMeasured":
      return (
        <>
          <VerdictMark level="Unknown">{whether}</VerdictMark>{" "}
          <Link prefetch={false} className="plainlink" href={`/jobs/${jobId}/fit` as Route}>
            Measure the wall
          </Link>
        </>
      );
    case "failed":
      return <VerdictMark level="Unknown">{`${whether}: not computed`}</VerdictMark>;
    default:
      return <span className="text-soft">Looking for places on the wall…</span>;
  }
}

/** Whether a proposed train goes on the job's wall; nothing where none of it stands in the house's line. */
export function GoesOnWall({ onDone, ...asking }: Asking) {
  const answer = useWallAsked(asking);
  const isOver = answer.is !== "waiting" && answer.is !== "known";
  useEffect(() => {
    if (isOver) onDone();
  }, [isOver, onDone]);
  if (answer.is === "nothing") return null;
  return (
    <p className="mt-3 border-t border-hair pt-2 text-sm" data-goes-on-wall>
      <Said answer={answer} jobId={asking.jobId} profile={asking.profile} onDone={onDone} />
    </p>
  );
}
