import { tz } from "@date-fns/tz";
import { addHours, startOfDay } from "date-fns";
import { sessionsOfPerson } from "@/data/queries/people";
import { todayOf } from "@/data/queries/today";
import { OtherSignIn } from "@/phases/people/Sessions";
import { NewJob } from "@/phases/job/NewJob";
import { may } from "@/server/permissions";
import { templatesOf } from "@/data/queries/templates";
import { Today } from "@/phases/today/Today";
import { company, personFor } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";

export const metadata = { title: "Today" };

/** What runs today and what each job needs next. */
export default async function TodayPage() {
  const person = await personFor("viewJobs");
  const settings = await company();
  const at = now();
  const zone = tz(settings.timeZone);
  // Six in the morning to eight in the evening, widened to hold the present.
  const day = startOfDay(at, { in: zone });
  const from = Math.min(addHours(day, 6).getTime(), Math.floor(at / 3_600_000) * 3_600_000 - 3_600_000);
  const to = Math.max(addHours(day, 20).getTime(), Math.ceil(at / 3_600_000) * 3_600_000 + 3_600_000);
  // Sessions begin and end by the machine's own clock.
  const clock = new Date();
  const first = person.role === "installer" ? person.name : "";
  const [today, sessions, templates] = await Promise.all([
    todayOf(database(), new Date(from), new Date(to), new Date(at), first),
    sessionsOfPerson(database(), person.id, clock),
    may(person.role, "jobOpened") ? templatesOf(database()) : undefined,
  ]);
  return (
    <>
      <OtherSignIn
        sessions={sessions}
        own={person.sessionId}
        now={clock.getTime()}
        zone={settings.timeZone}
      />
      <Today
        newJob={templates ? <NewJob templates={templates} /> : undefined}
        today={today}
        now={at}
        from={from}
        to={to}
        zone={settings.timeZone}
        profile={person.profile}
      />
    </>
  );
}
