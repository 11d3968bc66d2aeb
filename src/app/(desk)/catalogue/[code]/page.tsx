import { KeyLink } from "@/ui/Pressed";
import Link from "@/ui/Link";
import type { Route } from "next";
import { notFound } from "next/navigation";
import { familyNames } from "@/core/families";
import { jobsWith, sheetsOf } from "@/data/queries/catalogue";
import { Figures, InJobs, Recipes, Versions } from "@/phases/catalogue/UnitSections";
import { Retire, Sheets } from "@/phases/catalogue/UnitTools";
import { company, personFor } from "@/server/actor";
import { catalogueRecipes, catalogueUnits, newestRecipes } from "@/server/catalogue";
import { database } from "@/server/database";
import { may } from "@/server/permissions";

export const metadata = { title: "Unit" };

/** A unit with its figures, versions and data sheets. */
export default async function UnitPage({ params, searchParams }: PageProps<"/catalogue/[code]">) {
  const person = await personFor("viewCatalogue");
  const { code } = await params;
  const line = (await catalogueUnits(true)).get(code);
  if (!line) notFound();
  const { version } = await searchParams;
  const newest = line.versions[0]!;
  const shown = line.versions.find((v) => String(v.version ?? 1) === version) ?? newest;
  const [settings, jobs, sheets] = [
    await company(),
    await jobsWith(database(), code),
    await sheetsOf(database(), code),
  ];
  const edit = may(person.role, "manageCatalogue");
  const { profile } = person;
  return (
    <main className="px-4 py-6 md:px-8">
      <p>
        <Link className="plainlink" prefetch={false} href={"/catalogue" as Route}>
          Catalogue
        </Link>
      </p>
      <div className="mb-6 flex flex-wrap items-start justify-between gap-4">
        <div>
          <h1>
            {shown.code}, {shown.name}
          </h1>
          <p className="text-soft">
            {familyNames.find((f) => f.id === shown.family)?.label}, {shown.variant}; version{" "}
            {shown.version ?? 1}
            {shown === newest ? "" : <b className="font-semibold text-check">, not the newest</b>}
            {line.retired ? `; no longer offered, ${line.retired.byName}: ${line.retired.why}` : ""}
          </p>
        </div>
        {edit ? (
          <div className="flex flex-wrap items-center gap-3">
            <KeyLink
              className="button"
              pressedBy="e"
              prefetch={false}
              href={`/catalogue/${code}/change` as Route}
            >
              Change its figures <kbd>e</kbd>
            </KeyLink>
            <Retire code={code} retired={line.retired !== undefined} />
          </div>
        ) : null}
      </div>
      <div className="grid gap-x-12 gap-y-8 lg:grid-cols-[minmax(0,1fr)_minmax(0,420px)]">
        <Figures unit={shown} profile={profile} />
        <div className="grid content-start gap-8">
          <Versions line={line} profile={profile} zone={settings.timeZone} />
          <InJobs jobs={jobs} />
          <Recipes unit={shown} recipes={newestRecipes(await catalogueRecipes()).recipes} />
          <section aria-labelledby="sheets">
            <h2 id="sheets">Data sheets</h2>
            <Sheets
              code={code}
              sheets={sheets.map((s) => ({
                id: s.id,
                name: s.name,
                kB: Math.max(1, Math.round(s.bytes / 1000)),
                by: s.byName,
              }))}
              readOnly={!edit}
            />
          </section>
        </div>
      </div>
    </main>
  );
}
