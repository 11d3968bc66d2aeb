"use client";
import type { Level } from "@/core/verdict";
import {
  judgedCase,
  judgedFeed,
  isShort,
  speedLevel,
  pressureCases,
  type CaseFound,
  type DrivenTrain,
  type FeedFound,
  type PressureCase,
} from "@/core/plumbing/pressure";
import type { LossPart } from "@/core/plumbing/way";
import { print, type UnitSystem } from "@/core/units";
import type { Route } from "next";
import Link from "@/ui/Link";
import { VerdictShape } from "@/ui/VerdictMark";
import { usePressures } from "./usePressures";

const caseWords: Readonly<Record<PressureCase, string>> = {
  peak: "Design peak",
  shower: "One shower",
  wash: "Backwash",
  dirty: "Peak, cartridges full",
  bypass: "Peak, bypass open too",
};

interface PanelProps {
  readonly jobId: string;
  readonly train: DrivenTrain;
  readonly peak?: number;
  readonly shower: number;
  /** Numbers of pipes on the drawing, by the ids of their runs. */
  readonly numbers: ReadonlyMap<string, number>;
  readonly nameOf: (key: string) => string;
  readonly profile: UnitSystem;
}

/** A figure with how it is judged. */
function Judged({ text, level }: { text: string; level: Level | undefined }) {
  return (
    <span className="num sm:whitespace-nowrap">
      {level ? <VerdictShape level={level} /> : null} {text}
      {level ? <span className="visually-hidden"> {level}</span> : null}
    </span>
  );
}

/** What draws it for its backwash: of units side by side one at a time. */
const washing = ({ unit, shares }: CaseFound, nameOf: PanelProps["nameOf"]): string =>
  `${shares.some((s) => s.unit === unit) ? "one of " : ""}${nameOf(unit!)}`;

/** One way of being asked for water. */
function CaseRow({
  name,
  found,
  nameOf,
  profile,
}: { name: PressureCase; found: CaseFound } & Pick<PanelProps, "nameOf" | "profile">) {
  const levels = judgedCase(found);
  return (
    <tr className="border-t border-hair align-baseline" data-pressure={name}>
      <th scope="row" className="py-2 pr-3 text-left font-normal">
        {caseWords[name]}
        {found.unit === undefined ? "" : ` of ${washing(found, nameOf)}, before it`}
      </th>
      <td className="num pr-3 text-right sm:whitespace-nowrap">
        {print(found.drawn, "flow", profile)}
        {isShort(found) ? (
          <span className="block text-stop" data-short>
            of {print(found.wanted, "flow", profile)}
          </span>
        ) : null}
      </td>
      <td className="pr-3 text-right">
        <Judged text={print(found.kPa, "pressure", profile)} level={levels.left} />
      </td>
      <td className="pr-3 text-right">
        <Judged text={print(found.treatmentKPa, "pressure", profile)} level={levels.treatment} />
      </td>
      <td className="text-right">
        <Judged text={print(found.fastest.ms, "speed", profile)} level={levels.speed} />
      </td>
    </tr>
  );
}

/** Losses by what takes them: the supply, all pipes together, each unit. */
function budgetOf(losses: readonly LossPart[], nameOf: (key: string) => string) {
  const ofPipes = losses.filter((p) => p.of === "pipe").reduce((sum, p) => sum + p.kPa, 0);
  return [
    ...losses.filter((p) => p.of === "supply").map((p) => ({ name: "the supply", kPa: p.kPa })),
    ...losses.filter((p) => p.of === "unit").map((p) => ({ name: nameOf(p.id!), kPa: p.kPa })),
    { name: "pipes and fittings", kPa: ofPipes },
    ...losses.filter((p) => p.of === "height").map((p) => ({ name: "the height of the tap", kPa: p.kPa })),
  ].filter((p) => p.kPa > 0.5);
}

/** Where the pressure goes, as one bar from the supply at rest to what is left. */
function Budget({ found, nameOf, profile }: { found: CaseFound } & Pick<PanelProps, "nameOf" | "profile">) {
  const parts = budgetOf(found.losses, nameOf);
  const whole = found.kPa + parts.reduce((sum, p) => sum + p.kPa, 0);
  return (
    <div data-budget>
      <p className="mt-3 text-sm text-soft">Where it goes at the peak, along the water</p>
      <div className="mt-1 flex h-6 border border-ink" aria-hidden="true">
        {parts.map((p) => (
          <span
            key={p.name}
            className="border-r border-ink bg-tint"
            style={{ width: `${(100 * p.kPa) / whole}%` }}
          />
        ))}
      </div>
      <ul className="mt-1 text-sm">
        {parts.map((p) => (
          <li key={p.name}>
            <span className="num">{print(p.kPa, "pressure", profile)}</span> {p.name}
          </li>
        ))}
        <li>
          <span className="num">{print(found.kPa, "pressure", profile)}</span> left
        </li>
      </ul>
    </div>
  );
}

/** What comes to a unit behind the train, while the house draws what it usually does. */
function FeedRow({ feed, nameOf, profile }: { feed: FeedFound } & Pick<PanelProps, "nameOf" | "profile">) {
  const { branch, found } = feed;
  const said = print(found.kPa, "pressure", profile);
  return (
    <tr className="border-t border-hair align-baseline" data-feed={branch.key}>
      <th scope="row" className="py-2 pr-3 text-left font-normal">
        Feed of {nameOf(branch.key)}
        {branch.isBoosted
          ? ", before its pump"
          : `, which asks for ${print(branch.least, "pressure", profile)}`}
      </th>
      <td className="num pr-3 text-right sm:whitespace-nowrap">{print(found.drawn, "flow", profile)}</td>
      <td className="pr-3 text-right">
        {branch.pipe ? null : <span className="block">at most</span>}
        <Judged text={said} level={judgedFeed(feed)} />
      </td>
      <td className="num pr-3 text-right">{print(found.treatmentKPa, "pressure", profile)}</td>
      <td className="num text-right">{print(found.fastest.ms, "speed", profile)}</td>
    </tr>
  );
}

/** What each of units side by side takes of the water. */
function Shares({ found, nameOf, profile }: { found: CaseFound } & Pick<PanelProps, "nameOf" | "profile">) {
  return found.shares.map(({ unit, flows }) => (
    <p key={unit} className="text-sm" data-shares={unit}>
      {nameOf(unit)} at the peak:{" "}
      <span className="num">{flows.map((flow) => print(flow, "flow", profile)).join(", ")}</span>
    </p>
  ));
}

/** How fast the water runs in each pipe, by its number on the drawing. */
function Speeds({ found, numbers, profile }: { found: CaseFound } & Pick<PanelProps, "numbers" | "profile">) {
  const numbered = found.speeds.flatMap(({ run, ms }) => {
    const number = numbers.get(run);
    return number === undefined ? [] : [{ number, ms }];
  });
  if (numbered.length === 0) return null;
  return (
    <details data-speeds>
      <summary className="min-h-11 cursor-pointer py-2 text-sm">Speed in each pipe at the peak</summary>
      <ul className="grid grid-cols-2 gap-x-4 text-sm sm:grid-cols-3">
        {numbered.map(({ number, ms }) => (
          <li key={number}>
            <span className="num">{number}</span>:{" "}
            <Judged text={print(ms, "speed", profile)} level={speedLevel(ms)} />
          </li>
        ))}
      </ul>
    </details>
  );
}

/** How several taps hang on the house's pipe. */
function branchesSaid({ taps = [], house }: PanelProps["train"], profile: UnitSystem): string {
  if (taps.length < 2 || !house) return "";
  const { branchM, isAssumed } = house;
  if (branchM === undefined) return "; each tap on a pipe of its own";
  const said = `; taps on one pipe, by branches of ${print(branchM, "height", profile)}`;
  return isAssumed ? `${said}, as is assumed` : said;
}

/** What is measured where. */
function placeSaid(train: PanelProps["train"], profile: UnitSystem): string {
  const where =
    (train.taps ?? []).length > 0
      ? "At the tap that has least: the highest and farthest run first, all else nearer. A backwash where it is drawn"
      : "Behind the train, or where it is drawn, at the height of the cut";
  const assumed = train.supply.assumed ? "; the supply's curve is assumed" : "";
  return `${where}${branchesSaid(train, profile)}${assumed}`;
}

/**
 * What is to be seen of a train at its peak: which tap has least, the shares of units side by side, speeds,
 * and where the pressure goes.
 */
function AtPeak({
  found,
  numbers,
  nameOf,
  profile,
}: { found: CaseFound } & Pick<PanelProps, "numbers" | "nameOf" | "profile">) {
  return (
    <>
      {found.tap ? (
        <p className="text-sm" data-worst-tap>
          Least at the peak: the {found.tap}
        </p>
      ) : null}
      <Shares found={found} nameOf={nameOf} profile={profile} />
      <Speeds found={found} numbers={numbers} profile={profile} />
      <Budget found={found} nameOf={nameOf} profile={profile} />
    </>
  );
}

/** What pressure is left behind the placed train, and where it goes: computed anew as its units are moved. */
export function PressurePanel({ train, peak, shower, profile, ...props }: PanelProps) {
  const known = usePressures(train, peak, shower);
  const hasTaps = (train.taps ?? []).length > 0;
  const designed = new Map(train.units.map((u) => [u.key, u.of ?? u.key]));
  const nameOf = (id: string) => props.nameOf(designed.get(id) ?? id);
  if (known.is !== "found")
    return (
      <p role="status" data-pressures={known.is}>
        {known.is === "working"
          ? "Computing the pressures…"
          : "Unknown: the pressures could not be computed in this browser"}
      </p>
    );
  const found = pressureCases.flatMap((name) => {
    const one = known.cases[name];
    return one ? [{ name, one }] : [];
  });
  return (
    <section aria-labelledby="pressure" data-pressures="found">
      <h2 id="pressure" className="!text-lg">
        Pressure
      </h2>
      <table className="w-full text-sm">
        <caption className="pb-1 text-left text-soft">{placeSaid(train, profile)}</caption>
        <thead>
          <tr className="text-left text-soft">
            <th scope="col">Asked for</th>
            <th scope="col" className="pr-3 text-right">
              Drawn
            </th>
            <th scope="col" className="pr-3 text-right">
              Left
            </th>
            <th scope="col" className="pr-3 text-right">
              Units take
            </th>
            <th scope="col" className="text-right">
              Fastest
            </th>
          </tr>
        </thead>
        <tbody>
          {found.map(({ name, one }) => (
            <CaseRow key={name} name={name} found={one} nameOf={nameOf} profile={profile} />
          ))}
          {known.feeds.map((feed) => (
            <FeedRow key={feed.branch.key} feed={feed} nameOf={nameOf} profile={profile} />
          ))}
        </tbody>
      </table>
      {peak === undefined ? (
        <p className="text-sm">
          <VerdictShape level="Unknown" /> Unknown: the design peak, while no fixtures are counted
        </p>
      ) : null}
      {hasTaps ? null : (
        <p className="text-sm" data-far-tap="unknown">
          <VerdictShape level="Unknown" /> Unknown: what is left at the farthest tap, while its height and the
          pipe to it are not measured.{" "}
          <Link
            prefetch={false}
            className="plainlink"
            href={`/jobs/${props.jobId}/site#farTap.rise` as Route}
          >
            Measure the farthest tap
          </Link>
        </p>
      )}
      {known.cases.peak ? (
        <AtPeak found={known.cases.peak} numbers={props.numbers} nameOf={nameOf} profile={profile} />
      ) : null}
    </section>
  );
}
