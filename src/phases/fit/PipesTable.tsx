"use client";
import type { Route } from "@/core/fit/wall";
import type { WallUnit } from "@/core/fit/standing";
import { HOUSE_END, type Point, type Wall } from "@/core/fit/wall";
import type { UnitSystem } from "@/core/units";
import { LengthCell } from "./PlacesTable";
import { middleOf } from "./seen";

interface PipesProps {
  readonly wall: Wall;
  readonly mirrored: boolean;
  readonly units: readonly WallUnit[];
  /** Empty while one finds no way. */
  readonly routes: readonly Route[];
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
  readonly lead: (target: string, through: Point) => void;
  readonly free: (target: string) => void;
}

/** Where one pipe is led. */
function PipeRow({
  name,
  target,
  route,
  wall,
  mirrored,
  profile,
  readOnly,
  lead,
  free,
}: Omit<PipesProps, "units" | "routes"> & { name: string; target: string; route: Route | undefined }) {
  const at = wall.held?.[target];
  const shown = at && (mirrored ? wall.width - at.x : at.x);
  return (
    <tr className="border-t border-hair align-top" data-led={target}>
      <th scope="row" className="py-3 pr-3 text-left font-normal whitespace-nowrap">
        {name}
      </th>
      <td className="py-1">
        {at ? (
          <LengthCell
            key={`x ${shown}`}
            label={`${name}, led through, from the left`}
            mm={shown}
            profile={profile}
            disabled={readOnly}
            set={(mm) => lead(target, { ...at, x: mirrored ? Math.max(0, wall.width - mm) : mm })}
          />
        ) : (
          <span className="inline-block py-3 text-soft">its own way</span>
        )}
      </td>
      <td className="py-1 pl-3">
        {at ? (
          <LengthCell
            key={`y ${at.y}`}
            label={`${name}, led through, above the floor`}
            mm={at.y}
            profile={profile}
            disabled={readOnly}
            set={(mm) => lead(target, { ...at, y: mm })}
          />
        ) : null}
      </td>
      <td className="py-1 pl-3">
        <button
          type="button"
          className="button quiet !min-h-11"
          disabled={readOnly || (!at && !route)}
          onClick={() => (at ? free(target) : lead(target, middleOf(route!.points)))}
        >
          {at ? "Its own way" : "By hand"}
        </button>
      </td>
    </tr>
  );
}

/** Where pipes are led by hand, in words and numbers. */
export function PipesTable({ units, routes, ...props }: PipesProps) {
  const piped = units.filter((u) => u.ports);
  const stops = ["the cut", ...piped.map((u) => u.name), "the house"];
  const targets = [...piped.map((u) => u.key), HOUSE_END];
  return (
    <table className="w-full" data-pipes>
      <caption className="pb-1 text-left text-soft">
        How pipes run: each its own way, or through a point that it is drawn to
      </caption>
      <thead>
        <tr className="text-left text-sm text-soft">
          <th scope="col" className="pr-3">
            Pipe to
          </th>
          <th scope="col">From the left</th>
          <th scope="col" className="pl-3">
            Above the floor
          </th>
          <th scope="col">
            <span className="visually-hidden">By hand</span>
          </th>
        </tr>
      </thead>
      <tbody>
        {targets.map((target, i) => (
          <PipeRow key={target} {...props} target={target} name={stops[i + 1]!} route={routes[i]} />
        ))}
      </tbody>
    </table>
  );
}
