import type { JobState } from "@/core/job";
import { meanwhileAt } from "@/core/job/progress";
import type { Supply } from "@/core/job/runRig";
import { momentOf } from "@/ui/time";

/** What the household has to know before a crew leaves, by how the house is fed. */
const fedSaid: Readonly<Record<Supply, string>> = {
  treated: "The house is fed through the train",
  notReady: "The house is fed through units that are not ready: the household drinks none of it, and knows",
  partly: "The house is fed past a unit that is not ready: the household knows",
  bypassed: "The house is fed past the train, untreated: the household knows",
  off: "The house has no water: the household knows until when",
};

/** At a long wait: what else can be done now, or that nothing can, and what comes before leaving. */
export function Meanwhile({
  job,
  now,
  zone,
  choose,
}: {
  job: JobState;
  now: number;
  zone: string;
  choose: (step: string) => void;
}) {
  const wait = meanwhileAt(job, now);
  if (!wait) return null;
  const fed = job.rig?.supply.at(-1)?.is;
  return (
    <section className="mt-5 border-l-4 border-water pl-3" aria-label="Meanwhile" data-meanwhile>
      {wait.open.length > 0 ? (
        <>
          <p>Meanwhile can be done:</p>
          <ul>
            {wait.open.map((s) => (
              <li key={s.id}>
                <button type="button" className="plainlink min-h-12 text-left" onClick={() => choose(s.id)}>
                  {s.title}
                  {s.unitName ? ` · ${s.unitName}` : ""}
                </button>
              </li>
            ))}
          </ul>
        </>
      ) : (
        <>
          <p className="text-[17px]">
            Nothing else until <b className="num">{momentOf(wait.until, now, zone)}</b>. Before you leave:
          </p>
          <ul className="mt-1 list-disc pl-5">
            <li>A last leak round: every joint made so far dry to a paper towel</li>
            {fed ? <li>{fedSaid[fed]}</li> : null}
            <li>Protective film off the units, labels on, the place cleared up</li>
          </ul>
        </>
      )}
    </section>
  );
}
