import { tell } from "@/core/tell";
import { plain, sayFor, sayText } from "@/core/words";
import type { Figure, InputSource } from "@/core/families";
import { figure, statedDigits, unitName, type UnitSystem, type Quantity } from "@/core/units";

import { VerdictMark } from "./VerdictMark";

/** A number and its unit, as a figure card shows them apart. */
function shown(
  value: number,
  quantity: Quantity | "plain",
  profile: UnitSystem,
  { digits, stated = false }: { digits?: number; stated?: boolean } = {},
): { n: string; unit: string } {
  if (quantity === "plain") {
    const decimals = digits ?? (Math.abs(value) >= 100 ? 0 : 2);
    return { n: plain(Number(value.toFixed(decimals)), 0, decimals), unit: "" };
  }
  if (quantity === "duration" && value >= 90)
    return {
      n: `${Math.floor(value / 60)}:${String(Math.round(value % 60)).padStart(2, "0")}`,
      unit: "h:min",
    };
  const places = stated ? statedDigits(value, quantity, profile) : digits;
  return { n: figure(value, quantity, profile, places), unit: unitName(quantity, profile) };
}

/** A range of less than a hundredth of the figure is no news. */
const isWide = (f: Figure): boolean =>
  f.range !== undefined && f.range.high - f.range.low > 0.01 * Math.abs(f.value ?? 0);

/** A figure in one line, as its range where it is one; a dash when it is not known. */
export function FigureText({ figure: f, profile }: { figure?: Figure; profile: UnitSystem }) {
  if (f?.value === undefined) return <span className="text-soft">—</span>;
  const value = shown(f.value, f.quantity, profile, f);
  const [low, high] = f.range
    ? [f.range.low, f.range.high].map((n) => shown(n, f.quantity, profile, f).n)
    : [];
  return (
    <>
      {low !== undefined && low !== high && isWide(f) ? `${low}–${high}` : value.n} {value.unit || f.suffix}
    </>
  );
}

function where(from: InputSource, surveyHref: (field: string) => string): React.ReactNode {
  if ("survey" in from)
    return (
      <a href={surveyHref(from.survey)} className="plainlink">
        survey
      </a>
    );
  if ("unit" in from) return from.unit;
  if ("figure" in from) return "from its own working";
  return from.rule;
}

/** A large figure with its unit and verdict; opening it shows the formula with the inputs put in. */
export function FigureCard({
  figure: f,
  profile,
  surveyHref,
  verdict,
  school,
}: {
  figure: Figure;
  profile: UnitSystem;
  surveyHref: (field: string) => string;
  verdict?: React.ReactNode;
  /** Says which school the working rests on, whose and why. */ school?: (id: string) => React.ReactNode;
}) {
  const say = sayFor(profile);
  const value = f.value === undefined ? undefined : shown(f.value, f.quantity, profile, f);
  const [low, high] = f.range
    ? [f.range.low, f.range.high].map((n) => shown(n, f.quantity, profile, f).n)
    : [];
  const spread = low !== undefined && low !== high && isWide(f) ? `${low}–${high}` : undefined;
  return (
    <div className="border-t border-hair py-3">
      <details className="group">
        <summary className="cursor-pointer list-none">
          <span className="block text-sm text-soft">
            {f.label} <span className="group-open:hidden">▸ working</span>
            <span className="hidden group-open:inline">▾ working</span>
          </span>
          <span className="block">
            <span className={`num font-medium whitespace-nowrap ${spread ? "text-xl" : "text-2xl"}`}>
              {spread ?? value?.n ?? "—"}
            </span>{" "}
            <span className="text-soft">{value?.unit || (value ? f.suffix : "")}</span>
          </span>
          {spread ? (
            <span className="block text-sm text-soft">between what was measured; judged at {value?.n}</span>
          ) : null}
          {f.note ? <span className="block text-sm text-soft">{sayText(f.note, say)}</span> : null}
        </summary>
        <div className="mt-2 bg-tint px-4 py-3 text-sm">
          <p>{sayText(f.working.formula, say)}</p>
          {f.working.inputs.length > 0 ? (
            <ul className="mt-1">
              {f.working.inputs.map((i) => {
                const s = shown(i.value, i.quantity, profile, { stated: "unit" in i.from });
                return (
                  <li key={i.name}>
                    {i.name} = <span className="num">{s.n}</span> {s.unit || i.suffix}{" "}
                    <span className="text-soft">({where(i.from, surveyHref)})</span>
                  </li>
                );
              })}
            </ul>
          ) : (
            <p className="text-soft">No input is known yet.</p>
          )}
          {f.working.school && school ? <p className="mt-1">{school(f.working.school)}</p> : null}
          {f.working.note ? <p className="mt-1">{sayText(f.working.note, say)}</p> : null}
        </div>
      </details>
      {verdict ??
        (f.verdict ? (
          <span className="block text-sm">
            <VerdictMark level={f.verdict.level}>{tell(f.verdict, profile).reason}</VerdictMark>
          </span>
        ) : null)}
    </div>
  );
}
