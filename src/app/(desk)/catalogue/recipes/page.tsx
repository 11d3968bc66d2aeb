import Link from "@/ui/Link";
import type { Route } from "next";
import { familyNames } from "@/core/families";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { stamp } from "@/ui/time";
import { company, knowledge, personFor } from "@/server/actor";
import { catalogueRecipes } from "@/server/catalogue";

export const metadata = { title: "Recipes" };

const familyLabel = new Map(familyNames.map((f) => [f.id, f.label] as const));

/** Every recipe: for which units, how many steps, and who last changed it. */
export default async function RecipesPage() {
  await personFor("viewCatalogue");
  const [lines, known, settings] = [await catalogueRecipes(true), await knowledge(), await company()];
  const startedBy = (id: string) => known.offered.filter((m) => m.recipes.includes(id)).length;
  return (
    <main className="px-4 py-6 md:px-8">
      <p>
        <Link className="plainlink" prefetch={false} href={"/catalogue" as Route}>
          Catalogue
        </Link>
      </p>
      <h1>Recipes</h1>
      <p className="mb-4 text-soft">
        What is done on site, step by step. A run is woven from the site&apos;s recipe and those of its units.
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Recipes">
        <table className="plain [&_td]:!align-middle" data-recipes>
          <ColumnHeads
            caption="Recipes"
            columns={[
              "Recipe",
              "Short name",
              "For",
              { figure: "Units" },
              { figure: "Steps" },
              { figure: "Version" },
              "Changed",
            ]}
          />
          <tbody>
            {[...lines].map(([id, { versions, own }]) => {
              const [newest] = versions;
              const last = own.at(-1);
              return (
                <tr key={id}>
                  <td>
                    <Link
                      className="plainlink inline-flex min-h-8 items-center"
                      prefetch={false}
                      href={`/catalogue/recipes/${id}` as Route}
                    >
                      {newest!.title}
                    </Link>
                  </td>
                  <td className="text-soft">{id}</td>
                  <td>{newest!.families.map((f) => familyLabel.get(f) ?? f).join(", ") || "Every job"}</td>
                  <td className="figure">{newest!.families.length === 0 ? "" : startedBy(id)}</td>
                  <td className="figure">{newest!.steps.length}</td>
                  <td className="figure">{newest!.version}</td>
                  <td className="text-sm text-soft">
                    {last
                      ? `${last.byName}, ${stamp(last.createdAt.toISOString(), settings.timeZone)}`
                      : "came with Brant"}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </main>
  );
}
