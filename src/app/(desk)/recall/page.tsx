import type { Route } from "next";
import { isHandedOver, type JobState } from "@/core/job";
import { contactsOf, type Contact } from "@/data/queries/contacts";
import { jobsWithUnit } from "@/data/queries/jobList";
import { loadJob } from "@/data/queries/jobs";
import { heldBy, type Held, type Recall } from "@/phases/recall/held";
import { Tell } from "@/phases/recall/Tell";
import { knowledge, personFor } from "@/server/actor";
import { database } from "@/server/database";
import Link from "@/ui/Link";
import { VerdictMark } from "@/ui/VerdictMark";

export const metadata = { title: "Recall" };

interface Row {
  readonly job: JobState;
  readonly held: readonly Held[];
  readonly contacts: readonly Contact[];
}

/** Every job that holds what a recall is about. */
async function rowsOf(recall: Recall): Promise<Row[]> {
  const rows: Row[] = [];
  for (const { id } of await jobsWithUnit(database(), recall.unit)) {
    const job = await loadJob(database(), id);
    const held = job ? heldBy(job, recall) : [];
    if (job && held.length > 0) rows.push({ job, held, contacts: await contactsOf(database(), id) });
  }
  return rows;
}

function recallIn(params: Readonly<Record<string, string | string[] | undefined>>): Recall {
  const text = (name: string) => {
    const value = params[name];
    return typeof value === "string" ? value.trim().slice(0, 80) : "";
  };
  const version = /^\d{1,4}$/.test(text("version")) ? Number(text("version")) : undefined;
  return { unit: text("unit"), version, from: text("from") || undefined, to: text("to") || undefined };
}

function HeldSaid({ held }: { held: Held }) {
  const numbers = held.numbers.map((n) => `${n.label} ${n.text}`).join(", ");
  return (
    <li>
      {held.side > 1 ? `${held.side} side by side, ` : ""}version {held.version}
      {held.place ? `, ${held.place}` : ""}
      {numbers ? `: ${numbers}` : ""}
      {held.is === "unknown" ? (
        <VerdictMark level="Unknown">no number written down: look at it</VerdictMark>
      ) : null}
    </li>
  );
}

function JobRow({ job, held, contacts }: Row) {
  return (
    <li
      data-recalled
      className="rule grid gap-x-6 gap-y-1 py-3 md:grid-cols-[minmax(220px,320px)_1fr_minmax(220px,320px)]"
    >
      <span>
        <Link prefetch={false} href={`/jobs/${job.id}/about` as Route} className="font-semibold">
          {job.name}
        </Link>
        <span className="block text-sm text-soft">
          {job.place}; {isHandedOver(job) ? "handed over" : job.run ? "being installed" : "planned"}
        </span>
      </span>
      <ul>
        {held.map((h, i) => (
          <HeldSaid key={i} held={h} />
        ))}
      </ul>
      <ul>
        {contacts.length === 0 ? <li className="text-soft">no contact written down</li> : null}
        {contacts.map((c) => (
          <li key={c.id}>
            {c.name}
            {c.phone ? (
              <>
                {", "}
                <a className="plainlink" href={`tel:${c.phone.replace(/[^\d+]/g, "")}`}>
                  {c.phone}
                </a>
              </>
            ) : null}
          </li>
        ))}
      </ul>
    </li>
  );
}

/** Every job that holds a unit, a version or numbers of it, whom to call there, and what to tell them. */
export default async function RecallPage({ searchParams }: PageProps<"/recall">) {
  await personFor("viewJobs");
  const recall = recallIn(await searchParams);
  const { models } = await knowledge();
  const codes = [...new Set([...models.values()].map((m) => m.code))].toSorted();
  const rows = recall.unit ? await rowsOf(recall) : [];
  return (
    <main className="px-4 py-6 md:px-8">
      <h1>Recall</h1>
      <p className="mb-3 max-w-3xl text-soft">
        Every job whose design holds a unit. With numbers, those in the range, and those of which no number
        was written down: they may be in it.
      </p>
      <form method="get" className="grid max-w-4xl gap-3 md:grid-cols-[1fr_110px_1fr_1fr_auto] print:hidden">
        <label>
          Unit
          <input name="unit" defaultValue={recall.unit} className="field" list="units" required />
          <datalist id="units">
            {codes.map((c) => (
              <option key={c} value={c} />
            ))}
          </datalist>
        </label>
        <label>
          Version
          <input
            name="version"
            defaultValue={recall.version}
            className="field"
            inputMode="numeric"
            pattern="\d*"
          />
        </label>
        <label>
          Number from
          <input name="from" defaultValue={recall.from} className="field" />
        </label>
        <label>
          to
          <input name="to" defaultValue={recall.to} className="field" />
        </label>
        <button className="button self-end">Find the jobs</button>
      </form>
      {recall.unit ? (
        <>
          <h2 className="mt-6">
            {rows.length} job{rows.length === 1 ? "" : "s"} with {recall.unit}
          </h2>
          <Tell key={recall.unit} about={recall.unit} />
          <ul className="mt-4">
            {rows.map((r) => (
              <JobRow key={r.job.id} {...r} />
            ))}
          </ul>
        </>
      ) : null}
    </main>
  );
}
