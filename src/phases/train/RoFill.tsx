"use client";
import { boosted, fillCurve, tankFill, type BladderTank, type RoRated } from "@/core/treatment";
import { memo, useDeferredValue, useState } from "react";
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from "recharts";

import { inProfile, print, unitName, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import { lengthOf } from "@/ui/time";
import { ColumnHeads } from "@/ui/ColumnHeads";

interface Way {
  readonly name: string;
  readonly pressure: number;
  readonly pump: boolean;
  readonly dash?: string;
}

interface Drawn {
  readonly name: string;
  readonly dash?: string;
  readonly points: readonly {
    readonly minutes: number;
    readonly volume: number;
    readonly permeate: number;
  }[];
}

/** Volume and permeate over time for each way. */
const FillCharts = memo(function FillCharts({
  drawn,
  profile,
}: {
  drawn: readonly Drawn[];
  profile: UnitSystem;
}) {
  const longest = Math.max(30, ...drawn.map((d) => Math.min(360, d.points.at(-1)?.minutes ?? 0)));
  return (
    <div className="grid gap-2" aria-hidden="true">
      {(
        [
          ["volume", `in the tank, ${unitName("volume", profile)}`, "h-56"],
          ["permeate", "permeate, mL/min", "h-44"],
        ] as const
      ).map(([key, label, height]) => (
        <div key={key} className={height}>
          <ResponsiveContainer width="100%" height="100%">
            <LineChart accessibilityLayer={false} margin={{ top: 8, right: 16, bottom: 24, left: 8 }}>
              <CartesianGrid stroke="var(--hair)" />
              <XAxis
                type="number"
                dataKey="minutes"
                domain={[0, longest]}
                allowDataOverflow
                tickFormatter={(m: number) => String(Math.round(m))}
                stroke="var(--soft)"
                label={{ value: "minutes", position: "insideBottom", offset: -14, fill: "var(--soft)" }}
              />
              <YAxis
                type="number"
                stroke="var(--soft)"
                label={{
                  value: label,
                  angle: -90,
                  position: "insideLeft",
                  fill: "var(--soft)",
                  style: { textAnchor: "middle" },
                }}
              />
              {drawn.map((d) => (
                <Line
                  key={d.name}
                  data={[...d.points]}
                  dataKey={key}
                  type="linear"
                  dot={false}
                  isAnimationActive={false}
                  stroke={d.dash ? "var(--ink)" : "var(--water)"}
                  strokeWidth={d.dash ? 1.6 : 2.6}
                  strokeDasharray={d.dash}
                />
              ))}
            </LineChart>
          </ResponsiveContainer>
        </div>
      ))}
    </div>
  );
});

interface FillProps {
  readonly shutOff?: number;
  readonly rated: RoRated;
  readonly tank: BladderTank;
  readonly preLoss: number;
  readonly feed: number;
  readonly temperature: number;
  readonly tds: number;
  readonly pump: boolean;
  readonly booster: { readonly boost: number; readonly setPoint: number; readonly minInlet: number };
  /** Feed without the booster that stands ahead, kPa. */ readonly boostedFrom?: number;
  readonly profile: UnitSystem;
}

/**
 * Ways in which the tank may be filled: as designed, with or without a permeate pump, and with or without a
 * booster.
 */
function waysOf(kPa: number, { pump, booster, boostedFrom }: FillProps): Way[] {
  return [
    { name: pump ? "as designed, permeate pump" : "as designed", pressure: kPa, pump },
    { name: pump ? "without the pump" : "with a permeate pump", pressure: kPa, pump: !pump, dash: "7 4" },
    boostedFrom === undefined
      ? { name: "with a booster", pressure: boosted(kPa, booster) ?? kPa, pump, dash: "2 4" }
      : { name: "without the booster", pressure: boostedFrom, pump, dash: "2 4" },
  ];
}

/** How the tank fills in one way: when it is full, and what flows until then. */
function fillOf(way: Way, celsius: number, { rated, tank, preLoss, tds, shutOff, profile }: FillProps) {
  const site = { pressure: way.pressure - preLoss, temperature: celsius, tds };
  const asked = { rated, site, tank, permeatePump: way.pump, shutOff };
  const fill = tankFill(asked);
  return {
    ...way,
    fill: fill && !("never" in fill) ? fill : undefined,
    points: fillCurve(asked).map((p) => ({
      minutes: p.minutes,
      volume: inProfile(p.litres, "volume", profile),
      permeate: p.permeate * 1000,
    })),
  };
}

/** A value that can be moved, with what it is now. */
function Slider({
  label,
  said,
  range,
  value,
  onChange,
}: {
  label: string;
  said: string;
  range: { readonly min: number; readonly max: number; readonly step: number };
  value: number;
  onChange: (value: number) => void;
}) {
  return (
    <label className="block text-sm">
      {label}, <span className="num">{said}</span>
      <input
        type="range"
        className="h-11 w-full accent-[var(--water)]"
        {...range}
        value={value}
        onChange={(e) => onChange(Number(e.target.value))}
      />
    </label>
  );
}

/** The same in figures. */
function FillTable({ drawn, profile }: { drawn: readonly ReturnType<typeof fillOf>[]; profile: UnitSystem }) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="ro-fill">
      <table className="plain max-w-3xl">
        <ColumnHeads
          caption="Ways to fill the tank side by side"
          columns={[
            "Way",
            "drawn",
            { figure: "at the unit" },
            { figure: "full in" },
            { figure: "holds" },
            { figure: "drain for one made" },
          ]}
        />
        <tbody>
          {drawn.map((d) => (
            <tr key={d.name}>
              <td>{d.name}</td>
              <td>
                <svg width="44" height="10" aria-hidden="true">
                  <path
                    d="M0 5h44"
                    stroke={d.dash ? "var(--ink)" : "var(--water)"}
                    strokeWidth={d.dash ? 1.6 : 2.6}
                    strokeDasharray={d.dash}
                  />
                </svg>
              </td>
              <td className="figure">{print(d.pressure, "pressure", profile)}</td>
              {d.fill ? (
                <>
                  <td className="figure">{lengthOf(d.fill.minutes)}</td>
                  <td className="figure">{print(d.fill.fullLitres, "volume", profile)}</td>
                  <td className="figure">{d.fill.wastePerLitre.toFixed(1)}</td>
                </>
              ) : (
                <td colSpan={3}>
                  <VerdictMark level="Stop">never fills: the drain runs for ever</VerdictMark>
                </td>
              )}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/**
 * How a tank fills here: volume over time as designed, with a permeate pump, and with a booster; both
 * inputs can be moved.
 */
export default function RoFill(props: FillProps) {
  const { feed, temperature, profile } = props;
  const [predictedKPa, predictedCelsius] = [Math.round(feed), Math.round(temperature)];
  const [kPa, setKPa] = useState(predictedKPa);
  const [celsius, setCelsius] = useState(predictedCelsius);
  const drawn = waysOf(kPa, props).map((way) => fillOf(way, celsius, props));
  // The figures answer at once; the drawing may come a moment later.
  const later = useDeferredValue(drawn);
  const isMoved = kPa !== predictedKPa || celsius !== predictedCelsius;
  return (
    <section className="mt-8" aria-labelledby="ro-fill" data-ro-fill>
      <h2 id="ro-fill">How the tank fills</h2>
      <div className="grid gap-x-8 gap-y-4 xl:grid-cols-[minmax(0,1fr)_320px]">
        <FillCharts drawn={later} profile={profile} />
        <div>
          <Slider
            label="Feed at the unit"
            said={print(kPa, "pressure", profile)}
            range={{ min: 100, max: 700, step: 5 }}
            value={kPa}
            onChange={setKPa}
          />
          <Slider
            label="Water"
            said={print(celsius, "temperature", profile)}
            range={{ min: 4, max: 35, step: 1 }}
            value={celsius}
            onChange={setCelsius}
          />
          {isMoved ? (
            <button
              type="button"
              className="plainlink min-h-10"
              onClick={() => {
                setKPa(predictedKPa);
                setCelsius(predictedCelsius);
              }}
            >
              Back to this site
            </button>
          ) : (
            <p className="min-h-10 text-sm text-soft">
              As predicted for this site. Nothing is kept of what is tried here.
            </p>
          )}
        </div>
      </div>
      <FillTable drawn={drawn} profile={profile} />
    </section>
  );
}
