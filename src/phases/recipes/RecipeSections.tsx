import type { Route } from "next";
import { sampleHouses } from "@/catalogue/samples";
import type { Knowledge } from "@/core/job";
import type { Recipe } from "@/core/run";
import type { UnitSystem } from "@/core/units";
import type { RecipeLine } from "@/server/catalogue";
import Link from "@/ui/Link";
import { stamp } from "@/ui/time";
import { houseOf, tried, unitsFor } from "./trial";
import { TrialSteps } from "./TrialSteps";

type Asked = string | readonly string[] | undefined;

/** A choice of a plain form. */
function Choice({
  name,
  label,
  chosen,
  options,
}: {
  name: string;
  label: string;
  chosen: string;
  options: readonly { readonly id: string; readonly label: string }[];
}) {
  return (
    <label>
      {label}
      <select className="field" name={name} defaultValue={chosen}>
        {options.map((o) => (
          <option key={o.id} value={o.id}>
            {o.label}
          </option>
        ))}
      </select>
    </label>
  );
}

/** The steps of a recipe as they would come for a unit in a sample house, both to be chosen. */
export function OnSample({
  recipe,
  asked,
  known,
  system,
}: {
  recipe: Recipe;
  asked: { readonly unit: Asked; readonly house: Asked };
  known: Knowledge;
  system: UnitSystem;
}) {
  const units = unitsFor(recipe, known);
  const unit = units.find((u) => u.code === asked.unit) ?? units[0];
  const house = houseOf(typeof asked.house === "string" ? asked.house : undefined);
  return (
    <section aria-labelledby="trial">
      <h2 id="trial">On a sample job</h2>
      {unit ? (
        <>
          <form className="mb-4 flex flex-wrap items-end gap-4">
            <input type="hidden" name="version" value={recipe.version} />
            <Choice
              name="unit"
              label="Unit"
              chosen={unit.code}
              options={units.map((u) => ({ id: u.code, label: `${u.code}, ${u.name}` }))}
            />
            <Choice name="house" label="House" chosen={house.id} options={sampleHouses} />
            <button className="button quiet">Show its steps</button>
          </form>
          <TrialSteps trial={tried(recipe, { unit, house, known, system })} />
        </>
      ) : (
        <p className="text-soft">No unit of its families is offered.</p>
      )}
    </section>
  );
}

/** Versions of a recipe, each with who made it and why. */
export function RecipeVersions({ id, line, zone }: { id: string; line: RecipeLine; zone: string }) {
  return (
    <section aria-labelledby="versions">
      <h2 id="versions">Versions</h2>
      <ol data-versions>
        {line.versions.map(({ version }) => {
          const own = line.own.find((o) => o.recipe.version === version);
          return (
            <li key={version} className="rule py-2">
              <Link
                className="plainlink"
                prefetch={false}
                href={`/catalogue/recipes/${id}?version=${version}` as Route}
              >
                Version {version}
              </Link>{" "}
              <span className="text-sm text-soft">
                {own
                  ? `${own.byName}, ${stamp(own.createdAt.toISOString(), zone)}: ${own.why}`
                  : "came with Brant"}
              </span>
            </li>
          );
        })}
      </ol>
      <p className="mt-1 text-sm text-soft">
        A started run keeps the steps it started with. Nothing here can be deleted.
      </p>
    </section>
  );
}
