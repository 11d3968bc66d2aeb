"use client";
import { useState } from "react";
import { bodyOf, samePlace, type Standing, type WallUnit } from "@/core/fit/standing";
import type { Wall } from "@/core/fit/wall";
import { parseQuantity, print, type UnitSystem } from "@/core/units";

interface TableProps {
  readonly wall: Pick<Wall, "width">;
  readonly mirrored: boolean;
  readonly units: readonly WallUnit[];
  readonly places: Readonly<Record<string, Standing>>;
  /** As they were kept last. */
  readonly kept: Readonly<Record<string, Standing>>;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
  /** What stands is said to stand so. */
  readonly floor?: string;
  readonly caption?: string;
  /** Moves a unit and keeps it there. */
  readonly put: (key: string, to: Standing) => void;
}

/** One length of a unit's place, typed in any unit; what cannot be read is said beside it and stays. */
export function LengthCell({
  label,
  mm,
  profile,
  disabled,
  set,
}: {
  label: string;
  mm: number | undefined;
  profile: UnitSystem;
  disabled: boolean;
  set: (mm: number) => void;
}) {
  const [typed, setTyped] = useState<string>();
  const [error, setError] = useState<string>();
  const leave = () => {
    if (typed === undefined) return;
    const read = parseQuantity(typed, "length", { profile, range: false });
    if (!read.ok || read.measured.is !== "value") {
      setError(read.ok ? "Write one length" : read.error);
      return;
    }
    setError(undefined);
    setTyped(undefined);
    set(Math.max(0, Math.round(read.measured.value)));
  };
  return (
    <>
      <input
        className="field num !min-h-11 w-28"
        aria-label={label}
        value={typed ?? (mm === undefined ? "" : print(mm, "length", profile))}
        disabled={disabled}
        aria-invalid={error ? true : undefined}
        onChange={(e) => setTyped(e.target.value)}
        onBlur={leave}
        onKeyDown={(e) => {
          if (e.key === "Enter") leave();
        }}
      />
      {error ? <span className="block text-sm text-stop">{error}</span> : null}
    </>
  );
}

/** How a unit is turned: its inlet to either side, or on its side where it may lie. */
function Turned({
  unit,
  at,
  mirrored,
  readOnly,
  put,
}: Pick<TableProps, "mirrored" | "readOnly" | "put"> & { unit: WallUnit; at: Standing }) {
  return (
    <div className="flex flex-wrap gap-1">
      {unit.ports ? (
        <button
          type="button"
          className="button quiet !min-h-11"
          disabled={readOnly}
          aria-pressed={at.mirrored}
          onClick={() => put(unit.key, { ...at, mirrored: !at.mirrored })}
        >
          {at.mirrored === mirrored ? "inlet left" : "inlet right"}
        </button>
      ) : null}
      {unit.mayLie || unit.couldLie ? (
        <button
          type="button"
          className="button quiet !min-h-11"
          disabled={readOnly}
          aria-pressed={at.lies}
          onClick={() => put(unit.key, { ...at, lies: !at.lies })}
        >
          {at.lies ? "on its side" : "upright"}
        </button>
      ) : null}
    </div>
  );
}

/** One unit's place, to be typed and turned. */
function PlaceRow({
  unit,
  wall,
  mirrored,
  places,
  kept,
  profile,
  readOnly,
  floor = "on the floor",
  put,
}: TableProps & { unit: WallUnit }) {
  const begin: Standing = { x: 0, y: 0, lies: false, mirrored: false };
  const at = places[unit.key];
  const width = at ? bodyOf(unit, at).width : unit.width;
  const shown = at && (mirrored ? wall.width - at.x - width : at.x);
  const isKept = samePlace(at, kept[unit.key]);
  return (
    <tr className="border-t border-hair align-top" data-place={unit.key}>
      <th
        scope="row"
        className={`py-3 pr-3 text-left font-normal ${unit.ports ? "num whitespace-nowrap" : ""}`}
      >
        {unit.name}
        {isKept ? null : (
          <button
            type="button"
            className="button quiet mt-1 block !min-h-11"
            onClick={() => put(unit.key, at!)}
          >
            Keep it here
          </button>
        )}
      </th>
      <td className="py-1">
        <LengthCell
          key={`x ${shown}`}
          label={`${unit.name}, from the left`}
          mm={shown}
          profile={profile}
          disabled={readOnly}
          set={(mm) =>
            put(unit.key, {
              ...(at ?? begin),
              x: mirrored ? Math.max(0, wall.width - mm - width) : mm,
            })
          }
        />
      </td>
      <td className="py-1 pl-3">
        {unit.hangs ? (
          <LengthCell
            key={`y ${at?.y}`}
            label={`${unit.name}, above the floor`}
            mm={at?.y}
            profile={profile}
            disabled={readOnly}
            set={(mm) => put(unit.key, { ...(at ?? begin), y: mm })}
          />
        ) : (
          <span className="inline-block py-3 text-soft">{floor}</span>
        )}
      </td>
      <td className="py-1 pl-3">
        {at ? <Turned unit={unit} at={at} {...{ mirrored, readOnly, put }} /> : null}
      </td>
    </tr>
  );
}

/** Where every unit stands, in words and numbers: the drawing's twin. */
export function PlacesTable(props: TableProps) {
  const { units, caption = "Where each stands, in the order of the water" } = props;
  return (
    <table className="w-full" data-places>
      <caption className="pb-1 text-left text-soft">{caption}</caption>
      <thead>
        <tr className="text-left text-sm text-soft">
          <th scope="col" className="pr-3">
            Unit
          </th>
          <th scope="col">From the left</th>
          <th scope="col" className="pl-3">
            Above the floor
          </th>
          <th scope="col" className="pl-3">
            Turned
          </th>
        </tr>
      </thead>
      <tbody>
        {units.map((unit) => (
          <PlaceRow key={unit.key} {...props} unit={unit} />
        ))}
      </tbody>
    </table>
  );
}
