import type { Route } from "next";
import Link from "@/ui/Link";
import type { PipeFault } from "@/core/plumbing/assembly";
import { cutSaid, type Names } from "@/core/plumbing/named";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";

/** What is not in the list while nobody measured how far the house's pipe stands off the wall. */
export function OffWallOpen({ jobId }: { jobId: string }) {
  return (
    <p data-off-wall-open>
      <VerdictShape level="Unknown" /> Unknown: how far the house&apos;s pipe stands off the wall. What leads
      over from it to the first unit, and back from the last, is not in this list.{" "}
      <Link className="plainlink" prefetch={false} href={`/jobs/${jobId}/site#cutin.standOff` as Route}>
        Measure it
      </Link>
    </p>
  );
}

/** Pieces that two fittings cannot hold, and what to do about them (handbook 3, Cut list). */
export function TooShort({
  faults,
  names,
  profile,
}: {
  faults: readonly PipeFault[];
  names: Names;
  profile: UnitSystem;
}) {
  if (faults.length === 0) return null;
  return (
    <ul data-too-short>
      {faults.map(({ run, piece, by }) => (
        <li key={piece}>
          <VerdictShape level="Stop" /> Stop: {names.run(run)}, a piece is {cutSaid(by, profile)} too short
          for the fittings at its ends. Move a unit by as much on Fit
        </li>
      ))}
    </ul>
  );
}
