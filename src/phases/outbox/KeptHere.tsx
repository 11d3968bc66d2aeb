"use client";
import { useState } from "react";
import Link from "@/ui/Link";
import type { Route } from "next";
import type { Outbox } from "./outbox";
import type { Hindrance } from "./records";
import type { Kept } from "./kept";

/** What was not taken, with its words; it stays until the person decides. */
function Unsettled({ record, outbox }: { record: Kept; outbox: Outbox }) {
  const [leaving, setLeaving] = useState(false);
  return (
    <li className="border-l-4 border-stop pl-3" data-unsettled={record.state}>
      <p>
        <strong>{record.state === "refused" ? "Not taken" : "Not sent yet"}</strong> {record.what},{" "}
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

/** So many are shown open; a phone has room for no more above its page. */
const OPEN = 2;

function UnsettledList({ records, outbox }: { records: readonly Kept[]; outbox: Outbox }) {
  const listed = (some: readonly Kept[]) => (
    <ul className="grid gap-3">
      {some.map((record) => (
        <Unsettled key={record.id} record={record} outbox={outbox} />
      ))}
    </ul>
  );
  if (records.length === 0) return null;
  const folded = records.slice(OPEN);
  return (
    <div role="status">
      {listed(records.slice(0, OPEN))}
      {folded.length > 0 ? (
        <details>
          <summary className="flex min-h-11 items-center text-soft">{folded.length} more</summary>
          {listed(folded)}
        </details>
      ) : null}
    </div>
  );
}

/** How many records there are of each name. */
function counted(records: readonly Kept[], nameOf: (record: Kept) => string): [string, number][] {
  const counts = new Map<string, number>();
  for (const record of records) counts.set(nameOf(record), (counts.get(nameOf(record)) ?? 0) + 1);
  return [...counts];
}

/** What is said of the records that this device keeps. */
export function KeptHere({
  elsewhere,
  unsettled,
  others,
  outbox,
  hindrance,
}: {
  readonly elsewhere: readonly Kept[];
  readonly unsettled: readonly Kept[];
  readonly others: readonly Kept[];
  readonly outbox: Outbox;
  readonly hindrance: Hindrance;
}) {
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
      <UnsettledList records={unsettled} outbox={outbox} />
      {counted(others, (k) => k.personName).map(([name, n]) => (
        <p key={name} className="border-l-4 border-hair pl-3 text-soft">
          {n} kept on this device for {name}, to be sent when {name} signs in here.
        </p>
      ))}
    </section>
  );
}
