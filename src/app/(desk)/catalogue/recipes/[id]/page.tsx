import Link from "@/ui/Link";
import type { Route } from "next";
import { notFound } from "next/navigation";
import { OnSample, RecipeVersions } from "@/phases/recipes/RecipeSections";
import { company, knowledge, personFor } from "@/server/actor";
import { catalogueRecipes } from "@/server/catalogue";
import { may } from "@/server/permissions";

export const metadata = { title: "Recipe" };

/** A recipe as its steps would come on a sample job, with its versions. */
export default async function RecipePage({ params, searchParams }: PageProps<"/catalogue/recipes/[id]">) {
  const person = await personFor("viewCatalogue");
  const { id } = await params;
  const line = (await catalogueRecipes(true)).get(id);
  if (!line) notFound();
  const asked = await searchParams;
  const newest = line.versions[0]!;
  const shown = line.versions.find((v) => String(v.version) === asked.version) ?? newest;
  const [known, settings] = [await knowledge(), await company()];
  const edit = may(person.role, "manageCatalogue");
  return (
    <main className="px-4 py-6 md:px-8">
      <p>
        <Link className="plainlink" prefetch={false} href={"/catalogue/recipes" as Route}>
          Recipes
        </Link>
      </p>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>{shown.title}</h1>
          <p className="text-soft">
            {id}; version {shown.version}, {shown.steps.length} steps
            {shown === newest ? "" : <b className="font-semibold text-check">, not the newest</b>}
          </p>
        </div>
        {edit ? (
          <div className="flex flex-wrap gap-3">
            <Link className="button" prefetch={false} href={`/catalogue/recipes/${id}/change` as Route}>
              Change its steps
            </Link>
            {shown.families.length > 0 ? (
              <Link className="button quiet" prefetch={false} href={`/catalogue/recipes/${id}/copy` as Route}>
                Copy it
              </Link>
            ) : null}
          </div>
        ) : null}
      </div>
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,360px)]">
        <OnSample
          recipe={shown}
          asked={{ unit: asked.unit, house: asked.house }}
          known={known}
          system={person.profile}
        />
        <RecipeVersions id={id} line={line} zone={settings.timeZone} />
      </div>
    </main>
  );
}
