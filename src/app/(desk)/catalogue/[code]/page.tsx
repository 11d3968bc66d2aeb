import { KeyLink } from "@/ui/Pressed";
import Link from "@/ui/Link";
import type { Route } from "next";
import { notFound } from "next/navigation";
import { recipes } from "@/catalogue/recipes";
import { familyNames } from "@/core/families";
import { fieldsOf } from "@/catalogue/units";
import { jobsWith, sheetsOf } from "@/data/queries/catalogue";
import { changesBetween, figureText } from "@/phases/catalogue/figureText";
import { Retire, Sheets } from "@/phases/catalogue/UnitTools";
import { company, personFor } from "@/server/actor";
import { catalogueUnits } from "@/server/catalogue";
import { database } from "@/server/database";
import { may } from "@/server/permissions";
import { stamp } from "@/ui/time";

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
        <section aria-labelledby="figures">
          <h2 id="figures">Figures</h2>
          <dl className="grid grid-cols-[minmax(140px,240px)_1fr]" data-figures>
            {fieldsOf(shown.family)
              .filter((f) => !["code", "name", "family", "variant", "recipes"].includes(f.path))
              .map((f) => {
                const text = figureText(shown, f, profile);
                return (
                  <div key={f.path} className="contents">
                    <dt className="border-t border-hair py-1.5 pr-4 text-soft">{f.label}</dt>
                    <dd
                      className={`border-t border-hair py-1.5 ${f.kind === "quantity" || f.kind === "number" || f.kind === "points" ? "num" : ""}`}
                    >
                      {text === "" ? (
                        <span className="text-soft">not stated</span>
                      ) : (
                        <>
                          {text}
                          {f.kind === "number" && f.suffix ? ` ${f.suffix}` : ""}
                        </>
                      )}
                    </dd>
                  </div>
                );
              })}
          </dl>
        </section>
        <div className="grid content-start gap-8">
          <section aria-labelledby="versions">
            <h2 id="versions">Versions</h2>
            <ol data-versions>
              {line.versions.map((v, i) => {
                const own = line.own.find((o) => o.version === (v.version ?? 1));
                const before = line.versions[i + 1];
                const changes = before ? changesBetween(before, v, profile) : [];
                return (
                  <li key={v.version ?? 1} className="rule py-2">
                    <Link
                      className="plainlink"
                      prefetch={false}
                      href={`/catalogue/${code}?version=${v.version ?? 1}` as Route}
                    >
                      Version {v.version ?? 1}
                    </Link>{" "}
                    <span className="text-sm text-soft">
                      {own
                        ? `${own.byName}, ${stamp(own.createdAt.toISOString(), settings.timeZone)}: ${own.why}`
                        : "came with Brant"}
                    </span>
                    {changes.length > 0 ? (
                      <ul className="text-sm">
                        {changes.map((c) => (
                          <li key={c}>{c}</li>
                        ))}
                      </ul>
                    ) : null}
                  </li>
                );
              })}
            </ol>
          </section>
          <section aria-labelledby="jobs">
            <h2 id="jobs">In jobs</h2>
            {jobs.length === 0 ? (
              <p className="text-soft">In no job&apos;s design now.</p>
            ) : (
              <ul>
                {jobs.map((j) => (
                  <li key={j.id} className="rule py-1">
                    <Link
                      className="plainlink inline-flex min-h-8 items-center"
                      prefetch={false}
                      href={`/jobs/${j.id}/train` as Route}
                    >
                      {j.name}
                    </Link>{" "}
                    <span className="text-sm text-soft">{j.phase}</span>
                  </li>
                ))}
              </ul>
            )}
            <p className="mt-1 text-sm text-soft">
              A design keeps the version it was drawn with. Nothing here can be deleted.
            </p>
          </section>
          <section aria-labelledby="recipes">
            <h2 id="recipes">Recipes</h2>
            {shown.recipes.map((id) => {
              const r = recipes.get(id);
              return (
                <details key={id} className="rule py-1">
                  <summary className="min-h-8 cursor-pointer">
                    {id}{" "}
                    <span className="text-sm text-soft">
                      {r ? `${r.steps.length} steps` : "not known here"}
                    </span>
                  </summary>
                  {r ? (
                    <ol className="list-decimal pb-2 pl-6 text-sm">
                      {r.steps.map((s) => (
                        <li key={s.id}>
                          {s.title
                            .replaceAll("{unit}", shown.code)
                            .replaceAll("{mass}", String(Math.round(shown.massFullKg)))}
                        </li>
                      ))}
                    </ol>
                  ) : null}
                </details>
              );
            })}
          </section>
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
