import Link from "@/ui/Link";
import type { Route } from "next";
import { familyNames } from "@/core/families";

import { jobsByUnit } from "@/data/queries/catalogue";
import { ImportUnits } from "@/phases/catalogue/ImportUnits";
import { UnitList } from "@/phases/catalogue/UnitList";
import { company, personFor } from "@/server/actor";
import { catalogueUnits } from "@/server/catalogue";
import { database } from "@/server/database";
import { may } from "@/server/permissions";

export const metadata = { title: "Catalogue" };

/** Every unit that is offered, to be sought and filtered. */
export default async function CataloguePage() {
  const person = await personFor("viewCatalogue");
  const [units, settings, jobs] = [await catalogueUnits(true), await company(), await jobsByUnit(database())];
  const listed = [...units].map(([code, line]) => {
    const m = line.versions[0]!;
    return {
      code,
      name: m.name,
      family: m.family,
      variant: m.variant,
      ratedFlow: m.ratedFlow,
      parts: m.cost.parts,
      version: m.version ?? 1,
      retired: line.retired !== undefined,
      jobs: jobs.get(code) ?? 0,
    };
  });
  const edit = may(person.role, "manageCatalogue");
  return (
    <main className="px-4 py-6 md:px-8">
      <div className="mb-4 flex flex-wrap items-start justify-between gap-4">
        <h1>Catalogue</h1>
        <div className="flex flex-wrap gap-3">
          <Link className="button quiet" prefetch={false} href={"/catalogue/recipes" as Route}>
            Recipes
          </Link>
          <Link className="button quiet" prefetch={false} href="/stock">
            Stock and prices
          </Link>
          {edit ? (
            <Link className="button" prefetch={false} href={"/catalogue/new" as Route}>
              Add a unit
            </Link>
          ) : null}
        </div>
      </div>
      {edit ? (
        <div className="mb-6">
          <ImportUnits />
        </div>
      ) : null}
      <UnitList units={listed} families={familyNames} profile={person.profile} currency={settings.currency} />
    </main>
  );
}
