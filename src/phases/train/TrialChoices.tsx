import { surveyFields, surveyGroups } from "@/catalogue/survey";
import type { UnitModel } from "@/core/families";
import { Trial } from "./Trial";
import type { Given, Trials } from "./trials";

/** Fields of the survey that a judgement reads, by group. */
const triable = surveyGroups
  .map((g) => ({
    title: g.title,
    fields: g.fields.filter(
      (f) =>
        (f.kind === "quantity" || f.kind === "count" || (f.kind === "choice" && !f.many)) &&
        !/^(space|hours|takeoff|wall|heater)\./.test(f.id),
    ),
  }))
  .filter((g) => g.fields.length > 0);

/** A value of the survey to try. */
function ValueChoice({ given, trials }: { given: Given; trials: Trials }) {
  return (
    <label className="mt-2 block">
      A value of the survey
      <select
        className="field"
        value=""
        onChange={(e) => trials.tryText(e.target.value, given.answers[e.target.value]?.text ?? "")}
      >
        <option value="">Choose…</option>
        {triable.map((g) => (
          <optgroup key={g.title} label={g.title}>
            {g.fields
              .filter((f) => !(f.id in trials.texts))
              .map((f) => (
                <option key={f.id} value={f.id}>
                  {f.label}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}

function BoosterChoice({ boosters, trials }: { boosters: readonly UnitModel[]; trials: Trials }) {
  return (
    <label className="mt-4 block">
      A booster ahead of the RO
      <select className="field" value={trials.booster} onChange={(e) => trials.setBooster(e.target.value)}>
        <option value="">As designed</option>
        {boosters.map((b) => (
          <option key={b.code} value={b.code}>
            {b.code}, {b.name}
          </option>
        ))}
      </select>
    </label>
  );
}

function LeftOut({ given, trials }: { given: Given; trials: Trials }) {
  return (
    <fieldset className="mt-4">
      <legend>Leave out for the moment</legend>
      <div className="flex flex-wrap gap-2">
        {given.units.map(({ unit, model }) => {
          const isOut = trials.out.includes(unit.key);
          return (
            <button
              key={unit.key}
              type="button"
              aria-pressed={isOut}
              className={`min-h-11 rounded-sm border px-3 ${isOut ? "border-water bg-tint font-semibold" : "border-soft"}`}
              onClick={() => trials.leaveOut(unit.key)}
            >
              {isOut ? "✓ " : ""}
              {model.code}
            </button>
          );
        })}
      </div>
    </fieldset>
  );
}

/** What may be tried otherwise: values of the survey, a booster, units left out. */
export function TrialChoices({
  given,
  boosters,
  trials,
}: {
  given: Given;
  boosters: readonly UnitModel[];
  trials: Trials;
}) {
  return (
    <div>
      <ul>
        {Object.entries(trials.texts).map(([id, text]) => (
          <Trial
            key={id}
            field={surveyFields.get(id)!}
            now={given.answers[id]?.text ?? ""}
            text={text}
            error={trials.errors[id]}
            profile={given.profile}
            onChange={(t) => trials.tryText(id, t)}
            onDrop={() => trials.drop(id)}
          />
        ))}
      </ul>
      <ValueChoice given={given} trials={trials} />
      {given.units.some((u) => u.model.family === "ro") ? (
        <BoosterChoice boosters={boosters} trials={trials} />
      ) : null}
      <LeftOut given={given} trials={trials} />
      {trials.isTrying ? (
        <p className="mt-4">
          <button type="button" className="button quiet" onClick={trials.dropAll}>
            Everything as surveyed and designed
          </button>
        </p>
      ) : null}
    </div>
  );
}
