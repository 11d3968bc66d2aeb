import type { Visit } from "@/core/log";
import { clockTime, dayName } from "@/ui/time";
import { PlanVisit, type VisitProps } from "./PlanVisit";

/** When somebody goes there. The times are in the company's zone; the server turns them into UTC. */
export function Visits({
  visits,
  readOnly,
  ...props
}: VisitProps & { readonly visits: readonly Visit[]; readonly readOnly: boolean }) {
  const { zone } = props;
  const planned = visits.filter((v) => !v.cancelled);
  return (
    <section className="mt-8" aria-labelledby="visits">
      <h2 id="visits">Visits</h2>
      <ul>
        {planned.map((v) => (
          <li key={v.visit} className="rule py-2">
            {dayName(v.from, zone)},{" "}
            <span className="num">
              {clockTime(v.from, zone)}–{clockTime(v.to, zone)}
            </span>{" "}
            {v.what}, {v.person.name}
          </li>
        ))}
      </ul>
      {planned.length === 0 ? <p className="text-soft">No visit is planned.</p> : null}
      {readOnly ? null : <PlanVisit {...props} />}
    </section>
  );
}
