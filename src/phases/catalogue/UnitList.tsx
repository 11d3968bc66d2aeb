"use client";
import Link from "@/ui/Link";
import type { Route } from "next";
import { useState } from "react";
import { printStated, type UnitSystem } from "@/core/units";
import { ColumnHeads } from "@/ui/ColumnHeads";

export interface ListedUnit {
  readonly code: string;
  readonly name: string;
  readonly family: string;
  readonly variant: string;
  readonly ratedFlow?: number;
  readonly parts: number;
  readonly version: number;
  readonly retired: boolean;
  readonly jobs: number;
}

interface Family {
  readonly id: string;
  readonly label: string;
}

const matches = (u: ListedUnit, words: readonly string[]) =>
  words.every((w) => `${u.code} ${u.name} ${u.variant}`.toLowerCase().includes(w));

/** A unit of the list. */
function UnitRow({
  unit: u,
  profile,
  money,
}: {
  unit: ListedUnit;
  profile: UnitSystem;
  money: Intl.NumberFormat;
}) {
  return (
    <tr className={u.retired ? "text-soft" : ""}>
      <td>
        <Link
          className="plainlink num inline-flex min-h-8 items-center whitespace-nowrap"
          prefetch={false}
          href={`/catalogue/${u.code}` as Route}
        >
          {u.code}
        </Link>
      </td>
      <td>
        {u.name}
        {u.retired ? <span className="block text-sm">no longer offered</span> : null}
      </td>
      <td>{u.variant}</td>
      <td className="figure">
        {u.ratedFlow === undefined ? "—" : printStated(u.ratedFlow, "flow", profile)}
      </td>
      <td className="figure">{money.format(u.parts)}</td>
      <td className="figure">{u.version}</td>
      <td className="figure">{u.jobs || ""}</td>
    </tr>
  );
}

/** Units by family, each family with its own head. */
function UnitTable({
  groups,
  profile,
  currency,
}: {
  groups: readonly (Family & { readonly units: readonly ListedUnit[] })[];
  profile: UnitSystem;
  currency: string;
}) {
  const money = new Intl.NumberFormat("en", { style: "currency", currency, maximumFractionDigits: 0 });
  return (
    <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Units">
      <table className="plain [&_td]:!align-middle" data-units>
        <ColumnHeads
          caption="Units"
          columns={[
            "Code",
            "Unit",
            "variant",
            { figure: "rated flow" },
            { figure: "parts" },
            { figure: "version" },
            { figure: "in jobs" },
          ]}
        />
        {groups.map((g) => (
          <tbody key={g.id}>
            <tr>
              <th scope="rowgroup" colSpan={7} className="!pt-5 font-semibold">
                {g.label} <span className="num font-normal text-soft">{g.units.length}</span>
              </th>
            </tr>
            {g.units.map((u) => (
              <UnitRow key={u.code} unit={u} profile={profile} money={money} />
            ))}
          </tbody>
        ))}
      </table>
    </div>
  );
}

/** Every unit in one list, by family, found by code, words or family. */
export function UnitList({
  units,
  families,
  profile,
  currency,
}: {
  units: readonly ListedUnit[];
  families: readonly Family[];
  profile: UnitSystem;
  currency: string;
}) {
  const [sought, setSought] = useState("");
  const [family, setFamily] = useState("");
  const words = sought.trim().toLowerCase().split(/\s+/);
  const shown = units.filter((u) => (family === "" || u.family === family) && matches(u, words));
  const groups = families
    .map((f) => ({ ...f, units: shown.filter((u) => u.family === f.id) }))
    .filter((g) => g.units.length > 0);
  return (
    <>
      <div className="mb-4 grid gap-x-6 gap-y-2 sm:grid-cols-[minmax(0,320px)_minmax(0,260px)_1fr]">
        <label>
          Code or words
          <input className="field" value={sought} onChange={(e) => setSought(e.target.value)} />
        </label>
        <label>
          Family
          <select className="field" value={family} onChange={(e) => setFamily(e.target.value)}>
            <option value="">all</option>
            {families.map((f) => (
              <option key={f.id} value={f.id}>
                {f.label}
              </option>
            ))}
          </select>
        </label>
        <p className="self-end pb-2 text-soft" role="status">
          <span className="num">{shown.length}</span> of {units.length} units
        </p>
      </div>
      <UnitTable groups={groups} profile={profile} currency={currency} />
      {shown.length === 0 ? (
        <p className="py-6">No unit is called that. Try fewer words, or another family.</p>
      ) : null}
    </>
  );
}
