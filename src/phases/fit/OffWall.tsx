import type { Route } from "next";
import type { PipePlan } from "@/core/fit/pipePlan";
import type { Assembly } from "@/core/plumbing/assembly";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";
import type { DrawnPipe } from "./WallPipes";
import { ledOverWords, length } from "./words";

/**
 * How far off the wall things stand, which a drawing from the front does not show: backs of units, and how
 * pipes come from one distance to another.
 */
export function OffWall({
  jobId,
  drawn,
  plan,
  backs = {},
  profile,
}: {
  jobId: string;
  drawn: readonly DrawnPipe[];
  plan: PipePlan;
  backs: Assembly["backs"];
  profile: UnitSystem;
}) {
  const stood = plan.units.filter(({ key }) => (backs[key] ?? 0) > 0);
  const led = drawn.filter(({ offset }) => offset !== undefined && offset !== "unknown");
  const isUnknown = drawn.some(({ offset }) => offset === "unknown");
  if (stood.length + led.length === 0 && !isUnknown) return null;
  return (
    <section data-off-wall>
      <h3 className="pb-1 text-soft">Off the wall</h3>
      <ul className="grid gap-1">
        {stood.map(({ key, code }) => (
          <li key={key}>
            {code}: its back <span className="num">{length(backs[key]!, profile)}</span> off the wall
          </li>
        ))}
        {led.map(({ id, number, offset }) => (
          <li key={id}>
            Pipe <span className="num">{number}</span>:{" "}
            {offset && offset !== "unknown" ? ledOverWords(offset, profile) : ""}
          </li>
        ))}
      </ul>
      {isUnknown && plan.piping.standOff === undefined ? (
        <p>
          <VerdictShape level="Unknown" /> Unknown: how far the house&apos;s pipe stands off the wall, and
          what leads over from it.{" "}
          <Link className="plainlink" prefetch={false} href={`/jobs/${jobId}/site#cutin.standOff` as Route}>
            Measure it
          </Link>
        </p>
      ) : null}
    </section>
  );
}
