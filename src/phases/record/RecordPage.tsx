import { KeyLink } from "@/ui/Pressed";
import type { Blocker, JobState } from "@/core/job";
import Link from "next/link";
import type { Route } from "next";

import type { Level } from "@/core/verdict";
import { stamp } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { OpenPoints, OverrideReading, SignRecord } from "./RecordDesk";
import type { Report } from "./report";

/** Where a blocker is put right. */
function linkOf(job: string, b: Blocker): string {
  switch (b.is) {
    case "unsigned":
      return `/jobs/${job}/train`;
    case "notStarted":
      return `/jobs/${job}/run`;
    case "reading":
      return `#reading-${b.reading}`;
    case "discards":
    case "unfinished":
      return `/jobs/${job}/run?step=${b.step.id}`;
  }
}

/** The commissioning record: what was done, measured, left open and signed. */
export function RecordPage({
  job,
  report: r,
  zone,
  person,
  canOverride,
  canSign,
  canExport,
  readOnly,
  today,
}: {
  job: JobState;
  report: Report;
  zone: string;
  person: { readonly name: string };
  canOverride: boolean;
  canSign: boolean;
  canExport: boolean;
  readOnly: boolean;
  today: string;
}) {
  const signature = (as: "installer" | "householder") => job.signatures.find((s) => s.as === as);
  const api = `/api/jobs/${job.id}/record`;
  return (
    <>
      <div>
        <h1>Commissioning record</h1>
        <p className="text-soft">
          {r.handedOver
            ? "Handed over"
            : r.blockers.length === 0
              ? "Ready to be signed"
              : "Hand-over is blocked"}
        </p>
      </div>

      {!r.handedOver ? (
        <section className="mt-6 border-l-4 border-water pl-4" aria-labelledby="handover">
          <h2 id="handover">Hand-over</h2>
          {r.blockers.length > 0 ? (
            <>
              <p>
                <VerdictMark level="Stop">{`${r.blockers.length} reason${r.blockers.length === 1 ? "" : "s"} in the way`}</VerdictMark>
              </p>
              <ul className="mt-1" data-blockers>
                {r.blockers.slice(0, 12).map(({ blocker, said }) => (
                  <li key={said + linkOf(job.id, blocker)}>
                    <KeyLink
                      prefetch={false}
                      href={linkOf(job.id, blocker) as Route}
                      className="plainlink inline-block min-h-8"
                      pressedBy="n"
                    >
                      {said}
                    </KeyLink>
                  </li>
                ))}
              </ul>
              {r.blockers.length > 12 ? (
                <p className="text-soft">and {r.blockers.length - 12} more, in the order of the run</p>
              ) : null}
            </>
          ) : (
            <div className="mt-2 flex flex-wrap gap-3">
              {signature("installer") ? (
                <p className="self-center">
                  Installer: {signature("installer")!.name}, {stamp(signature("installer")!.at, zone)}
                </p>
              ) : (
                <SignRecord
                  jobId={job.id}
                  as="installer"
                  head={job.head}
                  suggested={person.name}
                  disabled={!canSign}
                />
              )}
              <SignRecord
                jobId={job.id}
                as="householder"
                head={job.head}
                suggested=""
                disabled={!canSign || !signature("installer")}
              />
            </div>
          )}
        </section>
      ) : null}

      {canExport ? (
        <div className="mt-6 flex flex-wrap gap-2 print:hidden">
          <a className="button quiet" href={`${api}?as=record&paper=A4`}>
            Record, PDF A4
          </a>
          <a className="button quiet" href={`${api}?as=record&paper=LETTER`}>
            PDF Letter
          </a>
          <a className="button quiet" href={`${api}?as=pack`}>
            Customer pack
          </a>
          <a className="button quiet" href={`${api}?as=bundle`}>
            Bundle, JSON
          </a>
          <a className="button quiet" href={`${api}?as=readings`}>
            Readings, CSV
          </a>
        </div>
      ) : null}

      <section className="mt-8" aria-labelledby="units">
        <h2 id="units">Units</h2>
        {r.units.length === 0 ? (
          <p className="text-soft">No design yet.</p>
        ) : (
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="units">
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">Unit</th>
                  <th scope="col">What</th>
                  <th scope="col">Numbers</th>
                </tr>
              </thead>
              <tbody>
                {r.units.map((u) => (
                  <tr key={u.key} id={`unit-${u.key}`}>
                    <td className="num whitespace-nowrap">
                      {u.code}
                      {u.parallel > 1 ? ` × ${u.parallel}` : ""}
                    </td>
                    <td>
                      {u.name}
                      {u.place ? `, ${u.place}` : ""}
                    </td>
                    <td>
                      {u.serials.length === 0 ? (
                        <span className="text-soft">{r.handedOver ? "none recorded" : "none yet"}</span>
                      ) : (
                        u.serials.map((s) => (
                          <span key={s.label} className="block">
                            {s.label}: <span className="num">{s.text}</span>
                          </span>
                        ))
                      )}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>

      <section className="mt-8" aria-labelledby="readings">
        <h2 id="readings">Readings</h2>
        {r.readings.length === 0 ? (
          <p className="text-soft">None taken yet.</p>
        ) : (
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="readings">
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">Reading</th>
                  <th scope="col">Values</th>
                  <th scope="col">Verdict</th>
                  <th scope="col">Who and when</th>
                </tr>
              </thead>
              <tbody>
                {r.readings.map((x) => (
                  <tr key={x.id} id={`reading-${x.id}`} className={x.superseded ? "text-soft" : ""}>
                    <td>
                      {x.label}
                      <span className="block text-sm text-soft">
                        {x.place}, {x.when}
                      </span>
                    </td>
                    <td>
                      {x.superseded ? <s>{x.values}</s> : x.values}
                      {x.derived ? <span className="block text-sm">{x.derived}</span> : null}
                    </td>
                    <td>
                      <VerdictMark level={x.level as Level}>{x.reason}</VerdictMark>
                      {x.note ? <span className="block text-sm">{x.note}</span> : null}
                      {canOverride &&
                      !x.superseded &&
                      !x.note.includes("overridden") &&
                      (x.level === "Stop" || x.level === "Check") &&
                      !r.handedOver ? (
                        <OverrideReading
                          jobId={job.id}
                          reading={x.id}
                          reason={x.reason}
                          wanted={x.level === "Stop"}
                        />
                      ) : null}
                    </td>
                    <td className="text-sm whitespace-nowrap">
                      {x.who}
                      <span className="block text-soft">{x.at}</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>

      <section className="mt-8" aria-labelledby="points">
        <h2 id="points">Open points</h2>
        <OpenPoints jobId={job.id} points={r.openPoints} readOnly={readOnly} today={today} />
      </section>

      {r.overrides.length > 0 ? (
        <section className="mt-8" aria-labelledby="design-overrides">
          <h2 id="design-overrides">Overrides in the design</h2>
          <ul>
            {r.overrides.map((o) => (
              <li key={`${o.at}${o.rule}`} className="rule py-2 text-sm">
                <b>{o.level}</b>: {o.said}. {o.mark.by.name}: {o.why}
              </li>
            ))}
          </ul>
        </section>
      ) : null}

      <section className="mt-8" aria-labelledby="done">
        <h2 id="done">Steps</h2>
        {r.steps.length === 0 ? (
          <p className="text-soft">The run has not started.</p>
        ) : (
          <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="done">
            <table className="plain">
              <thead>
                <tr>
                  <th scope="col">Step</th>
                  <th scope="col">Unit</th>
                  <th scope="col">State</th>
                  <th scope="col">Who and when</th>
                </tr>
              </thead>
              <tbody>
                {r.steps.map((s) => (
                  <tr key={s.id}>
                    <td>
                      <Link
                        prefetch={false}
                        href={`/jobs/${job.id}/run?step=${s.id}` as Route}
                        className="no-underline hover:underline"
                      >
                        {s.title}
                      </Link>
                      {s.note ? <span className="block text-sm text-soft">{s.note}</span> : null}
                    </td>
                    <td className="num text-sm whitespace-nowrap">{s.unit}</td>
                    <td>{s.state}</td>
                    <td className="text-sm whitespace-nowrap">
                      {s.who} <span className="text-soft">{s.at}</span>
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </div>
        )}
      </section>

      {r.cautionsGiven.length > 0 ? (
        <section className="mt-8" aria-labelledby="given">
          <h2 id="given">Cautions given</h2>
          <ul className="list-disc pl-5">
            {r.cautionsGiven.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </section>
      ) : null}
      {job.photos.length > 0 ? (
        <section className="mt-8" aria-labelledby="photos">
          <h2 id="photos">Photos</h2>
          <div className="mt-2 flex flex-wrap gap-3">
            {job.photos.map((p) => (
              <figure key={p.file} className="w-40">
                <img
                  src={`/api/files/${p.file}`}
                  alt={p.caption}
                  className="h-28 w-40 border border-hair object-cover"
                />
                <figcaption className="text-sm text-soft">
                  {p.caption}, {p.by.name}, {stamp(p.at, zone)}
                </figcaption>
              </figure>
            ))}
          </div>
        </section>
      ) : null}

      {job.signatures.length > 0 ? (
        <section className="mt-8" aria-labelledby="signatures">
          <h2 id="signatures">Signatures</h2>
          <div className="flex flex-wrap gap-8">
            {job.signatures.map((s) => (
              <figure key={s.as}>
                <img
                  src={`/api/files/${s.file}`}
                  alt={`Signature of ${s.name}`}
                  className="h-24 border border-hair bg-white"
                />
                <figcaption className="text-sm">
                  {s.as}: {s.name}, {stamp(s.at, zone)}
                </figcaption>
              </figure>
            ))}
          </div>
        </section>
      ) : null}
      <p className="mt-8 text-sm text-soft">
        Head of this record: <span className="num break-all">{job.head}</span>,{" "}
        <span className="num">{job.seq}</span> entries. Any later change shows.
      </p>
    </>
  );
}
