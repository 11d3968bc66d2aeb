import type { PipeFault } from "@/core/plumbing/assembly";
import { cutSaid, type Names } from "@/core/plumbing/named";
import type { UnitSystem } from "@/core/units";
import { VerdictShape } from "@/ui/VerdictMark";

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
