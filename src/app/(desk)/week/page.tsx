import { allPeople } from "@/data/queries/people";
import { weekRows } from "@/data/queries/today";
import { byPerson, weekOf } from "@/phases/today/weekByPerson";
import { Week } from "@/phases/today/Week";
import { company, personFor } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";

export const metadata = { title: "The week" };

/** A week of everybody who goes out, by `?of=` a day of it. */
export default async function WeekPage({ searchParams }: PageProps<"/week">) {
  await personFor("viewJobs");
  const { timeZone } = await company();
  const at = now();
  const week = weekOf((await searchParams).of, at, timeZone);
  const [{ rows, total }, people] = await Promise.all([
    weekRows(database(), week.from, week.to),
    allPeople(database()),
  ]);
  const crew = people.filter((p) => p.active && p.role === "installer").map((p) => p.name);
  return (
    <Week
      week={week}
      crews={byPerson(rows, crew, week, timeZone)}
      now={at}
      zone={timeZone}
      total={total}
      shown={rows.length}
    />
  );
}
