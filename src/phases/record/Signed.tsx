import type { JobState } from "@/core/job";
import { openAddendum } from "@/core/job/handedOver";
import { stamp } from "@/ui/time";
import { OpenAddendum } from "./OpenAddendum";
import type { Report } from "./report";
import { SignSheet } from "./SignSheet";

interface SignedProps {
  readonly job: JobState;
  readonly report: Report;
  readonly zone: string;
  readonly person: { readonly name: string };
  readonly canSign: boolean;
  readonly canExport: boolean;
}

/** A paper to take away as it was signed. */
function SignedPaper({ file, children }: { file: string; children: React.ReactNode }) {
  return (
    <a className="plainlink inline-block min-h-8" href={`/api/files/${file}`} download>
      {children}
    </a>
  );
}

/** Changes of what was signed, each with its signature, and the one that is open. */
function Addenda({ job, zone, person, canSign, canExport }: SignedProps) {
  const open = openAddendum(job);
  return (
    <>
      {job.addenda.map((a, i) => (
        <div key={a.addendum} className="rule py-2">
          <p>
            <b>Addendum {i + 1}</b>: {a.why}
          </p>
          <p className="text-sm text-soft">
            Opened by {a.by.name}, {stamp(a.at, zone)}
            {a.signed ? `; signed by ${a.signed.name}, ${stamp(a.signed.at, zone)}` : ""}
          </p>
          {a.signed?.paper && canExport ? (
            <SignedPaper file={a.signed.paper}>Addendum {i + 1}, PDF</SignedPaper>
          ) : null}
        </div>
      ))}
      {open ? (
        <div className="mt-2">
          <p className="mb-2">
            What was signed may be changed now. Until the addendum is signed, the changes stand in the log
            unsigned.
          </p>
          <SignSheet
            jobId={job.id}
            signs={{ kind: "addendumSigned", addendum: open.addendum }}
            label="Sign the addendum"
            head={job.head}
            suggested={person.name}
            disabled={!canSign}
          />
        </div>
      ) : canSign ? (
        <OpenAddendum jobId={job.id} />
      ) : null}
    </>
  );
}

/** What both signed: the paper as it was, addenda to it, and earlier records of the job. */
export function Signed(props: SignedProps) {
  const { job, report: r, zone, canExport } = props;
  const paper = job.signatures.find((s) => s.as === "householder")?.paper;
  return (
    <section className="mt-6 border-l-4 border-water pl-4" aria-labelledby="signed">
      <h2 id="signed">Signed</h2>
      <p>{job.signatures.map((s) => `${s.name} as ${s.as}, ${stamp(s.at, zone)}`).join("; ")}.</p>
      {paper && canExport ? <SignedPaper file={paper}>The record as it was signed, PDF</SignedPaper> : null}
      {paper ? null : (
        <p className="text-sm text-soft">
          Signed before signed papers were kept: it is printed from the log, whose head both signed.
        </p>
      )}
      <Addenda {...props} />
      {r.handOvers.length > 0 ? <EarlierRecords {...props} /> : null}
    </section>
  );
}

/** Records that both signed before the run was opened again. */
export function EarlierRecords({ report: r, canExport }: Pick<SignedProps, "report" | "canExport">) {
  return (
    <>
      <h3 className="mt-4">Earlier records</h3>
      <ul>
        {r.handOvers.map((h) => (
          <li key={h.signed} className="rule py-2 text-sm">
            {h.signed}; {h.ended}
            {h.paper && canExport ? (
              <span className="block">
                <SignedPaper file={h.paper}>As it was signed, PDF</SignedPaper>
              </span>
            ) : null}
          </li>
        ))}
      </ul>
    </>
  );
}
