import type { JobState } from "@/core/job";
import { surveyFields } from "@/catalogue/survey";

import { siteFacts } from "@/core/site";
import { needKind, needsOf } from "@/core/water";
import type { UnitSystem } from "@/core/units";
import { langelierIndex, totalHardness, hardnessWord } from "@/core/water";
import { lower, print, upper } from "@/core/units";
import { Qty } from "@/ui/Qty";
import { VerdictMark } from "@/ui/VerdictMark";
import { inSentence, sayFor } from "@/core/words";

const at = (id: string) => (
  <a key={id} href={`#${id}`} className="plainlink">
    {inSentence(surveyFields.get(id)?.label ?? id)}
  </a>
);

/** What the survey says so far: needs with their reason, and what a missing answer keeps open. */
export function Findings({
  job,
  profile,
  roWanted,
}: {
  job: JobState;
  profile: UnitSystem;
  /** The design has an RO. */
  roWanted: boolean;
}) {
  const facts = siteFacts(job.answers);
  const { needs, open } = needsOf(facts.water, {
    source: facts.source,
    roWanted,
  });
  const say = sayFor(profile);
  const hardness = totalHardness(facts.water);
  const [h, ph, tds, alk, temp] = [
    upper(hardness),
    lower(facts.water.ph),
    lower(facts.water.tds),
    lower(facts.water.alkalinity),
    lower(facts.water.temperature),
  ];
  const calcium = facts.water.calcium
    ? 2.497 * (upper(facts.water.calcium) ?? 0)
    : h === undefined
      ? undefined
      : 0.7 * h;
  const lsi = (t: number | undefined) =>
    ph === undefined || tds === undefined || alk === undefined || calcium === undefined || t === undefined
      ? undefined
      : langelierIndex({ ph, tds, temperature: t, calciumAsCaCO3: calcium, alkalinity: alk });
  const [cold, hot] = [lsi(temp), lsi(60)];
  const lsiMissing = [
    ...(ph === undefined ? ["water.ph"] : []),
    ...(tds === undefined ? ["water.tds"] : []),
    ...(alk === undefined ? ["water.alkalinity"] : []),
    ...(temp === undefined ? ["water.temperature"] : []),
    ...(h === undefined ? ["water.hardness"] : []),
  ];
  const blocked = [...surveyFields.values()].filter(
    (f) =>
      f.blocks &&
      !f.id.startsWith("water.") &&
      !job.answers[f.id] &&
      (!f.when || f.when.is.includes(job.answers[f.when.field]?.text ?? "")),
  );
  return (
    <div className="grid gap-6" data-findings>
      <section aria-labelledby="needs">
        <h2 id="needs">Needs</h2>
        {h === undefined ? null : (
          <p className="text-soft">
            The water is {hardnessWord(h)}, <Qty>{print(h, "hardness", profile)}</Qty>.
          </p>
        )}
        {needs.length === 0 ? (
          <p className="text-soft">None yet. They appear as the water test is entered.</p>
        ) : (
          <ul>
            {needs.map((n) => (
              <li key={n.need} className="rule py-2">
                <b className="font-semibold">{needKind(n.need).what}</b>
                <span className="block text-sm">{needKind(n.need).because(n, say)}</span>
                {needKind(n.need).note ? (
                  <span className="block text-sm text-soft">{needKind(n.need).note}</span>
                ) : null}
              </li>
            ))}
          </ul>
        )}
      </section>
      <section aria-labelledby="scaling">
        <h2 id="scaling">Scaling index</h2>
        {cold === undefined || hot === undefined ? (
          <p>
            <VerdictMark level="Unknown">
              needs{" "}
              {lsiMissing.map((m, i) => (
                <span key={m}>
                  {i > 0 ? ", " : ""}
                  {at(m)}
                </span>
              ))}
            </VerdictMark>
          </p>
        ) : (
          <p>
            <span className="num text-lg">{cold.toFixed(1)}</span> cold,{" "}
            <span className="num text-lg">{hot.toFixed(1)}</span> at {print(60, "temperature", profile)}:{" "}
            {hot > 0.5 ? "scaling in the heater" : hot < -0.5 ? "corrosive" : "balanced"}
            {facts.water.calcium ? "" : ". Calcium taken as 0.7 of the hardness"}
          </p>
        )}
      </section>
      <section aria-labelledby="unknown">
        <h2 id="unknown">Still unknown</h2>
        <ul className="text-sm">
          {open.map((o) => (
            <li key={o.need} className="rule py-1.5">
              <VerdictMark level="Unknown">
                {needKind(o.need).whether}: test {o.missing.map((m) => at(`water.${m}`))}
              </VerdictMark>
            </li>
          ))}
          {blocked.map((f) => (
            <li key={f.id} className="rule py-1.5">
              <VerdictMark level="Unknown">
                {f.blocks}: {at(f.id)}
              </VerdictMark>
            </li>
          ))}
        </ul>
        {open.length + blocked.length === 0 ? (
          <p className="text-soft">Nothing that blocks a judgement.</p>
        ) : null}
      </section>
    </div>
  );
}
