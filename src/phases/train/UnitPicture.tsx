"use client";
import { softenerChoice } from "@/core/treatment";
import {
  CartesianGrid,
  Line,
  LineChart,
  ReferenceArea,
  ReferenceDot,
  ReferenceLine,
  ResponsiveContainer,
  XAxis,
  YAxis,
} from "recharts";

import { inProfile, print, unitName, type UnitSystem } from "@/core/units";
import { VerdictMark } from "@/ui/VerdictMark";
import type { Picture } from "./pictureOf";

const margin = { top: 16, right: 24, bottom: 28, left: 8 };
const axis = (value: string, angle = 0) =>
  ({
    value,
    angle,
    position: angle ? "insideLeft" : "insideBottom",
    offset: angle ? 0 : -16,
    fill: "var(--soft)",
    style: { textAnchor: "middle" },
  }) as const;
const mark = (
  value: string,
  position: "top" | "insideTopRight" | "insideBottomRight" | "insideTopLeft" = "top",
) => ({ value, position, fill: "var(--ink)", fontSize: 13 }) as const;
const tick = (n: number) => String(Math.round(n * 100) / 100);
const steps = (from: number, to: number, n = 80) =>
  Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);

/** The next number a person would end an axis on. */
function roundUp(n: number): number {
  const place = 10 ** Math.floor(Math.log10(n));
  return place * [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10].find((m) => m * place >= n)!;
}

function Frame({
  id,
  title,
  lead,
  children,
  twin,
  below = false,
}: {
  /** The table stands under the picture, where it needs the width. */ below?: boolean;
  id: string;
  title: string;
  lead: string;
  children: React.ReactElement;
  twin: React.ReactNode;
}) {
  return (
    <section className="mt-8" aria-labelledby={id} data-picture={id}>
      <h2 id={id}>{title}</h2>
      <p className="max-w-[72ch] text-soft">{lead}</p>
      <div
        className={`grid gap-x-8 gap-y-4 ${below ? "max-w-3xl" : "xl:grid-cols-[minmax(0,1fr)_minmax(280px,360px)]"}`}
      >
        <div className="h-72" aria-hidden="true">
          <ResponsiveContainer width="100%" height="100%">
            {children}
          </ResponsiveContainer>
        </div>
        <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby={id}>
          {twin}
        </div>
      </div>
    </section>
  );
}

/** Dose against flow: where the chamber still gives what is asked for, and where the house is at peak. */
function Uv({ p, profile }: { p: Extract<Picture, { of: "uv" }>; profile: UnitSystem }) {
  const flow = (l: number) => inProfile(l, "flow", profile);
  const limit = Math.min(p.formula, p.maximum);
  const far = 1.35 * Math.max(limit, p.peak ?? 0);
  const end = roundUp(flow(far));
  const doseAt = (q: number) => (p.dose * p.formula) / q;
  const top = 3 * p.dose;
  const points = steps((p.dose * p.formula) / top, (far * end) / flow(far)).map((q) => ({
    flow: flow(q),
    dose: doseAt(q),
  }));
  const rows = [
    ["continuous", p.continuous],
    ["peak", p.peak],
    ["limit here", limit],
  ] as const;
  return (
    <Frame
      id="uv-picture"
      title="Dose against flow"
      lead={`The faster the water, the shorter it is in the light. ${p.dose} mJ/cm² is asked for${p.maximum < p.formula ? "; beyond the unit's largest tested flow nothing is promised" : ""}.`}
      twin={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">At</th>
              <th scope="col" className="figure">
                flow
              </th>
              <th scope="col" className="figure">
                dose
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, q]) =>
              q === undefined ? null : (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td className="figure">{print(q, "flow", profile)}</td>
                  <td className="figure">
                    {q > p.maximum * 1.0001 ? (
                      <VerdictMark level="Stop">beyond what was tested</VerdictMark>
                    ) : (
                      `${Math.round(doseAt(q))} mJ/cm²`
                    )}
                  </td>
                </tr>
              ),
            )}
          </tbody>
        </table>
      }
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <ReferenceArea
          x1={flow(limit)}
          x2={end}
          y1={0}
          y2={top}
          fill="var(--stop)"
          fillOpacity={0.1}
          label={mark("not disinfected", "insideTopRight")}
        />
        <XAxis
          type="number"
          dataKey="flow"
          domain={[0, end]}
          tickCount={6}
          tickFormatter={tick}
          stroke="var(--soft)"
          label={axis(`flow, ${unitName("flow", profile)}`)}
        />
        <YAxis
          type="number"
          domain={[0, top]}
          ticks={[0, p.dose, 2 * p.dose, 3 * p.dose]}
          stroke="var(--soft)"
          label={axis("mJ/cm²", -90)}
        />
        <ReferenceLine
          y={p.dose}
          stroke="var(--ink)"
          strokeDasharray="6 4"
          label={mark("asked for", "insideTopLeft")}
        />
        {p.peak === undefined ? null : (
          <ReferenceLine x={flow(p.peak)} stroke="var(--ink)" strokeWidth={2} label={mark("peak")} />
        )}
        <Line dataKey="dose" dot={false} isAnimationActive={false} stroke="var(--water)" strokeWidth={2.6} />
      </LineChart>
    </Frame>
  );
}

/** Contact time against flow, with what the water needs. */
function Carbon({ p, profile }: { p: Extract<Picture, { of: "carbon" }>; profile: UnitSystem }) {
  const flow = (l: number) => inProfile(l, "flow", profile);
  const far = 1.3 * Math.max(p.peak ?? 0, p.mediaLitres / p.check);
  const end = roundUp(flow(far));
  const top = Math.ceil(3 * p.good);
  const points = steps(p.mediaLitres / top, (far * end) / flow(far)).map((q) => ({
    flow: flow(q),
    minutes: p.mediaLitres / q,
  }));
  const rows = [
    ["continuous", p.continuous],
    ["peak", p.peak],
  ] as const;
  return (
    <Frame
      id="carbon-picture"
      title="Contact time against flow"
      lead={`Water needs time in the carbon: ${p.good} min for ${p.against} at continuous flow is Good, under ${p.check} is a Stop; at peak half of ${p.good} will do.`}
      twin={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">At</th>
              <th scope="col" className="figure">
                flow
              </th>
              <th scope="col" className="figure">
                in the carbon
              </th>
            </tr>
          </thead>
          <tbody>
            {rows.map(([name, q]) =>
              q === undefined ? null : (
                <tr key={name}>
                  <th scope="row">{name}</th>
                  <td className="figure">{print(q, "flow", profile)}</td>
                  <td className="figure">{(p.mediaLitres / q).toFixed(1)} min</td>
                </tr>
              ),
            )}
            <tr>
              <th scope="row">Good up to</th>
              <td className="figure">{print(p.mediaLitres / p.good, "flow", profile)}</td>
              <td className="figure">{p.good} min</td>
            </tr>
          </tbody>
        </table>
      }
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <ReferenceArea
          y1={p.good}
          y2={top}
          x1={0}
          x2={end}
          fill="var(--good)"
          fillOpacity={0.1}
          label={mark("Good", "insideTopRight")}
        />
        <ReferenceArea
          y1={0}
          y2={p.check}
          x1={0}
          x2={end}
          fill="var(--stop)"
          fillOpacity={0.1}
          label={mark("too short", "insideBottomRight")}
        />
        <XAxis
          type="number"
          dataKey="flow"
          domain={[0, end]}
          tickCount={6}
          tickFormatter={tick}
          stroke="var(--soft)"
          label={axis(`flow, ${unitName("flow", profile)}`)}
        />
        <YAxis
          type="number"
          domain={[0, top]}
          stroke="var(--soft)"
          tickFormatter={tick}
          label={axis("minutes", -90)}
        />
        {p.continuous === undefined ? null : (
          <ReferenceLine
            x={flow(p.continuous)}
            stroke="var(--ink)"
            strokeWidth={2}
            label={mark("continuous")}
          />
        )}
        {p.peak === undefined ? null : (
          <ReferenceLine x={flow(p.peak)} stroke="var(--ink)" strokeDasharray="6 4" label={mark("peak")} />
        )}
        <Line
          dataKey="minutes"
          dot={false}
          isAnimationActive={false}
          stroke="var(--water)"
          strokeWidth={2.6}
        />
      </LineChart>
    </Frame>
  );
}

const dashes = ["2 4", "", "9 4"] as const;
/** Interval against salt setting for this size and the next ones, and what each costs in a year. */
function Softener({ p, profile }: { p: Extract<Picture, { of: "softener" }>; profile: UnitSystem }) {
  const salts = steps(6, 15, 90);
  const points = salts.map((salt) => ({
    salt,
    ...Object.fromEntries(
      p.sizes.map((s) => [`r${s.resinFt3}`, softenerChoice(s.resinFt3, salt, p.site)?.interval ?? 0]),
    ),
  }));
  const here = p.sizes.findIndex((s) => s.resinFt3 === p.resinFt3);
  const name = (s: (typeof p.sizes)[number]) => `${s.code ?? "none offered"}, ${s.resinFt3} ft³`;
  return (
    <Frame
      below
      id="softener-picture"
      title="Days between regenerations against salt"
      lead="More salt or more resin lengthens the interval; the band is where it is Good. Each size stands at its own best setting."
      twin={
        <table className="plain">
          <thead>
            <tr>
              <th scope="col">Size</th>
              <th scope="col">drawn</th>
              <th scope="col" className="figure">
                lb/ft³
              </th>
              <th scope="col" className="figure">
                days
              </th>
              <th scope="col" className="figure">
                salt a year
              </th>
              <th scope="col" className="figure">
                brine water
              </th>
            </tr>
          </thead>
          <tbody>
            {p.chosen ? (
              <tr className="font-semibold">
                <th scope="row">as designed</th>
                <td>●</td>
                <td className="figure">{p.salt}</td>
                <td className="figure">{p.chosen.interval ?? "—"}</td>
                <td className="figure">
                  {p.chosen.saltKg === undefined ? "—" : print(p.chosen.saltKg, "mass", profile, 0)}
                </td>
                <td className="figure">
                  {p.chosen.brineL === undefined ? "—" : print(p.chosen.brineL, "volume", profile, 0)}
                </td>
              </tr>
            ) : null}
            {p.sizes.map((s, i) => (
              <tr key={s.resinFt3} data-size={s.resinFt3}>
                <th scope="row">
                  {name(s)}
                  {s.resinFt3 === p.proposed ? (
                    <span className="block text-sm text-soft">proposed</span>
                  ) : null}
                </th>
                <td>
                  <svg width="40" height="10" aria-hidden="true">
                    <path
                      d="M0 5h40"
                      stroke={i === here ? "var(--water)" : "var(--ink)"}
                      strokeWidth={i === here ? 2.6 : 1.6}
                      strokeDasharray={dashes[i - here + 1]}
                    />
                  </svg>
                </td>
                <td className="figure">{s.best.saltLbPerFt3}</td>
                <td className="figure">
                  {s.best.interval ?? "—"} <VerdictMark level={s.best.level}>{null}</VerdictMark>
                </td>
                <td className="figure">
                  {s.best.saltKg === undefined ? "—" : print(s.best.saltKg, "mass", profile, 0)}
                </td>
                <td className="figure">
                  {s.best.brineL === undefined ? "—" : print(s.best.brineL, "volume", profile, 0)}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      }
    >
      <LineChart accessibilityLayer={false} data={points} margin={margin}>
        <CartesianGrid stroke="var(--hair)" />
        <ReferenceArea
          y1={3}
          y2={14}
          x1={6}
          x2={15}
          fill="var(--good)"
          fillOpacity={0.1}
          label={mark("Good", "insideTopRight")}
        />
        <XAxis
          type="number"
          dataKey="salt"
          domain={[6, 15]}
          ticks={[6, 8, 10, 12, 15]}
          stroke="var(--soft)"
          label={axis("salt, lb per ft³ of resin")}
        />
        <YAxis
          type="number"
          domain={[0, 15]}
          ticks={[0, 3, 7, 14]}
          stroke="var(--soft)"
          label={axis("days", -90)}
        />
        {p.sizes.map((s, i) => (
          <Line
            key={s.resinFt3}
            dataKey={`r${s.resinFt3}`}
            type="stepAfter"
            dot={false}
            isAnimationActive={false}
            stroke={i === here ? "var(--water)" : "var(--ink)"}
            strokeWidth={i === here ? 2.6 : 1.6}
            strokeDasharray={dashes[i - here + 1]}
          />
        ))}
        {p.chosen?.interval === undefined ? null : (
          <ReferenceDot x={p.salt} y={p.chosen.interval} r={6} fill="var(--water)" stroke="var(--paper)" />
        )}
      </LineChart>
    </Frame>
  );
}

/** The one picture that explains how a unit was judged. */
export default function UnitPicture({ picture: p, profile }: { picture: Picture; profile: UnitSystem }) {
  switch (p.of) {
    case "uv":
      return <Uv p={p} profile={profile} />;
    case "carbon":
      return <Carbon p={p} profile={profile} />;
    case "softener":
      return <Softener p={p} profile={profile} />;
  }
}
