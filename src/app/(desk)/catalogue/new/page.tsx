import { familyNames } from "@/core/families";
import { fieldsOf, withRecipes } from "@/catalogue/units";
import { UnitEditor } from "@/phases/catalogue/UnitEditor";
import { personFor } from "@/server/actor";
import { recipesFor } from "@/server/catalogue";

export const metadata = { title: "Add a unit" };

/** The form of a new unit. */
export default async function NewUnitPage() {
  const person = await personFor("manageCatalogue");
  const fields = await Promise.all(
    familyNames.map(async ({ id }) => [id, withRecipes(fieldsOf(id), await recipesFor(id))] as const),
  );
  return (
    <main className="px-4 py-6 md:px-8">
      <h1 className="mb-6">Add a unit to the catalogue</h1>
      <UnitEditor
        seen={0}
        fields={Object.fromEntries(fields)}
        families={familyNames}
        initial={{}}
        profile={person.profile}
      />
    </main>
  );
}
