import { notFound } from "next/navigation";
import { editingOf } from "@/phases/recipes/editing";
import { RecipeEditor } from "@/phases/recipes/RecipeEditor";
import { knowledge, personFor } from "@/server/actor";
import { catalogueRecipes } from "@/server/catalogue";

export const metadata = { title: "Copy a recipe" };

/** A copy of a recipe as a form: it gets a name of its own, and units are started by it once their figures say so. */
export default async function CopyRecipePage({ params }: PageProps<"/catalogue/recipes/[id]/copy">) {
  await personFor("manageCatalogue");
  const { id } = await params;
  const base = (await catalogueRecipes(true)).get(id)?.versions[0];
  if (!base || base.families.length === 0) notFound();
  const editing = editingOf(base, await knowledge());
  return (
    <main className="px-4 py-6 md:px-8">
      <h1>Copy “{base.title}”</h1>
      <p className="mb-6 text-soft">
        A unit is started by the copy once its figures name it: change the unit, and choose it under recipes.
      </p>
      <RecipeEditor
        seen={0}
        {...editing}
        initial={{ ...editing.initial, id: `${id}-own`, title: `${base.title}, own` }}
      />
    </main>
  );
}
