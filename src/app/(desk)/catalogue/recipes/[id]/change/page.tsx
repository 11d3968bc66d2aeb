import { notFound } from "next/navigation";
import { editingOf } from "@/phases/recipes/editing";
import { RecipeEditor } from "@/phases/recipes/RecipeEditor";
import { knowledge, personFor } from "@/server/actor";
import { catalogueRecipes } from "@/server/catalogue";

export const metadata = { title: "Change a recipe" };

/** A recipe's steps as a form. */
export default async function ChangeRecipePage({ params }: PageProps<"/catalogue/recipes/[id]/change">) {
  await personFor("manageCatalogue");
  const { id } = await params;
  const base = (await catalogueRecipes(true)).get(id)?.versions[0];
  if (!base) notFound();
  return (
    <main className="px-4 py-6 md:px-8">
      <h1>Change “{base.title}”</h1>
      <p className="mb-6 text-soft">
        Version {base.version} stays for the runs that hold it; what is saved here is version{" "}
        {base.version + 1}.
      </p>
      <RecipeEditor id={id} seen={base.version} {...editingOf(base, await knowledge())} />
    </main>
  );
}
