import type { Visit } from "@/core/log";
import { clockTime, dayName } from "@/ui/time";
import { VisitChanges, VisitForm } from "./officeForms";
import type { VisitProps } from "./VisitForm";

/** When somebody goes there. The times are in the company's zone; the server turns them into UTC. */
export function Visits({
  visits,
  readOnly,
  ...props
}: VisitProps & { readonly visits: readonly Visit[]; readonly readOnly: boolean }) {
  const { zone } = props;
  const planned = visits.filter((v) => !v.cancelled).toSorted((a, b) => a.from.localeCompare(b.from));
  return (
    <section className="mt-8" aria-labelledby="visits">
      <h2 id="visits">Visits</h2>
      <ul>
        {planned.map((v) => (
          <li key={`${v.visit}${v.from}${v.to}`} className="rule py-2">
            <span data-visit>
              {dayName(v.from, zone)},{" "}
              <span className="num">
                {clockTime(v.from, zone)}–{clockTime(v.to, zone)}
              </span>{" "}
              {v.what}, {v.person.name}
            </span>
            {readOnly ? null : <VisitChanges visit={v} {...props} />}
          </li>
        ))}
      </ul>
      {planned.length === 0 ? <p className="text-soft">No visit is planned.</p> : null}
      {readOnly ? null : (
        <details className="mt-2">
          <summary className="min-h-10 cursor-pointer py-2">Plan a visit</summary>
          <VisitForm {...props} keep="Plan it" />
        </details>
      )}
    </section>
  );
}
