"use client";
import Link from "./Link";
import type { Route } from "next";
import { clockTime, momentOf } from "./time";

export interface StripBar {
  readonly key: string;
  readonly href: string;
  readonly title: string;
  readonly detail: string;
  readonly kind: "soak" | "flow" | "wait" | "visit" | "off";
  readonly from: number;
  readonly to: number;
  readonly paused: boolean;
}

/** The hours that a strip shows, and the zone that its clock goes by. */
interface Span {
  readonly from: number;
  readonly to: number;
  readonly zone: string;
}

const hour = 3_600_000;

/** Where a moment stands on the strip, in per cent; what is before or after it stands at its end. */
const placeOn = ({ from, to }: Span, at: number) =>
  Math.min(100, Math.max(0, (100 * (at - from)) / (to - from)));

/** Every hour as a stroke, every second one with its figure. */
function Hours({ span }: { span: Span }) {
  const hours = Array.from(
    { length: Math.round((span.to - span.from) / hour) + 1 },
    (_, i) => span.from + i * hour,
  );
  return (
    <div className="relative h-8 border-b border-hair" aria-hidden="true">
      {hours.map((h, i) => (
        <span
          key={h}
          className="absolute bottom-0 h-2 border-l border-ink"
          style={{ left: `${placeOn(span, h)}%` }}
        >
          {i % 2 === 0 && i < hours.length - 1 ? (
            <span className="num absolute -top-5 left-0 text-[12px] text-soft">
              {clockTime(h, span.zone).slice(0, 2)}
            </span>
          ) : null}
        </span>
      ))}
    </div>
  );
}

function lookOf({ kind, from, paused }: StripBar, now: number): string {
  switch (kind) {
    case "visit":
      return from > now ? "border-ink" : "border-ink bg-ink";
    case "off":
      return "border-dashed border-ink";
    default:
      return `wet-bar border-water ${paused ? "opacity-60" : ""}`;
  }
}

/**
 * Words of a bar on a wide screen: inside it where it is long, else after it, and before it beyond the
 * middle, so that they stay on the strip.
 */
function BarWords({
  bar: b,
  left,
  width,
  onInk,
}: {
  bar: StripBar;
  left: number;
  width: number;
  onInk: boolean;
}) {
  const end = left + width;
  const isInside = width > 38;
  const outside = end > 62 ? { right: `calc(${100 - left}% + 6px)` } : { left: `calc(${end}% + 6px)` };
  const style = isInside ? { left: `calc(${left}% + 6px)`, maxWidth: `calc(${width}% - 12px)` } : outside;
  const isLight = onInk && isInside;
  return (
    <span
      className="absolute top-0 z-[1] hidden h-7 items-center overflow-hidden md:flex"
      aria-hidden="true"
      style={style}
    >
      <span className={`px-2 text-sm whitespace-nowrap ${isLight ? "text-paper" : "bg-paper text-ink"}`}>
        <b className="font-semibold">{b.title}</b>{" "}
        <span className={isLight ? "" : "text-soft"}>{b.detail}</span>
      </span>
    </span>
  );
}

/** One thing of the day, and the way to it. */
function Bar({ bar: b, span, now }: { bar: StripBar; span: Span; now: number }) {
  const left = placeOn(span, b.from);
  const end = placeOn(span, b.to);
  const width = Math.max(0.6, end - left);
  const isWet = b.kind !== "visit" && b.kind !== "off";
  return (
    <Link href={b.href as Route} prefetch={false} className="block no-underline">
      <span className="relative z-[1] block w-fit bg-paper text-sm md:hidden">
        <b className="font-semibold">{b.title}</b> <span className="text-soft">{b.detail}</span>
      </span>
      <span className="relative block h-7">
        <span
          className={`absolute top-0 h-7 border ${lookOf(b, now)}`}
          style={{ left: `${left}%`, width: `${width}%` }}
          aria-hidden="true"
        />
        {isWet && b.to < span.to ? (
          <span
            className="absolute -top-1 h-9 border-l-2 border-ink"
            style={{ left: `${end}%` }}
            aria-hidden="true"
          />
        ) : null}
        <BarWords bar={b} left={left} width={width} onInk={b.kind === "visit" && b.from <= now} />
        <span className="visually-hidden">{`${clockTime(b.from, span.zone)} to ${momentOf(b.to, now, span.zone)}`}</span>
      </span>
    </Link>
  );
}

/** The present as a plumb line. */
function Plumb({ span, now }: { span: Span; now: number }) {
  return (
    <div
      className="pointer-events-none absolute top-1 bottom-[-6px] border-l border-ink"
      style={{ left: `${placeOn(span, now)}%` }}
      aria-hidden="true"
    >
      <svg width="12" height="26" className="absolute -bottom-4 -left-[6.5px]">
        <path d="M2 0h8l2 8l-6 16l-6 -16z" fill="var(--ink)" />
      </svg>
      <span className="num absolute -bottom-4 left-3 bg-paper px-1 text-[12px]">
        {clockTime(now, span.zone)}
      </span>
    </div>
  );
}

/**
 * The day as a strip of hours: solid for hands on, hatched water for a soak, dashed for water off, the
 * present a plumb line.
 */
export function TimeStrip({ bars, now, ...span }: Span & { bars: readonly StripBar[]; now: number }) {
  return (
    <div className="relative overflow-x-clip pb-5" data-strip>
      <Hours span={span} />
      <ol className="relative py-2">
        {bars.map((b) => (
          <li key={b.key} className="relative mb-2.5">
            <Bar bar={b} span={span} now={now} />
          </li>
        ))}
        {bars.length === 0 ? (
          <li className="py-2 text-soft">
            Nothing runs today. Soaks, flushes and visits appear here as they start.
          </li>
        ) : null}
      </ol>
      {now >= span.from && now <= span.to ? <Plumb span={span} now={now} /> : null}
    </div>
  );
}
