import type { Route } from "next";
import type { LineMark } from "@/core/families";
import Link from "../Link";
import { Qty } from "../Qty";
import { VerdictShape } from "../VerdictMark";
import { Body, paintOf, Walls } from "./drawn";
import type { LineStation } from "./station";
import { StationList } from "./StationList";

const markWords: Record<LineMark, string> = {
  raw: "raw",
  filtered: "filtered",
  softened: "softened",
  disinfected: "disinfected",
  permeate: "permeate",
};

const STEP = 104;
const TOP = 52;

/** The pipe from above the first station to the arrow at the house. */
function Pipe({ stations, height }: { stations: readonly LineStation[]; height: number }) {
  return (
    <>
      {stations.slice(0, -1).map((s, i) => {
        const y = TOP + i * STEP;
        const mark = s.branch ? s.markIn : s.markOut;
        return (
          <g key={s.key}>
            <rect x="85" y={y} width="14" height={STEP} fill={paintOf("down", mark)} />
            <path d={`M85 ${y}v${STEP}M99 ${y}v${STEP}`} stroke="var(--ink)" strokeWidth="1.6" />
          </g>
        );
      })}
      <path d={`M85 ${TOP - 26}v26M99 ${TOP - 26}v26`} stroke="var(--ink)" strokeWidth="1.6" />
      <rect x="85" y={TOP - 26} width="14" height="26" fill={paintOf("down", "raw")} />
      <path d={`M80 ${height - 52}l12 14l12 -14`} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
    </>
  );
}

/** Where the pressure beside the pipe is drawn, clear of what stands on it, and how wide that at rest is. */
const PRESSURE = { x: 113, width: 12 } as const;

/** The pressure that is left at the peak, beside the pipe: as wide before each station as what comes to it. */
function Pressure({ stations }: { stations: readonly LineStation[] }) {
  return stations.slice(1).map((s, i) => {
    if (s.left === undefined) return null;
    const [y, edge] = [TOP + i * STEP, PRESSURE.x + PRESSURE.width * s.left];
    return (
      <g key={s.key} data-left={s.left.toFixed(2)}>
        <rect x={PRESSURE.x} y={y} width={edge - PRESSURE.x} height={STEP} fill="var(--tint)" />
        <path d={`M${edge} ${y}v${STEP}`} stroke="var(--water)" strokeWidth="1.6" />
        <path
          d={`M${PRESSURE.x} ${y}v${STEP}M${PRESSURE.x + PRESSURE.width} ${y}v${STEP}`}
          stroke="var(--hair)"
        />
      </g>
    );
  });
}

/** A station on the pipe, or beside it on a branch. */
function OnPipe({ station: s, y, active }: { station: LineStation; y: number; active: boolean }) {
  if (s.shape === "main" || s.shape === "house") return null;
  if (!s.branch) return <Body shape={s.shape} x={92} y={y} active={active} soaked={s.soaked} />;
  return (
    <g>
      <path d={`M85 ${y + 24}h-34v-10`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
      <g transform={`translate(${s.shape === "membrane" ? 38 : 44} ${y - 6})`}>
        <Body shape={s.shape} x={0} y={0} active={active} />
      </g>
    </g>
  );
}

/** What is known of a station: its name, its verdict in a line, the water there and its pressure. */
function StationWords({ station: s }: { station: LineStation }) {
  return (
    <>
      <span className="block leading-tight font-semibold">{s.name}</span>
      {s.line ? (
        <span className="mt-0.5 flex items-baseline gap-1.5 text-sm leading-snug">
          {s.level ? (
            <span className="self-start pt-1">
              <VerdictShape level={s.level} size={10} />
            </span>
          ) : null}
          <span className="line-clamp-3">
            {s.level ? <b className="font-semibold">{s.level}: </b> : null}
            {s.line}
          </span>
        </span>
      ) : null}
      <span className="visually-hidden">
        {s.branch ? "on a branch, " : ""}water here: {markWords[s.markOut]}
      </span>
      {s.pressure ? (
        <span className="block text-sm text-soft">
          <Qty>{s.pressure}</Qty>
        </span>
      ) : null}
    </>
  );
}

/** A station beside the pipe, with the way to what belongs to it. */
function Station({ station: s, y, active }: { station: LineStation; y: number; active: boolean }) {
  const box = `absolute left-[124px] right-1 block min-h-14 rounded-sm px-2 py-1 no-underline ${active ? "bg-tint" : ""}`;
  const style = { top: y - 34, maxHeight: STEP - 6, overflow: "hidden" } as const;
  if (!s.href)
    return (
      <span className={box} style={style}>
        <StationWords station={s} />
      </span>
    );
  return (
    <Link
      href={s.href as Route}
      data-line-station={s.key}
      prefetch={false}
      aria-current={active ? "true" : undefined}
      className={`${box} hover:bg-tint`}
      style={style}
    >
      <StationWords station={s} />
    </Link>
  );
}

/** The Line on a wide screen: the pipe from the main to the house, its stations to open what belongs to them. */
export function Line({
  stations,
  active,
  label,
}: {
  stations: readonly LineStation[];
  active?: string;
  label: string;
}) {
  const height = TOP + (stations.length - 1) * STEP + 64;
  return (
    <nav aria-label={label} className="relative" style={{ height }}>
      <svg width="126" height={height} className="absolute top-0 left-0" aria-hidden="true">
        <Walls drawing="down" />
        <Pipe stations={stations} height={height} />
        <Pressure stations={stations} />
        {stations.map((s, i) => (
          <OnPipe key={s.key} station={s} y={TOP + i * STEP} active={s.key === active} />
        ))}
      </svg>
      <StationList>
        {stations.map((s, i) => (
          <li key={s.key}>
            <Station station={s} y={TOP + i * STEP} active={s.key === active} />
          </li>
        ))}
      </StationList>
    </nav>
  );
}
