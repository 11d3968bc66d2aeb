import type { Findings } from "@/core/record/findings";
import { Qty } from "@/ui/Qty";
import { VerdictMark } from "@/ui/VerdictMark";

/** Links to questions of the survey, one after the other. */
function Questions({ asked }: { asked: Findings["scalingMissing"] }) {
  return asked.map(({ id, label }, i) => (
    <span key={id}>
      {i > 0 ? ", " : ""}
      <a href={`#${id}`} className="plainlink">
        {label}
      </a>
    </span>
  ));
}

/** What the survey says so far: needs with their reason, and what a missing answer keeps open. */
export function FindingsView({ findings }: { findings: Findings }) {
  const { hardness, needs, scaling, scalingMissing, open } = findings;
  return (
    <div className="grid gap-6" data-findings>
      <section aria-labelledby="needs">
        <h2 id="needs">Needs</h2>
        {hardness ? (
          <p className="text-soft">
            <Qty>{hardness}</Qty>
          </p>
        ) : null}
        {needs.length === 0 ? (
          <p className="text-soft">None yet. They appear as the water test is entered.</p>
        ) : (
          <ul>
            {needs.map((n) => (
              <li key={n.need} className="rule py-2">
                <b className="font-semibold">{n.what}</b>
                <span className="block text-sm">{n.because}</span>
                {n.note ? <span className="block text-sm text-soft">{n.note}</span> : null}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-labelledby="scaling">
        <h2 id="scaling">Scaling index</h2>
        {scaling ? (
          <p>
            <span className="num text-lg">{scaling.cold.toFixed(1)}</span> cold,{" "}
            <span className="num text-lg">{scaling.hot.toFixed(1)}</span> at {scaling.heater}: {scaling.means}
            {scaling.calciumTaken ? ". Calcium taken as 0.7 of the hardness" : ""}
          </p>
        ) : (
          <p>
            <VerdictMark level="Unknown">
              {scalingMissing.length > 0 ? (
                <>
                  needs <Questions asked={scalingMissing} />
                </>
              ) : (
                "the index does not hold for this water"
              )}
            </VerdictMark>
          </p>
        )}
      </section>
      <section aria-labelledby="unknown">
        <h2 id="unknown">Still unknown</h2>
        <ul className="text-sm">
          {open.map((o) => (
            <li key={o.id} className="rule py-1.5">
              <VerdictMark level="Unknown">
                {o.what} <Questions asked={o.missing} />
              </VerdictMark>
            </li>
          ))}
        </ul>
        {open.length === 0 ? <p className="text-soft">Nothing that blocks a judgement.</p> : null}
      </section>
    </div>
  );
}
