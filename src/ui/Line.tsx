import { StationList } from "./StationList";
import type { LineMark, Shape } from "@/core/families";
import Link from "./Link";
import type { Route } from "next";

import type { Level } from "@/core/verdict";
import { Qty } from "./Qty";
import { VerdictShape } from "./VerdictMark";

/** A station of the Line as any phase shows it. */
export interface LineStation {
  readonly key: string;
  readonly name: string;
  /** The shape that it is drawn with. */
  readonly shape: Shape | "main" | "house";
  readonly branch: boolean;
  readonly line?: string;
  readonly level?: Level;
  readonly pressure?: string;
  readonly markIn: LineMark;
  readonly markOut: LineMark;
  readonly href?: string;
  /** 0–1: how far a soak has come; in Run only. */
  readonly soaked?: number;
  readonly state?: "dry" | "soaking" | "flushing" | "wet" | "in service";
}

/** Each drawing has patterns of its own: those of a hidden drawing are not painted. */
const patternOf = (id: string, mark: LineMark) => `url(#${id}-${mark})`;
const markWords: Record<LineMark, string> = {
  raw: "raw",
  filtered: "filtered",
  softened: "softened",
  disinfected: "disinfected",
  permeate: "permeate",
};

/** Stroke patterns that tell the water apart without colour. */
function Walls({ id }: { id: string }) {
  return (
    <defs>
      <pattern id={`${id}-raw`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 8L6 0M-3 4L3-4M3 12L9 4" stroke="var(--soft)" strokeWidth="1" />
      </pattern>
      <pattern id={`${id}-filtered`} width="6" height="8" patternUnits="userSpaceOnUse">
        <circle cx="3" cy="4" r="1.2" fill="var(--water)" />
      </pattern>
      <pattern id={`${id}-softened`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M0 4h6" stroke="var(--water)" strokeWidth="1.4" />
      </pattern>
      <pattern id={`${id}-disinfected`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M3 1v6M0 4h6" stroke="var(--water)" strokeWidth="1.2" />
      </pattern>
      <pattern id={`${id}-permeate`} width="6" height="8" patternUnits="userSpaceOnUse">
        <path d="M3 0v8" stroke="var(--water)" strokeWidth="1.4" />
      </pattern>
    </defs>
  );
}

/** A unit drawn by what it is: a vessel, housings, a chamber, a membrane; never a known program's symbol. */
function Body({
  shape: kind,
  x,
  y,
  active,
  soaked,
}: {
  shape: LineStation["shape"];
  x: number;
  y: number;
  active: boolean;
  soaked?: number;
}) {
  const stroke = active ? "var(--water)" : "var(--ink)";
  const shape = { fill: "var(--sheet)", stroke, strokeWidth: active ? 2.4 : 1.6 };
  if (kind === "vessel") {
    const level = 1 - (soaked ?? 0);
    return (
      <g>
        <rect x={x - 10} y={y - 34} width="20" height="8" {...shape} />
        <rect x={x - 19} y={y - 26} width="38" height="60" rx="15" {...shape} />
        {soaked === undefined ? (
          <path d={`M${x - 18} ${y - 4}h36`} stroke={stroke} strokeDasharray="2 3" />
        ) : (
          <path
            d={`M${x - 16} ${y - 20 + 48 * level}h32v${Math.max(0, 48 * (1 - level) - 6)}q0 6 -6 6h-20q-6 0 -6 -6z`}
            fill="var(--water)"
            opacity="0.55"
          />
        )}
      </g>
    );
  }
  if (kind === "lamp")
    return (
      <g>
        <rect x={x - 10} y={y - 32} width="20" height="64" {...shape} />
        <path d={`M${x} ${y - 24}v48`} stroke={stroke} strokeWidth="2" strokeDasharray="4 3" />
      </g>
    );
  if (kind === "housing")
    return (
      <g>
        <rect x={x - 15} y={y - 22} width="30" height="10" {...shape} />
        <rect x={x - 10} y={y - 12} width="20" height="36" rx="3" {...shape} />
      </g>
    );
  if (kind === "membrane")
    return (
      <g>
        <rect x={x - 26} y={y - 16} width="52" height="12" {...shape} />
        {[-24, -8, 8].map((d) => (
          <rect key={d} x={x + d} y={y - 4} width="14" height="22" rx="2" {...shape} />
        ))}
      </g>
    );
  if (kind === "pump")
    return (
      <g>
        <rect x={x - 16} y={y - 11} width="32" height="22" {...shape} />
        <path d={`M${x - 8} ${y}h14m-5 -5l5 5l-5 5`} fill="none" stroke={stroke} strokeWidth="1.6" />
      </g>
    );
  return <rect x={x - 13} y={y - 13} width="26" height="26" rx="2" {...shape} />;
}

const STEP = 104;
const TOP = 52;

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
      <svg width="120" height={height} className="absolute top-0 left-0" aria-hidden="true">
        <Walls id="down" />
        {stations.slice(0, -1).map((s, i) => {
          const next = stations[i + 1]!;
          const y = TOP + i * STEP;
          const mark = s.branch ? s.markIn : s.markOut;
          return (
            <g key={s.key}>
              <rect
                x="85"
                y={y}
                width="14"
                height={STEP}
                fill={patternOf("down", next.branch && !s.branch ? s.markOut : mark)}
              />
              <path d={`M85 ${y}v${STEP}M99 ${y}v${STEP}`} stroke="var(--ink)" strokeWidth="1.6" />
            </g>
          );
        })}
        <path d={`M85 ${TOP - 26}v26M99 ${TOP - 26}v26`} stroke="var(--ink)" strokeWidth="1.6" />
        <rect x="85" y={TOP - 26} width="14" height="26" fill={patternOf("down", "raw")} />
        <path d={`M80 ${height - 52}l12 14l12 -14`} fill="none" stroke="var(--ink)" strokeWidth="1.8" />
        {stations.map((s, i) => {
          const y = TOP + i * STEP;
          if (s.shape === "main" || s.shape === "house") return null;
          return s.branch ? (
            <g key={s.key}>
              <path d={`M85 ${y + 24}h-34v-10`} fill="none" stroke="var(--ink)" strokeWidth="1.6" />
              <g transform={`translate(${s.shape === "membrane" ? 38 : 44} ${y - 6})`}>
                <Body shape={s.shape} x={0} y={0} active={s.key === active} />
              </g>
            </g>
          ) : (
            <Body key={s.key} shape={s.shape} x={92} y={y} active={s.key === active} soaked={s.soaked} />
          );
        })}
      </svg>
      <StationList>
        {stations.map((s, i) => {
          const inner = (
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
          const box = `absolute left-[124px] right-1 block min-h-14 rounded-sm px-2 py-1 no-underline ${s.key === active ? "bg-tint" : ""}`;
          const style = { top: TOP + i * STEP - 34, maxHeight: STEP - 6, overflow: "hidden" } as const;
          return (
            <li key={s.key}>
              {s.href ? (
                <Link
                  href={s.href as Route}
                  data-line-station={s.key}
                  prefetch={false}
                  aria-current={s.key === active ? "true" : undefined}
                  className={`${box} hover:bg-tint`}
                  style={style}
                >
                  {inner}
                </Link>
              ) : (
                <span className={box} style={style}>
                  {inner}
                </span>
              )}
            </li>
          );
        })}
      </StationList>
    </nav>
  );
}

/** The Line on a phone: one finger high, across the top. */
export function LineAcross({
  stations,
  active,
  label,
}: {
  stations: readonly LineStation[];
  active?: string;
  label: string;
}) {
  const step = 92;
  const width = Math.max(390, stations.length * step + 20);
  return (
    <nav aria-label={label} className="overflow-x-auto border-b border-hair" data-line-across tabIndex={0}>
      <div className="relative h-[72px]" style={{ width }}>
        <svg width={width} height="50" className="absolute top-0 left-0" aria-hidden="true">
          <Walls id="across" />
          {stations.map((s, i) => (
            <rect
              key={s.key}
              x={i === 0 ? 0 : 46 + i * step}
              y="20"
              width={i === 0 ? 46 + step : step}
              height="12"
              fill={patternOf("across", s.branch ? s.markIn : s.markOut)}
            />
          ))}
          <path d={`M0 20H${width}M0 32H${width}`} stroke="var(--soft)" strokeWidth="1.4" />
          {stations.map((s, i) =>
            s.shape === "main" || s.shape === "house" ? null : (
              <g
                key={s.key}
                transform={`translate(${46 + i * step} 26) scale(${s.shape === "membrane" ? 0.55 : 0.62})`}
              >
                <Body shape={s.shape} x={0} y={0} active={s.key === active} soaked={s.soaked} />
              </g>
            ),
          )}
        </svg>
        <ol>
          {stations.map((s, i) => {
            const box = `absolute top-0 flex h-[72px] items-end justify-center pb-1 text-center text-[13px] leading-tight no-underline ${s.key === active ? "font-semibold text-ink" : "text-soft"}`;
            const style = { left: i * step, width: step };
            const text = (
              <span>
                {s.name}
                {s.level ? <span className="visually-hidden">, {s.level}</span> : null}
              </span>
            );
            return (
              <li key={s.key}>
                {s.href ? (
                  <Link
                    href={s.href as Route}
                    prefetch={false}
                    className={box}
                    style={style}
                    aria-current={s.key === active ? "true" : undefined}
                  >
                    {text}
                  </Link>
                ) : (
                  <span className={box} style={style}>
                    {text}
                  </span>
                )}
              </li>
            );
          })}
        </ol>
      </div>
    </nav>
  );
}
