import { notFound } from "next/navigation";
import { familyNames } from "@/core/families";
import { fieldsOf, withRecipes } from "@/catalogue/units";
import { figureText } from "@/phases/catalogue/figureText";
import { UnitEditor } from "@/phases/catalogue/UnitEditor";
import { personFor } from "@/server/actor";
import { catalogueUnits, recipesFor } from "@/server/catalogue";

export const metadata = { title: "Change a unit" };

/** A unit's figures as a form. */
export default async function ChangeUnitPage({ params }: PageProps<"/catalogue/[code]/change">) {
  const person = await personFor("manageCatalogue");
  const { code } = await params;
  const base = (await catalogueUnits(true)).get(code)?.versions[0];
  if (!base) notFound();
  const fields = withRecipes(fieldsOf(base.family), await recipesFor(base.family));
  return (
    <main className="px-4 py-6 md:px-8">
      <h1>Change {base.code}</h1>
      <p className="mb-6 text-soft">
        Version {base.version ?? 1} stays as it is for the designs that hold it; what is saved here is version{" "}
        {(base.version ?? 1) + 1}.
      </p>
      <UnitEditor
        base={base.code}
        seen={base.version ?? 1}
        fields={{ [base.family]: fields }}
        families={familyNames}
        initial={Object.fromEntries([
          ["family", base.family],
          ...fields
            .filter((f) => f.path !== "family")
            .map((f) => [f.path, figureText(base, f, person.profile)]),
        ])}
        profile={person.profile}
      />
    </main>
  );
}
