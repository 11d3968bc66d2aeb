"use client";
import { usePathname } from "next/navigation";
import { useState } from "react";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { Kept } from "./kept";
import type { Outbox } from "./outbox";
import { useOutbox } from "./OutboxProvider";

/** What was not taken, with its words; it stays until the person decides. */
function Unsettled({ record, outbox }: { record: Kept; outbox: Outbox }) {
  const [leaving, setLeaving] = useState(false);
  return (
    <li className="border-l-4 border-stop pl-3" data-unsettled={record.state}>
      <p>
        {record.what},{" "}
        <Link prefetch={false} href={`/jobs/${record.job}` as Route} className="plainlink">
          {record.jobName}
        </Link>
        . {record.says}
      </p>
      <p className="mt-1 flex flex-wrap gap-3">
        <button type="button" className="button quiet" onClick={() => outbox.again(record.id)}>
          Send it again
        </button>
        {leaving ? (
          <>
            <button type="button" className="button quiet" onClick={() => outbox.leaveOut(record.id)}>
              Yes, it never happened
            </button>
            <button type="button" className="button quiet" onClick={() => setLeaving(false)}>
              Keep it
            </button>
          </>
        ) : (
          <button type="button" className="button quiet" onClick={() => setLeaving(true)}>
            Leave it out
          </button>
        )}
      </p>
    </li>
  );
}

/** How many records there are of each name. */
function counted(records: readonly Kept[], nameOf: (record: Kept) => string): [string, number][] {
  const counts = new Map<string, number>();
  for (const record of records) counts.set(nameOf(record), (counts.get(nameOf(record)) ?? 0) + 1);
  return [...counts];
}

/** What this device still keeps: what was refused, what waits beside the run that is shown, and what waits for another person. */
export function OutboxNotice({ person }: { person: string }) {
  const { outbox, kept, hindrance } = useOutbox();
  const path = usePathname();
  const own = kept.filter((k) => k.person === person);
  const unsettled = own.filter((k) => k.state !== "waiting");
  // A run tells of its own queue where the thumb is.
  const elsewhere = own.filter((k) => k.state === "waiting" && !path.startsWith(`/jobs/${k.job}/run`));
  const others = kept.filter((k) => k.person !== person);
  if (unsettled.length + elsewhere.length + others.length === 0) return null;
  return (
    <section
      aria-label="Kept on this device"
      className="grid gap-3 border-b border-hair bg-paper px-4 py-3 md:px-6 print:hidden"
      data-outbox
    >
      {counted(elsewhere, (k) => k.jobName).map(([job, n]) => (
        <p key={job} role="status" className="border-l-4 border-check pl-3">
          {n} kept on this device for {job}. {hindrance.says ?? "It is being sent"}
        </p>
      ))}
      {unsettled.length > 0 ? (
        <ul role="status" className="grid gap-3">
          {unsettled.map((record) => (
            <Unsettled key={record.id} record={record} outbox={outbox} />
          ))}
        </ul>
      ) : null}
      {counted(others, (k) => k.personName).map(([name, n]) => (
        <p key={name} className="border-l-4 border-hair pl-3 text-soft">
          {n} kept on this device for {name}, to be sent when {name} signs in here.
        </p>
      ))}
    </section>
  );
}
