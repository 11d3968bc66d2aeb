import type { Route } from "next";
import { fieldsOf } from "@/catalogue/units";
import { connectionOf, serviceOf, type UnitModel } from "@/core/families";
import { portLine, type Recipe } from "@/core/run";
import type { UnitSystem } from "@/core/units";
import { sayFor, sayText } from "@/core/words";
import type { jobsWith } from "@/data/queries/catalogue";
import type { catalogueUnits } from "@/server/catalogue";
import Link from "@/ui/Link";
import { stamp } from "@/ui/time";
import { changesBetween, figureText } from "./figureText";

type UnitLine = NonNullable<ReturnType<Awaited<ReturnType<typeof catalogueUnits>>["get"]>>;

/** Fields that the page's heading says already, or that stand by themselves. */
const SAID_ELSEWHERE = ["code", "name", "family", "variant", "recipes"];

/** Figures of several columns, as sentences; nothing for those that are one text. */
function rowsSaid(unit: UnitModel, path: string, profile: UnitSystem): readonly string[] | undefined {
  const say = sayFor(profile);
  if (path === "fit.ports") return unit.fit?.ports.map((p, i) => sayText(portLine(p, i), say));
  if (path === "fit.service")
    return unit.fit && serviceOf(unit).map(({ what, when }) => `${what}: ${sayText(when, say)}`);
  return undefined;
}

/** Every figure that a unit's family has, as it was stated; where it connects is known of each. */
export function Figures({ unit, profile }: { unit: UnitModel; profile: UnitSystem }) {
  const shown: UnitModel = { ...unit, connects: connectionOf(unit) };
  return (
    <section aria-labelledby="figures">
      <h2 id="figures">Figures</h2>
      <dl className="grid grid-cols-[minmax(140px,240px)_1fr]" data-figures>
        {fieldsOf(shown.family)
          .filter((f) => !SAID_ELSEWHERE.includes(f.path))
          .map((f) => {
            const text = figureText(shown, f, profile);
            const rows = rowsSaid(shown, f.path, profile);
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
                      {rows ? rows.map((row) => <p key={row}>{row}</p>) : text}
                      {f.kind === "number" && f.suffix ? ` ${f.suffix}` : ""}
                    </>
                  )}
                </dd>
              </div>
            );
          })}
      </dl>
    </section>
  );
}

/** Versions of a unit, each with who made it, why, and what it changed. */
export function Versions({ line, profile, zone }: { line: UnitLine; profile: UnitSystem; zone: string }) {
  const code = line.versions[0]!.code;
  return (
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
                  ? `${own.byName}, ${stamp(own.createdAt.toISOString(), zone)}: ${own.why}`
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
  );
}

/** Jobs in whose design the unit stands. */
export function InJobs({ jobs }: { jobs: Awaited<ReturnType<typeof jobsWith>> }) {
  return (
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
  );
}

/** What is done on site when the unit is installed. */
export function Recipes({ unit, recipes }: { unit: UnitModel; recipes: ReadonlyMap<string, Recipe> }) {
  return (
    <section aria-labelledby="recipes">
      <h2 id="recipes">Recipes</h2>
      {unit.recipes.map((id) => {
        const r = recipes.get(id);
        return r ? (
          <p key={id} className="rule py-1">
            <Link
              className="plainlink inline-flex min-h-8 items-center"
              prefetch={false}
              href={`/catalogue/recipes/${id}?unit=${unit.code}` as Route}
            >
              {r.title}
            </Link>{" "}
            <span className="text-sm text-soft">{r.steps.length} steps</span>
          </p>
        ) : (
          <p key={id} className="rule py-1">
            {id} <span className="text-sm text-soft">not known here</span>
          </p>
        );
      })}
    </section>
  );
}
