import { tellRun } from "@/core/job/tellRun";
import type { Reading } from "@/core/log";
import type { UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";

/** What was read at a step that is finished. */
export function Verdicts({
  readings,
  profile,
}: {
  readonly readings: readonly Reading[];
  readonly profile: UnitSystem;
}) {
  return (
    <ul className="mt-4">
      {readings.map((r) => (
        <li key={r.reading}>
          <VerdictMark level={r.verdict.level} overridden={r.override !== undefined}>
            {tellRun(r.verdict, profile).reason}
          </VerdictMark>
        </li>
      ))}
    </ul>
  );
}
