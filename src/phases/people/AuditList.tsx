import type { Route } from "next";
import type { AuditLine } from "@/data/queries/audit";
import { auditKinds, type AuditKind } from "@/server/audit";
import Link from "@/ui/Link";
import { stamp } from "@/ui/time";

/** Who did it, and whose account it is about. */
function people({ by, about }: AuditLine): string {
  if (by && about && by !== about) return `${by}, about ${about}`;
  if (by) return by;
  return about ? `Somebody, as ${about}` : "Somebody";
}

/** Lines of the audit, the newest first, and the way to see one kind of them. */
export function AuditList({
  lines,
  kind,
  zone,
}: {
  readonly lines: readonly AuditLine[];
  readonly kind?: AuditKind;
  readonly zone: string;
}) {
  return (
    <>
      <form action="/people/audit" className="mb-4 flex flex-wrap items-end gap-3">
        <label className="grid gap-1">
          <span>Kind</span>
          <select name="what" defaultValue={kind ?? ""} className="field">
            <option value="">everything</option>
            {Object.entries(auditKinds).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <button className="button quiet">Show</button>
      </form>
      {lines.length === 0 ? <p>Nothing of this kind was done.</p> : null}
      <ul data-audit>
        {lines.map((line) => (
          <li key={line.n} className="rule grid gap-x-4 py-2 md:grid-cols-[11rem_1fr_1fr]">
            <span className="text-sm text-soft">{stamp(line.at.toISOString(), zone)}</span>
            <span>
              {auditKinds[line.what as AuditKind] ?? line.what}
              {line.detail ? <span className="block text-sm text-soft">{line.detail}</span> : null}
            </span>
            <span>
              {people(line)}
              {line.job ? (
                <Link
                  prefetch={false}
                  href={`/jobs/${line.job}` as Route}
                  className="plainlink block text-sm"
                >
                  {line.jobName ?? line.job}
                </Link>
              ) : null}
            </span>
          </li>
        ))}
      </ul>
    </>
  );
}
