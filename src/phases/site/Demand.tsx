import type { JobState } from "@/core/job";
import { tell } from "@/core/tell";
import { lossCurve, unitLoss } from "@/core/treatment";
import { fixtureUnitsOf, type Fixture } from "@/core/site";
import { demandTables } from "@/catalogue/demand";
import { groupFields } from "@/catalogue/survey";
import { supplyPressure } from "@/core/plumbing";

import type { SurveyField } from "@/core/site";
import { type Ground, type TrainJudgement } from "@/core/train";
import { print, printStated, type UnitSystem } from "@/core/units";
import { FigureText } from "@/ui/FigureCard";
import { Qty } from "@/ui/Qty";
import { VerdictMark } from "@/ui/VerdictMark";
import { SurveyFieldRow } from "./SurveyFieldRow";
import { ColumnHeads } from "@/ui/ColumnHeads";

const counts = (prefix: string, from: string): readonly SurveyField[] =>
  groupFields(from).filter((f) => f.id.startsWith(`${prefix}.`));
const kindOf = (field: SurveyField): Fixture => field.id.split(".")[1] as Fixture;
const householdFields = ["household.persons", "household.daily", "household.drinkers"];

interface DemandProps {
  readonly job: JobState;
  readonly judged: TrainJudgement;
  readonly ground: Ground;
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}

/** One question of the survey. */
const rowOf = ({ job, profile, readOnly }: DemandProps, f: SurveyField) => (
  <SurveyFieldRow
    key={f.id}
    jobId={job.id}
    field={f}
    saved={job.answers[f.id]?.text ?? ""}
    profile={profile}
    readOnly={readOnly}
  />
);

/** A question with what one of its kind counts. */
const rowBeside = (props: DemandProps, f: SurveyField, note: string) => (
  <div key={f.id} className="grid grid-cols-[1fr_88px] items-center gap-4">
    {rowOf(props, f)}
    <span className="num text-right text-sm text-soft">{note}</span>
  </div>
);

type PeakFigure = "peakUnits" | "peakTogether" | "peak" | "continuous";

/** What a flow rests on, in words. */
function noteOf(id: PeakFigure, ground: Ground): string {
  switch (id) {
    case "peakUnits": {
      const units = fixtureUnitsOf(ground.facts.fixtures, demandTables);
      return units === undefined
        ? "count the fixtures"
        : `${units.toFixed(1).replace(/\.0$/, "")} fixture units on the curve`;
    }
    case "peakTogether":
      return "the sum of what runs together";
    case "peak":
      return (ground.facts.chosenPeak ?? ground.schools.peak) === "larger"
        ? "the larger of both"
        : "as picked";
    case "continuous":
      return "half the peak, for contact time";
  }
}

/** Both schools of peak flow beside each other, and what is used of them. */
function BothSchools({ judged, ground, profile }: DemandProps) {
  const figure = (id: PeakFigure) => judged.demand.find((f) => f.id === id)!;
  const used = (id: "peakUnits" | "peakTogether") =>
    figure("peak").value !== undefined && figure(id).value === figure("peak").value;
  return (
    <section
      aria-labelledby="schools-beside"
      className="grid grid-cols-2 gap-x-6 gap-y-4 md:gap-x-10 xl:grid-cols-4"
      data-demand
    >
      <h2 id="schools-beside" className="visually-hidden">
        Both schools
      </h2>
      {(["peakUnits", "peakTogether", "peak", "continuous"] as const).map((id) => (
        <div key={id} className="border-t-2 border-ink pt-2" data-figure={id}>
          <p className="text-sm text-soft">{figure(id).label}</p>
          <p className="num text-xl font-medium whitespace-nowrap">
            <FigureText figure={figure(id)} profile={profile} />
          </p>
          <p className="text-sm text-soft">
            {noteOf(id, ground)}
            {(id === "peakUnits" || id === "peakTogether") && used(id) ? (
              <b className="font-semibold text-ink"> · in use</b>
            ) : null}
          </p>
        </div>
      ))}
    </section>
  );
}

/** A day's water, as entered or by heads. */
function DaysWater(props: DemandProps) {
  const { judged, ground, profile } = props;
  return (
    <section aria-labelledby="volume">
      <h2 id="volume">A day&apos;s water</h2>
      {groupFields("household")
        .filter((f) => householdFields.includes(f.id))
        .map((f) => rowOf(props, f))}
      <p className="mt-2">
        <span className="num text-xl">
          {judged.dailyLitres === undefined ? "—" : print(judged.dailyLitres, "volume", profile, 0)}
        </span>{" "}
        <span className="text-soft">
          a day
          {ground.facts.dailyLitres !== undefined
            ? ", as entered"
            : ground.facts.persons === undefined
              ? ""
              : `, ${ground.facts.persons} × ${print(demandTables.litresPerPerson, "volume", profile, 0)}`}
        </span>
      </p>
    </section>
  );
}

/** Fixtures by steppers, both schools of peak flow beside each other, and what the peak does to pressure and units. */
export function Demand(props: DemandProps) {
  const { judged, ground, profile } = props;
  const peakBy = groupFields("household").find((f) => f.id === "household.peakBy")!;
  return (
    <div className="grid gap-10">
      <BothSchools {...props} />
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-2">
        <section aria-labelledby="counted">
          <h2 id="counted">
            Fixtures in the house <span className="text-base font-normal text-soft">fixture units each</span>
          </h2>
          {counts("fixture", "household").map((f) =>
            rowBeside(props, f, String(demandTables.fixtureUnits[kindOf(f)])),
          )}
        </section>
        <section aria-labelledby="running">
          <h2 id="running">
            Running together <span className="text-base font-normal text-soft">flow each</span>
          </h2>
          {counts("together", "together").map((f) =>
            rowBeside(props, f, printStated(demandTables.openFlow[kindOf(f)] ?? 0, "flow", profile)),
          )}
          <div className="mt-4">{rowOf(props, peakBy)}</div>
        </section>
        <DaysWater {...props} />
        <AtPeak judged={judged} ground={ground} profile={profile} />
      </div>
    </div>
  );
}

/** A unit of the line at peak: what passes each of them, what it is rated for, takes and leaves. */
function UnitAtPeak({
  station: s,
  peak,
  loss,
  leaves,
  profile,
}: {
  station: TrainJudgement["stations"][number];
  peak: number;
  loss: number;
  leaves: number | undefined;
  profile: UnitSystem;
}) {
  const kPa = (n: number) => print(n, "pressure", profile);
  const each = peak / s.unit.parallel;
  const isBeyond = s.model.ratedFlow !== undefined && s.model.ratedFlow < each;
  return (
    <tr>
      <th scope="row" className="text-left font-normal">
        {s.model.code}
        {s.unit.parallel > 1 ? ` × ${s.unit.parallel}` : ""}
      </th>
      <td className="figure">
        <Qty>{print(each, "flow", profile)}</Qty>
      </td>
      <td className={`figure ${isBeyond ? "font-semibold" : ""}`}>
        {s.model.ratedFlow === undefined ? "—" : <Qty>{printStated(s.model.ratedFlow, "flow", profile)}</Qty>}
      </td>
      <td className="figure">{kPa(loss)}</td>
      <td className="figure">
        {leaves === undefined ? <span className="text-soft">unknown</span> : kPa(leaves)}
      </td>
    </tr>
  );
}

/** The main at peak: what it gives, what its own pipe takes, and what it leaves. */
function MainAtPeak({
  peak,
  start,
  standing,
  profile,
}: {
  peak: number;
  start: number | undefined;
  standing: number | undefined;
  profile: UnitSystem;
}) {
  const kPa = (n: number) => print(n, "pressure", profile);
  return (
    <tr>
      <th scope="row" className="text-left font-normal">
        Main
      </th>
      <td className="figure">
        <Qty>{print(peak, "flow", profile)}</Qty>
      </td>
      <td className="figure text-soft">—</td>
      <td className="figure">
        {start === undefined || standing === undefined ? "—" : kPa(standing - start)}
      </td>
      <td className="figure">
        {start === undefined ? <span className="text-soft">unknown</span> : kPa(start)}
      </td>
    </tr>
  );
}

/** Pressure and flow through the train while the house draws its peak. */
function AtPeak({
  judged,
  ground,
  profile,
}: {
  judged: TrainJudgement;
  ground: Ground;
  profile: UnitSystem;
}) {
  const { peak } = judged;
  if (peak === undefined)
    return (
      <section aria-labelledby="at-peak">
        <h2 id="at-peak">What happens at peak</h2>
        <p className="text-soft">Known once fixtures are counted.</p>
      </section>
    );
  const main = judged.stations.filter((s) => s.placement.connects === "line");
  const start = ground.curve ? supplyPressure(ground.curve, peak) : undefined;
  const losses = main.map((s) => unitLoss(lossCurve(s.model.lossPoints), peak / s.unit.parallel));
  const behind = losses.map((_, i) =>
    start === undefined ? undefined : start - losses.slice(0, i + 1).reduce((a, b) => a + b, 0),
  );
  const verdict = judged.house.verdicts.find((v) => v.rule === "house-pressure");
  return (
    <section aria-labelledby="at-peak" data-at-peak>
      <h2 id="at-peak">What happens at peak</h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="at-peak">
        <table className="plain">
          <ColumnHeads
            caption="What happens at peak"
            columns={[
              "At",
              { figure: "through each" },
              { figure: "rated" },
              { figure: "takes" },
              { figure: "leaves" },
            ]}
          />
          <tbody>
            <MainAtPeak peak={peak} start={start} standing={ground.curve?.static} profile={profile} />
            {main.map((s, i) => (
              <UnitAtPeak
                key={s.key}
                station={s}
                peak={peak}
                loss={losses[i]!}
                leaves={behind[i]}
                profile={profile}
              />
            ))}
          </tbody>
        </table>
      </div>
      {verdict ? (
        <p className="mt-2">
          <VerdictMark level={verdict.level}>{tell(verdict, profile).reason}</VerdictMark>
        </p>
      ) : null}
      <ul className="grid gap-1 text-sm">
        {judged.house.verdicts
          .filter(
            (v) => ["well-yield", "beyond-measured", "train-loss"].includes(v.rule) && v.level !== "Good",
          )
          .map((v) => (
            <li key={v.rule}>
              <VerdictMark level={v.level}>{tell(v, profile).reason}</VerdictMark>
            </li>
          ))}
      </ul>
    </section>
  );
}
