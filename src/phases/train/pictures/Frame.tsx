import { ReferenceArea, ResponsiveContainer, XAxis } from "recharts";
import { unitName, type UnitSystem } from "@/core/units";

/** Room round a chart for its words. */
export const margin = { top: 16, right: 24, bottom: 28, left: 8 };
/** The words beside an axis. */
export const axis = (value: string, angle = 0) =>
  ({
    value,
    angle,
    position: angle ? "insideLeft" : "insideBottom",
    offset: angle ? 0 : -16,
    fill: "var(--soft)",
    style: { textAnchor: "middle" },
  }) as const;
/** The words of a line or a band in a chart. */
export const mark = (
  value: string,
  position: "top" | "insideTopRight" | "insideBottomRight" | "insideTopLeft" = "top",
) => ({ value, position, fill: "var(--ink)", fontSize: 13 }) as const;
/** A number of an axis, without digits that say nothing. */
export const tick = (n: number) => String(Math.round(n * 100) / 100);
/** Points spread evenly between two, both included. */
export const steps = (from: number, to: number, n = 80) =>
  Array.from({ length: n + 1 }, (_, i) => from + ((to - from) * i) / n);

/** The next number a person would end an axis on. */
export function roundUp(n: number): number {
  const place = 10 ** Math.floor(Math.log10(n));
  return place * [1, 1.5, 2, 2.5, 3, 4, 5, 6, 8, 10].find((m) => m * place >= n)!;
}

/** A picture with its title, what it says in a sentence, and its figures as a table beside it. */
export function Frame({
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

/** The axis of flow, from none to `end` in the unit that the reader is shown. */
export const FlowAxis = ({ end, profile }: { end: number; profile: UnitSystem }) => (
  <XAxis
    type="number"
    dataKey="flow"
    domain={[0, end]}
    tickCount={6}
    tickFormatter={tick}
    stroke="var(--soft)"
    label={axis(`flow, ${unitName("flow", profile)}`)}
  />
);

/** A band over the whole width of a chart in which a figure is Good, or one in which it is a Stop. */
export const Band = ({
  from,
  to,
  across,
  level,
  says,
}: {
  from: number;
  to: number;
  across: readonly [number, number];
  level: "good" | "stop";
  says: string;
}) => (
  <ReferenceArea
    y1={from}
    y2={to}
    x1={across[0]}
    x2={across[1]}
    fill={`var(--${level})`}
    fillOpacity={0.1}
    label={mark(says, level === "good" ? "insideTopRight" : "insideBottomRight")}
  />
);
