import type { ReactNode } from "react";
import { KeyLink } from "@/ui/Pressed";
import type { Blocker, JobState } from "@/core/job";
import type { UnitSystem } from "@/core/units";
import Link from "@/ui/Link";
import type { Route } from "next";

import type { Level } from "@/core/verdict";
import { stamp } from "@/ui/time";
import { VerdictMark } from "@/ui/VerdictMark";
import { BacteriaSample, LeakChecks } from "./FollowUps";
import { Part } from "./Part";
import { OpenPoints, OverrideReading } from "./RecordDesk";
import type { Report } from "./report";
import { EarlierRecords, Signed } from "./Signed";
import { SignSheet } from "./SignSheet";

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

interface RecordProps {
  readonly job: JobState;
  readonly report: Report;
  readonly profile: UnitSystem;
  readonly zone: string;
  readonly person: { readonly name: string };
  readonly canOverride: boolean;
  readonly canSign: boolean;
  readonly canExport: boolean;
  readonly readOnly: boolean;
  readonly today: string;
  /** What of it stands where it was measured, and is drawn. */
  readonly drawings: readonly ("wall" | "cabinet")[];
}

/** A table that scrolls by itself where the screen is narrow; `none` stands where it has no rows. */
function Table({
  of,
  caption,
  heads,
  none,
  rows,
}: {
  of: string;
  caption: string;
  heads: readonly string[];
  none: string;
  rows: readonly ReactNode[];
}) {
  if (rows.length === 0) return <p className="text-soft">{none}</p>;
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby={of}>
      <table className="plain">
        <caption className="visually-hidden">{caption}</caption>
        <thead>
          <tr>
            {heads.map((head) => (
              <th key={head} scope="col">
                {head}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>{rows}</tbody>
      </table>
    </div>
  );
}

/** What is in the way of the hand-over, the first of it. */
function Blockers({ job, report: r }: Pick<RecordProps, "job" | "report">) {
  return (
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
  );
}

/** Who signs, in order: the installer, then the householder, both under the same entries. */
function Signing({ job, zone, person, canSign }: RecordProps) {
  const installer = job.signatures.find((s) => s.as === "installer");
  const stands = installer?.seq === job.seq;
  return (
    <div className="mt-2 flex flex-wrap gap-3">
      {installer ? (
        <p className={stands ? "self-center" : "w-full"}>
          Installer: {installer.name}, {stamp(installer.at, zone)}
          {stands ? "" : ". The record changed since: sign it again"}
        </p>
      ) : null}
      {stands ? null : (
        <SignSheet
          jobId={job.id}
          signs={{ kind: "signed", as: "installer" }}
          label="Sign as installer"
          head={job.head}
          suggested={person.name}
          disabled={!canSign}
        />
      )}
      <SignSheet
        jobId={job.id}
        signs={{ kind: "signed", as: "householder" }}
        label="Sign as householder"
        head={job.head}
        suggested=""
        disabled={!canSign || !stands}
      />
    </div>
  );
}

const drawingWords = { wall: "The wall as built", cabinet: "The cabinet as built" } as const;

/** What can be taken away; once signed, what stands in the log today is printed beside the paper that was signed. */
function Exports({ job, report: r, drawings }: Pick<RecordProps, "job" | "report" | "drawings">) {
  const api = `/api/jobs/${job.id}/record`;
  const record = `${api}?as=record${r.handedOver ? "&as_of=now" : ""}`;
  return (
    <div className="mt-6 flex flex-wrap gap-2 print:hidden">
      <a className="button quiet" href={`${record}&paper=A4`}>
        {r.handedOver ? "As it stands, PDF A4" : "Record, PDF A4"}
      </a>
      <a className="button quiet" href={`${record}&paper=LETTER`}>
        {r.handedOver ? "As it stands, Letter" : "PDF Letter"}
      </a>
      <a className="button quiet" href={`${api}?as=pack`}>
        Customer pack
      </a>
      {drawings.map((is) => (
        <a key={is} className="button quiet" href={`${api}?as=${is}`}>
          {drawingWords[is]}
        </a>
      ))}
      <a className="button" href={`${api}?as=household`}>
        All for the household, one file
      </a>
      <a className="button quiet" href={`${api}?as=bundle`}>
        Bundle, JSON
      </a>
      <a className="button quiet" href={`${api}?as=readings`}>
        Readings, CSV
      </a>
    </div>
  );
}

type ReportRow<K extends "units" | "readings" | "steps" | "joints"> = Report[K][number];

function UnitRow({ of: u, handedOver }: { of: ReportRow<"units">; handedOver: boolean }) {
  return (
    <tr id={`unit-${u.key}`}>
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
          <span className="text-soft">{handedOver ? "none recorded" : "none yet"}</span>
        ) : (
          u.serials.map((s) => (
            <span key={s.label} className="block">
              {s.label}: <span className="num">{s.text}</span>
            </span>
          ))
        )}
      </td>
    </tr>
  );
}

function ReadingRow({ of: x, job, report: r, canOverride }: RecordProps & { of: ReportRow<"readings"> }) {
  const blocks = r.blockers.some(({ blocker }) => blocker.is === "reading" && blocker.reading === x.id);
  const mayOverride = canOverride && !x.superseded && !x.note.includes("overridden") && !r.handedOver;
  return (
    <tr id={`reading-${x.id}`} className={x.superseded ? "text-soft" : ""}>
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
        {mayOverride && x.level !== "Good" ? (
          <OverrideReading jobId={job.id} reading={x.id} reason={x.reason} wanted={blocks} />
        ) : null}
      </td>
      <td className="text-sm whitespace-nowrap">
        {x.who}
        <span className="block text-soft">{x.at}</span>
      </td>
    </tr>
  );
}

function JointLine({ of: j }: { of: ReportRow<"joints"> }) {
  return (
    <tr data-joints-of={j.id}>
      <td>
        {j.made}
        <span className="block text-sm text-soft">{j.at}</span>
      </td>
      <td className="text-sm">{j.how}</td>
      <td className="text-sm">
        {j.found}
        {j.again.map((line) => (
          <span key={line} className="block">
            {line}
          </span>
        ))}
      </td>
    </tr>
  );
}

function StepRow({ of: s, job }: { of: ReportRow<"steps">; job: JobState }) {
  return (
    <tr>
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
  );
}

function Photos({ job, zone }: Pick<RecordProps, "job" | "zone">) {
  return (
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
  );
}

function Signatures({ job, zone }: Pick<RecordProps, "job" | "zone">) {
  return (
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
  );
}

/** What was decided otherwise than judged or planned: overrides of the design, and what newer designs changed. */
function Decided({ report: r }: Pick<RecordProps, "report">) {
  return (
    <>
      {r.overrides.length > 0 ? (
        <Part id="design-overrides" title="Overrides in the design">
          <ul>
            {r.overrides.map((o) => (
              <li key={`${o.at}${o.rule}`} className="rule py-2 text-sm">
                <b>{o.level}</b>: {o.said}. {o.mark.by.name}: {o.why}
              </li>
            ))}
          </ul>
        </Part>
      ) : null}
      {r.carried.length > 0 ? (
        <Part id="carried" title="Changed on the way">
          <ul>
            {r.carried.map((c) => (
              <li key={c.revision} className="rule py-2 text-sm">
                <b>Design {c.revision}</b>, {c.by}, {c.at}: {c.why}
                {c.entered.length > 0 ? <p>Entered: {c.entered.join("; ")}</p> : null}
                {c.struck.length > 0 ? <p>Struck: {c.struck.join("; ")}</p> : null}
              </li>
            ))}
          </ul>
        </Part>
      ) : null}
    </>
  );
}

/** What was done, measured and left open. */
function Contents(props: RecordProps) {
  const { job, report: r, readOnly, today } = props;
  return (
    <>
      <Part id="units" title="Units">
        <Table
          of="units"
          caption="Units and their numbers"
          heads={["Unit", "What", "Numbers"]}
          none="No design yet."
          rows={r.units.map((u) => (
            <UnitRow key={u.key} of={u} handedOver={r.handedOver} />
          ))}
        />
      </Part>
      <Part id="readings" title="Readings">
        <Table
          of="readings"
          caption="Readings"
          heads={["Reading", "Values", "Verdict", "Who and when"]}
          none="None taken yet."
          rows={r.readings.map((x) => (
            <ReadingRow key={x.id} of={x} {...props} />
          ))}
        />
      </Part>
      <BacteriaSample {...props} />
      <LeakChecks {...props} />
      <Part id="points" title="Open points">
        <OpenPoints
          jobId={job.id}
          points={r.openPoints}
          followUps={r.followUps}
          readOnly={readOnly}
          today={today}
        />
      </Part>
      {r.joints.length > 0 ? (
        <Part id="joints" title="Joints">
          <Table
            of="joints"
            caption="Joints, as they were made and looked at"
            heads={["Made", "How", "Found"]}
            none="None."
            rows={r.joints.map((j) => (
              <JointLine key={j.id} of={j} />
            ))}
          />
        </Part>
      ) : null}
      <Decided report={r} />
      <Part id="done" title="Steps">
        <Table
          of="done"
          caption="Steps"
          heads={["Step", "Unit", "State", "Who and when"]}
          none="The run has not started."
          rows={r.steps.map((s) => (
            <StepRow key={s.id} of={s} job={job} />
          ))}
        />
      </Part>
      {r.cautionsGiven.length > 0 ? (
        <Part id="given" title="Cautions given">
          <ul className="list-disc pl-5">
            {r.cautionsGiven.map((c) => (
              <li key={c}>{c}</li>
            ))}
          </ul>
        </Part>
      ) : null}
    </>
  );
}

/** The commissioning record: what was done, measured, left open and signed. */
export function RecordPage(props: RecordProps) {
  const { job, report: r, zone, canExport } = props;
  const ready = r.blockers.length === 0;
  return (
    <>
      <div>
        <h1>Commissioning record</h1>
        <p className="text-soft">
          {r.handedOver ? "Handed over" : ready ? "Ready to be signed" : "Hand-over is blocked"}
        </p>
      </div>
      {r.handedOver ? (
        <Signed {...props} />
      ) : (
        <section className="mt-6 border-l-4 border-water pl-4" aria-labelledby="handover">
          <h2 id="handover">Hand-over</h2>
          {ready ? <Signing {...props} /> : <Blockers job={job} report={r} />}
          {r.handOvers.length > 0 ? <EarlierRecords {...props} /> : null}
        </section>
      )}
      {canExport ? <Exports {...props} /> : null}
      <Contents {...props} />
      {job.photos.length > 0 ? (
        <Part id="photos" title="Photos">
          <Photos job={job} zone={zone} />
        </Part>
      ) : null}
      {job.signatures.length > 0 ? (
        <Part id="signatures" title="Signatures">
          <Signatures job={job} zone={zone} />
        </Part>
      ) : null}
      <p className="mt-8 text-sm text-soft">
        Head of this record: <span className="num break-all">{job.head}</span>,{" "}
        <span className="num">{job.seq}</span> entries. Any later change shows.
      </p>
    </>
  );
}
