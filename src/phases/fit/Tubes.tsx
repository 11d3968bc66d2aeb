import type { Route } from "next";
import {
  roleSaid,
  tubeName,
  type Tube,
  type TubePoint,
  type TubeRole,
  type TubeWays,
} from "@/core/fit/tubes";
import type { Room } from "@/core/fit/wall";
import { cutSaid } from "@/core/plumbing/named";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import { seen } from "./seen";
import { tubeAnchor } from "./words";

/** Each kind of water by its own stroke, mm: what flows in a tube is never told by colour alone. */
const dashes: Readonly<Record<TubeRole, string | undefined>> = {
  feed: undefined,
  product: "24 10",
  tank: "24 8 4 8",
  drain: "4 8",
};

/** How far a tube hangs through between its ends, mm. */
const SAG = 90;

/** Tubes between their ends, seen from the door; those of which an end is not known are left out. */
export function TubesDrawn({ tubes, ways, room }: { tubes: readonly Tube[]; ways: TubeWays; room: Room }) {
  const to = seen(room, false);
  return tubes.map((tube, i) => {
    const [a, b] = [ways.pointOf(tube.from.at), ways.pointOf(tube.to.at)];
    if (!a || !b) return null;
    const at = (p: TubePoint, by = 0) => `${to.x(p.x)} ${Math.min(room.height, to.y(p.y) + by)}`;
    // Two tubes between the same parts hang through differently, so that both are seen.
    const sag = SAG + 26 * i;
    const low = Math.min(room.height - 10, (to.y(a.y) + to.y(b.y)) / 2 + sag * 0.75);
    return (
      <g key={tube.id} className="pointer-events-none" data-tube-drawn={tube.id}>
        <path
          d={`M${at(a)}C${at(a, sag)} ${at(b, sag)} ${at(b)}`}
          className="fill-none stroke-water"
          strokeWidth="6"
          strokeDasharray={dashes[tube.role]}
        />
        {[a, b].map((p, end) => (
          <circle
            key={end}
            cx={to.x(p.x)}
            cy={to.y(p.y)}
            r="7"
            className="fill-paper stroke-water"
            strokeWidth="2"
          />
        ))}
        <circle
          cx={(to.x(a.x) + to.x(b.x)) / 2}
          cy={low}
          r="15"
          className="fill-paper stroke-hair"
          strokeWidth="2"
        />
        <text
          x={(to.x(a.x) + to.x(b.x)) / 2}
          y={low + 8}
          textAnchor="middle"
          className="num fill-ink"
          fontSize="22"
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
