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

/** The day as a strip of hours: solid for hands on, hatched water for a soak, dashed for water off, the present a plumb line. */
export function TimeStrip({
  bars,
  from,
  to,
  now,
  zone,
}: {
  bars: readonly StripBar[];
  from: number;
  to: number;
  now: number;
  zone: string;
}) {
  const span = to - from;
  const x = (at: number) => Math.min(100, Math.max(0, (100 * (at - from)) / span));
  const hours = Array.from({ length: Math.round(span / 3_600_000) + 1 }, (_, i) => from + i * 3_600_000);
  return (
    <div className="relative overflow-x-clip pb-5" data-strip>
      <div className="relative h-8 border-b border-hair" aria-hidden="true">
        {hours.map((h, i) => (
          <span key={h} className="absolute bottom-0 h-2 border-l border-ink" style={{ left: `${x(h)}%` }}>
            {i % 2 === 0 && i < hours.length - 1 ? (
              <span className="num absolute -top-5 left-0 text-[12px] text-soft">
                {clockTime(h, zone).slice(0, 2)}
              </span>
            ) : null}
          </span>
        ))}
      </div>
      <ol className="relative py-2">
        {bars.map((b) => {
          const left = x(b.from);
          const width = Math.max(0.6, x(b.to) - left);
          const wet = b.kind !== "visit" && b.kind !== "off";
          // Beyond the middle the words go to the left of the bar's end, so that they stay on the strip.
          const inside = width > 38;
          const words = (
            <span
              className={`px-2 text-sm whitespace-nowrap ${b.kind === "visit" && inside ? "text-paper" : "bg-paper text-ink"}`}
            >
              <b className="font-semibold">{b.title}</b>{" "}
              <span className={b.kind === "visit" && inside ? "" : "text-soft"}>{b.detail}</span>
            </span>
          );
          return (
            <li key={b.key} className="relative mb-2.5">
              <Link href={b.href as Route} prefetch={false} className="block no-underline">
                <span className="relative z-[1] block w-fit bg-paper text-sm md:hidden">
                  <b className="font-semibold">{b.title}</b> <span className="text-soft">{b.detail}</span>
                </span>
                <span className="relative block h-7">
                  <span
                    className={`absolute top-0 h-7 border ${wet ? "wet-bar border-water" : b.kind === "off" ? "border-dashed border-ink" : b.from > now ? "border-ink" : "border-ink bg-ink"} ${b.paused && wet ? "opacity-60" : ""}`}
                    style={{ left: `${left}%`, width: `${width}%` }}
                    aria-hidden="true"
                  />
                  {wet && b.to < to ? (
                    <span
                      className="absolute -top-1 h-9 border-l-2 border-ink"
                      style={{ left: `${x(b.to)}%` }}
                      aria-hidden="true"
                    />
                  ) : null}
                  <span
                    className="absolute top-0 z-[1] hidden h-7 items-center overflow-hidden md:flex"
                    aria-hidden="true"
                    style={
                      inside
                        ? { left: `calc(${left}% + 6px)`, maxWidth: `calc(${width}% - 12px)` }
                        : x(b.to) > 62
                          ? { right: `calc(${100 - left}% + 6px)` }
                          : { left: `calc(${x(b.to)}% + 6px)` }
                    }
                  >
                    {b.from > now && b.kind === "visit" && inside ? (
                      <span className="bg-paper px-2 text-sm whitespace-nowrap text-ink">
                        <b className="font-semibold">{b.title}</b>{" "}
                        <span className="text-soft">{b.detail}</span>
                      </span>
                    ) : (
                      words
                    )}
                  </span>
                  <span className="visually-hidden">{`${clockTime(b.from, zone)} to ${momentOf(b.to, now, zone)}`}</span>
                </span>
              </Link>
            </li>
          );
        })}
        {bars.length === 0 ? (
          <li className="py-2 text-soft">
            Nothing runs today. Soaks, flushes and visits appear here as they start.
          </li>
        ) : null}
      </ol>
      {now >= from && now <= to ? (
        <div
          className="pointer-events-none absolute top-1 bottom-[-6px] border-l border-ink"
          style={{ left: `${x(now)}%` }}
          aria-hidden="true"
        >
          <svg width="12" height="26" className="absolute -bottom-4 -left-[6.5px]">
            <path d="M2 0h8l2 8l-6 16l-6 -16z" fill="var(--ink)" />
          </svg>
          <span className="num absolute -bottom-4 left-3 bg-paper px-1 text-[12px]">
            {clockTime(now, zone)}
          </span>
        </div>
      ) : null}
    </div>
  );
}
