import { tellRun } from "@/core/job/tellRun";
import type { Reading } from "@/core/log";
import { print, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";

/** What the last reading was judged, and what follows from it. */
export function LastReading({ last, profile }: { last: Reading; profile: UnitSystem }) {
  const { reason, remedy } = tellRun(last.verdict, profile);
  return (
    <div className="mb-3">
      <p className="text-[17px]">
        <VerdictMark level={last.verdict.level} overridden={last.override !== undefined}>
          {reason}
        </VerdictMark>
      </p>
      {remedy ? <p className="text-soft">{remedy}</p> : null}
      {last.derived.length > 0 ? (
        <ul className="mt-1 text-soft">
          {last.derived.map((d) => (
            <li key={d.label}>
              {d.label}:{" "}
              <span className="num">
                {d.quantity === "plain" ? d.value.toFixed(1) : print(d.value, d.quantity, profile)}
              </span>
              {d.spread === undefined ? "" : ` ± ${d.spread.toFixed(1)}`} {d.suffix ?? ""}{" "}
              <span className="text-sm">({d.formula})</span>
            </li>
          ))}
        </ul>
      ) : null}
    </div>
  );
}

/** What was read at a step; `byPlace`: at outlets one by one. */
export function ReadingsSaid({
  readings,
  profile,
  byPlace = false,
}: {
  readonly readings: readonly Reading[];
  readonly profile: UnitSystem;
  readonly byPlace?: boolean;
}) {
  return (
    <ul className="mt-4 grid gap-1" aria-label={byPlace ? "Read so far" : undefined}>
      {readings.map((r) => (
        <li key={r.reading}>
          <VerdictMark level={r.verdict.level} overridden={r.override !== undefined}>
            {byPlace ? `${r.place}: ` : ""}
            {tellRun(r.verdict, profile).reason}
          </VerdictMark>
        </li>
      ))}
    </ul>
  );
}
