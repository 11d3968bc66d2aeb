import type { Route } from "next";
import Link from "../Link";
import { Body, paintOf, Walls } from "./drawn";
import type { LineStation } from "./station";

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
          <Walls drawing="across" />
          {stations.map((s, i) => (
            <rect
              key={s.key}
              x={i === 0 ? 0 : 46 + i * step}
              y="20"
              width={i === 0 ? 46 + step : step}
              height="12"
              fill={paintOf("across", s.branch ? s.markIn : s.markOut)}
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
