import type { Route } from "next";
import { roleSaid, tubeName, type Tube, type TubeWays } from "@/core/fit/tubes";
import type { Room } from "@/core/fit/wall";
import { cutSaid } from "@/core/plumbing/named";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { curvePath, tubeCurve, tubeDashes } from "./tubeCurve";
import { tubeAnchor } from "./words";

/** A cabinet as wide as most. */
const USUAL_WIDTH = 900;
const dashed = (dashes: string | undefined, k: number): string | undefined =>
  dashes
    ?.split(" ")
    .map((part) => Number(part) * k)
    .join(" ");

/** Tubes between their ends, seen from the door; those of which an end is not known are left out. */
export function TubesDrawn({ tubes, ways, room }: { tubes: readonly Tube[]; ways: TubeWays; room: Room }) {
  // A wall is drawn smaller than a cabinet, its tubes as wide.
  const k = Math.max(1, room.width / USUAL_WIDTH);
  return tubes.map((tube, i) => {
    const curve = tubeCurve(tube, i, ways, room);
    if (!curve) return null;
    const { from, to, label } = curve;
    return (
      <g key={tube.id} className="pointer-events-none" data-tube-drawn={tube.id}>
        <path
          d={curvePath(curve)}
          className="fill-none stroke-water"
          strokeWidth={6 * k}
          strokeDasharray={dashed(tubeDashes[tube.role], k)}
        />
        {[from, to].map(({ x, y }, end) => (
          <circle key={end} cx={x} cy={y} r={7 * k} className="fill-paper stroke-water" strokeWidth={2 * k} />
        ))}
        <circle cx={label.x} cy={label.y} r={15 * k} className="fill-paper stroke-hair" strokeWidth={2 * k} />
        <text
          x={label.x}
          y={label.y + 8 * k}
          textAnchor="middle"
          className="num fill-ink"
          fontSize={22 * k}
          aria-hidden="true"
        >
          {i + 1}
        </text>
      </g>
    );
  });
}

/** The same in words: what each tube is for, and what it is cut to. */
export function TubesList({
  jobId,
  tubes,
  profile,
}: {
  jobId: string;
  tubes: readonly Tube[];
  profile: UnitSystem;
}) {
  return (
    <div data-tubes-list>
      <h3 className="pb-1 text-soft">Tubes, each as it is numbered</h3>
      <ol className="grid gap-1">
        {tubes.map((tube, i) => (
          <li key={tube.id} className="flex gap-2">
            <span className="num w-6 shrink-0 text-right">{i + 1}</span>
            <span>
              <Link
                className="plainlink"
                prefetch={false}
                href={`/jobs/${jobId}/parts#${tubeAnchor(tube.id)}` as Route}
              >
                {tubeName(tube)}
              </Link>
              , {roleSaid(tube)}:{" "}
              {tube.lengthMm === undefined ? (
                "length Unknown"
              ) : (
                <span className="num">{cutSaid(tube.lengthMm, profile)}</span>
              )}
              <span className="block text-sm text-soft">
                {tube.from.name} to {tube.to.name}
              </span>
            </span>
          </li>
        ))}
      </ol>
    </div>
  );
}
