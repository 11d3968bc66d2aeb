import { tell } from "@/core/tell";
import type { DesignBasis } from "@/core/train";
import {
  allVerdicts,
  pairFigures,
  pairStations,
  type Running,
  type Station,
  type TrainJudgement,
} from "@/core/train";
import { print, type UnitSystem } from "@/core/units";
import { byWorst, type Level, type Verdict } from "@/core/verdict";
import { FigureText } from "@/ui/FigureCard";
import { VerdictMark } from "@/ui/VerdictMark";

export interface Side {
  readonly name: string;
  readonly basis: DesignBasis;
  readonly judged: TrainJudgement;
  /** What its pipes take is counted. */
  readonly hasPipes: boolean;
  /** Parts, and what a year of running takes. */
  readonly cost: {
    readonly parts: number;
    readonly yearly: Running;
  };
}

const counts = (j: TrainJudgement): string =>
  (["Stop", "Check", "Unknown"] as const)
    .flatMap((level) => {
      const n = allVerdicts(j).filter((v) => v.verdict.level === level).length;
      return n === 0 ? [] : [`${n} ${level}`];
    })
    .join(", ") || "all Good";
const unitText = (s: Station | undefined): string =>
  s
    ? `${s.model.code}${s.unit.parallel > 1 ? ` × ${s.unit.parallel}` : ""}${(s.unit.version ?? 1) > 1 ? `, version ${s.unit.version}` : ""}`
    : "—";
const notGood = (list: readonly Verdict[]): Verdict[] => list.filter((v) => v.level !== "Good").sort(byWorst);
const ofStation = (s: Station | undefined): Verdict[] =>
  s ? [...s.figures.flatMap((f) => f.verdict ?? []), ...s.verdicts, ...s.limits.map((l) => l.verdict)] : [];

function Row({
  label,
  a,
  b,
  differs,
  strong = false,
}: {
  label: React.ReactNode;
  a: React.ReactNode;
  b: React.ReactNode;
  differs: boolean;
  strong?: boolean;
}) {
  return (
    <tr className={differs ? "" : "text-soft"} data-differs={differs || undefined}>
      <th scope="row" className={`text-left align-top ${strong ? "font-semibold" : "pl-4 font-normal"}`}>
        {label}
      </th>
      <td className={`align-top ${strong ? "font-semibold" : ""}`}>{a}</td>
      <td className={`align-top ${strong ? "font-semibold" : ""}`}>{b}</td>
      <td className="w-20 align-top text-sm">{differs ? "differs" : ""}</td>
    </tr>
  );
}

const verdictsCell = (list: readonly Verdict[], profile: UnitSystem) =>
  list.length === 0 ? (
    <VerdictMark level={"Good" satisfies Level}>{null}</VerdictMark>
  ) : (
    <ul className="grid gap-1 text-sm">
      {list.map((v) => (
        <li key={v.rule}>
          <VerdictMark level={v.level}>{tell(v, profile).reason}</VerdictMark>
        </li>
      ))}
    </ul>
  );
const same = (a: readonly Verdict[], b: readonly Verdict[]) =>
  a.length === b.length &&
  a.every((v, i) => v.level === b[i]!.level && JSON.stringify(v.facts) === JSON.stringify(b[i]!.facts));

/** What is compared, and how it is said. */
interface Compared {
  readonly a: Side;
  readonly b: Side;
  readonly profile: UnitSystem;
}

/** Figures of both sides, each beside its other. */
function FigureRows({ pairs, profile }: { pairs: ReturnType<typeof pairFigures>; profile: UnitSystem }) {
  return pairs.map((p) => (
    <Row
      key={p.id}
      label={(p.a ?? p.b)!.label}
      a={<FigureText figure={p.a} profile={profile} />}
      b={<FigureText figure={p.b} profile={profile} />}
      differs={p.differs}
    />
  ));
}

/** Both trains as a whole: verdicts, money, what a year takes. */
function Totals({ a, b, profile, currency }: Compared & { readonly currency: string }) {
  const money = (n: number) =>
    new Intl.NumberFormat("en", { style: "currency", currency, maximumFractionDigits: 0 }).format(n);
  const amount = (n: number | undefined, q: "mass" | "volume") =>
    n === undefined ? "not known" : print(n, q, profile, 0);
  const totals: readonly (readonly [string, string, string])[] = [
    ["Verdicts", counts(a.judged), counts(b.judged)],
    ["Parts", money(a.cost.parts), money(b.cost.parts)],
    ["Consumables a year", money(a.cost.yearly.consumables), money(b.cost.yearly.consumables)],
    ["Salt a year", amount(a.cost.yearly.saltKg, "mass"), amount(b.cost.yearly.saltKg, "mass")],
    [
      "Water to the drain a year",
      amount(a.cost.yearly.wasteLitres, "volume"),
      amount(b.cost.yearly.wasteLitres, "volume"),
    ],
  ];
  return (
    <tbody>
      {totals.map(([label, x, y]) => (
        <Row key={label} label={label} a={x} b={y} differs={x !== y} />
      ))}
      <FigureRows pairs={pairFigures(a.judged.demand, b.judged.demand)} profile={profile} />
    </tbody>
  );
}

/** One place of the Line on both sides. */
function StationRows({
  pair,
  profile,
}: {
  pair: ReturnType<typeof pairStations>[number];
  profile: UnitSystem;
}) {
  const [x, y] = [notGood(ofStation(pair.a)), notGood(ofStation(pair.b))];
  return (
    <tbody>
      <Row
        strong
        label={(pair.a ?? pair.b)!.model.name}
        a={unitText(pair.a)}
        b={unitText(pair.b)}
        differs={unitText(pair.a) !== unitText(pair.b)}
      />
      <FigureRows pairs={pairFigures(pair.a?.figures, pair.b?.figures)} profile={profile} />
      <Row
        label="To settle"
        a={pair.a ? verdictsCell(x, profile) : "—"}
        b={pair.b ? verdictsCell(y, profile) : "—"}
        differs={!pair.a || !pair.b || !same(x, y)}
      />
    </tbody>
  );
}

/** What each train means for the house. */
function HouseRows({ a, b, profile }: Compared) {
  const [x, y] = [a.judged.house, b.judged.house];
  const atPeak = (pressure: number | undefined, hasPipes: boolean) =>
    pressure === undefined
      ? "—"
      : `${print(Math.max(0, pressure), "pressure", profile)} at peak, ${hasPipes ? "with its pipes" : "by its units alone"}`;
  const [open, other] = [notGood(x.verdicts), notGood(y.verdicts)];
  return (
    <tbody>
      <Row
        strong
        label="House"
        a={atPeak(x.pressurePeak, a.hasPipes)}
        b={atPeak(y.pressurePeak, b.hasPipes)}
        differs={x.pressurePeak !== y.pressurePeak || a.hasPipes !== b.hasPipes}
      />
      <Row
        label="To settle"
        a={verdictsCell(open, profile)}
        b={verdictsCell(other, profile)}
        differs={!same(open, other)}
      />
    </tbody>
  );
}

type Pair = readonly [label: string, a: string, b: string];

/** Keys of either of two records, once each. */
const keysOfBoth = (x: object = {}, y: object = {}) => [...new Set([...Object.keys(x), ...Object.keys(y)])];

/** Answers and schools on which the two stand apart. */
function grounds(
  a: DesignBasis,
  b: DesignBasis,
  labels: ReadonlyMap<string, string>,
  schoolLabels: ReadonlyMap<string, string>,
): Pair[] {
  const answers = keysOfBoth(a.answers, b.answers).map((field): Pair => [
    labels.get(field) ?? field,
    a.answers[field]?.text ?? "unknown",
    b.answers[field]?.text ?? "unknown",
  ]);
  const schools = keysOfBoth(a.schools, b.schools).flatMap((id): Pair[] => {
    const [x, y] = [a.schools?.[id], b.schools?.[id]];
    return x === undefined || y === undefined ? [] : [[schoolLabels.get(id) ?? id, x, y]];
  });
  return [...answers, ...schools].filter(([, x, y]) => x !== y);
}

function Grounds({ pairs }: { pairs: readonly Pair[] }) {
  if (pairs.length === 0) return null;
  return (
    <tbody>
      <tr>
        <th scope="row" colSpan={4} className="pt-4 text-left font-semibold">
          What they stand on
        </th>
      </tr>
      {pairs.map(([label, x, y]) => (
        <Row key={label} label={label} a={x} b={y} differs />
      ))}
    </tbody>
  );
}

/** Two designs point by point; what is the same steps back. */
export function Compare({
  a,
  b,
  currency,
  profile,
  labels,
  schoolLabels,
}: Compared & {
  readonly currency: string;
  readonly labels: ReadonlyMap<string, string>;
  readonly schoolLabels: ReadonlyMap<string, string>;
}) {
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Comparison">
      <table className="plain min-w-[720px]" data-compare>
        <caption className="visually-hidden">Two designs, point by point</caption>
        <thead>
          <tr>
            <th scope="col" className="w-64">
              <span className="visually-hidden">Point</span>
            </th>
            <th scope="col">{a.name}</th>
            <th scope="col">{b.name}</th>
            <th scope="col">
              <span className="visually-hidden">Differs</span>
            </th>
          </tr>
        </thead>
        <Totals a={a} b={b} profile={profile} currency={currency} />
        {pairStations(a.judged, b.judged).map((pair) => (
          <StationRows key={pair.key} pair={pair} profile={profile} />
        ))}
        <HouseRows a={a} b={b} profile={profile} />
        <Grounds pairs={grounds(a.basis, b.basis, labels, schoolLabels)} />
      </table>
    </div>
  );
}
