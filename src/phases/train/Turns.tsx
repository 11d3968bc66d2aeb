import { tell } from "@/core/tell";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { Turn } from "@/core/train";
import { printMeasured, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";

/** What each nearest change would turn, with the value now and then. */
export function Turns({
  jobId,
  turns,
  names,
  profile,
}: {
  jobId: string;
  turns: readonly Turn[];
  names: ReadonlyMap<string, string>;
  profile: UnitSystem;
}) {
  if (turns.length === 0)
    return <p>Nothing within its usual reach would turn a verdict: or too little is known yet to say.</p>;
  return (
    <ol data-turns>
      {turns.map((t) => (
        <li key={`${t.fact}${t.then}`} className="rule grid gap-x-8 gap-y-1 py-3 md:grid-cols-[300px_1fr]">
          <p>
            <Link href={`/jobs/${jobId}/site#${t.fact}` as Route} prefetch={false} className="plainlink">
              {t.label}
            </Link>
            <span className="block">
              <span className="num">{printMeasured({ is: "value", value: t.now }, t.quantity, profile)}</span>{" "}
              <span className="text-soft">now, at</span>{" "}
              <span className="num text-lg">
                {printMeasured({ is: "value", value: t.then }, t.quantity, profile)}
              </span>
            </span>
          </p>
          <ul className="grid gap-1">
            {t.flips.slice(0, 4).map((f) => (
              <li key={f.at + f.rule}>
                <span className="text-sm text-soft">
                  {names.get(f.at) ?? f.at}, from {f.before} to{" "}
                </span>
                <VerdictMark level={f.after.level}>{tell(f.after, profile).reason}</VerdictMark>
              </li>
            ))}
            {t.flips.length > 4 ? <li className="text-sm text-soft">and {t.flips.length - 4} more</li> : null}
          </ul>
        </li>
      ))}
    </ol>
  );
}
