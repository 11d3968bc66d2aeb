import type { Route } from "next";
import Link from "@/ui/Link";
import { clockTime, dayName, dateIn } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import type { byPerson, Engaged, WeekSpan } from "./weekByPerson";

/** One visit, or the end of a clock that hands must be there for. */
function Entry({ entry: e, zone }: { entry: Engaged; zone: string }) {
  const time =
    e.kind === "visit"
      ? `${clockTime(e.from, zone)}–${clockTime(e.to, zone)}`
      : `ready ${clockTime(e.to, zone)}`;
  return (
    <Link
      href={`/jobs/${e.jobId}/run` as Route}
      prefetch={false}
      className={`block min-h-11 border-l-2 py-1 pl-2 no-underline ${e.kind === "visit" ? "border-ink" : "border-water"}`}
    >
      <span className="num block text-sm">{time}</span>
      <b className="font-semibold">{e.jobName}</b>
      <span className="block text-sm text-soft">{e.title}</span>
      {e.clashes ? <VerdictMark level="Check">elsewhere at the same time</VerdictMark> : null}
    </Link>
  );
}

type Crews = ReturnType<typeof byPerson>;

/** A day's name, as it is written: no zone moves it. */
const heading = (day: string) => dayName(`${day}T12:00:00Z`, "UTC");

/** The week on a narrow screen: day by day, who is where. */
function DayByDay({
  week,
  crews,
  today,
  zone,
}: {
  week: WeekSpan;
  crews: Crews;
  today: string;
  zone: string;
}) {
  return (
    <div className="md:hidden">
      {week.days.map((day, i) => {
        const there = crews.filter((c) => c.days[i]!.length > 0);
        return (
          <section key={day} className="rule py-2" aria-label={heading(day)}>
            <h2 className={`text-lg ${day === today ? "" : "font-normal"}`}>
              {heading(day)}
              {day === today ? ", today" : ""}
            </h2>
            {there.length === 0 ? <p className="text-soft">Nobody is sent anywhere.</p> : null}
            {there.map(({ who, days }) => (
              <div key={who} className="mt-1">
                <p className="text-soft">{who}</p>
                {days[i]!.map((e) => (
                  <Entry key={`${e.jobId}${e.item}`} entry={e} zone={zone} />
                ))}
              </div>
            ))}
          </section>
        );
      })}
    </div>
  );
}

/** The week as a table: a row a person, a column a day. */
function Table({ week, crews, today, zone }: { week: WeekSpan; crews: Crews; today: string; zone: string }) {
  return (
    <div className="hidden overflow-x-auto md:block" tabIndex={0} role="region" aria-label="The week">
      <table className="plain w-full min-w-[980px] table-fixed" data-week>
        <caption className="visually-hidden">Visits and clocks that end, by person and day</caption>
        <thead>
          <tr>
            <th scope="col" className="w-32">
              Who
            </th>
            {week.days.map((day) => (
              <th key={day} scope="col" aria-current={day === today ? "date" : undefined}>
                {heading(day)}
                {day === today ? <span className="text-ink">, today</span> : null}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {crews.map(({ who, days }) => (
            <tr key={who} data-crew={who}>
              <th scope="row">{who}</th>
              {days.map((entries, i) => (
                <td key={week.days[i]} className="align-top">
                  {entries.map((e) => (
                    <Entry key={`${e.jobId}${e.item}`} entry={e} zone={zone} />
                  ))}
                  {entries.length === 0 ? <span className="text-soft">free</span> : null}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

/** A week of everybody who goes out. */
export function Week({
  week,
  crews,
  now,
  zone,
  total,
  shown,
}: {
  week: WeekSpan;
  crews: Crews;
  now: number;
  zone: string;
  total: number;
  shown: number;
}) {
  const today = dateIn(now, zone);
  const link = "plainlink inline-flex min-h-11 items-center";
  return (
    <main className="px-4 py-6 md:px-8">
      <div className="mb-4 flex flex-wrap items-baseline gap-x-8 gap-y-2">
        <h1>
          Week of {heading(week.days[0]!)} to {heading(week.days[6]!)}
        </h1>
        <Link href={`/week?of=${week.before}` as Route} prefetch={false} className={link}>
          The week before
        </Link>
        <Link href={`/week?of=${week.after}` as Route} prefetch={false} className={link}>
          The week after
        </Link>
        {week.days.includes(today) ? null : (
          <Link href={"/week" as Route} prefetch={false} className={link}>
            This week
          </Link>
        )}
      </div>
      <Table week={week} crews={crews} today={today} zone={zone} />
      <DayByDay week={week} crews={crews} today={today} zone={zone} />
      {total > shown ? (
        <p className="mt-3 text-soft">
          {shown} of {total} visits and clocks of this week are shown.
        </p>
      ) : null}
    </main>
  );
}
