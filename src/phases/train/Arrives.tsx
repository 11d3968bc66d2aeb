import type { ComponentProps } from "react";
import type { Station } from "@/core/train";
import { print, printMeasured, type UnitSystem } from "@/core/units";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { Qty } from "@/ui/Qty";
import { VerdictNote } from "./VerdictNote";

type Limit = Station["limits"][number]["limit"];

/** What is allowed, as a band or as one bound. */
function bandSaid({ min, max, quantity }: Limit, profile: UnitSystem): string {
  const said = (n: number) => print(n, quantity, profile);
  if (min !== undefined && max !== undefined) return `${said(min)}–${said(max)}`;
  return max === undefined ? `≥ ${said(min!)}` : `≤ ${said(max)}`;
}

/** The water as it arrives at a unit, value by value against what the unit allows. */
export function Arrives({
  station: s,
  ...note
}: { station: Station } & Omit<ComponentProps<typeof VerdictNote>, "verdict" | "brief">) {
  const { profile } = note;
  if (s.limits.length === 0) return null;
  return (
    <section className="mt-8" aria-labelledby="arrives">
      <h2 id="arrives">Water as it arrives here</h2>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-labelledby="arrives">
        <table className="plain max-w-3xl">
          <ColumnHeads
            caption="Water as it arrives here"
            columns={["Value", { figure: "here" }, { figure: "allowed" }, "verdict"]}
          />
          <tbody>
            {s.limits.map((l) => (
              <tr key={l.limit.key}>
                <td>{l.limit.label}</td>
                <td className="figure">
                  {l.measured ? (
                    <Qty>{printMeasured(l.measured, l.limit.quantity, profile)}</Qty>
                  ) : (
                    <span className="text-soft">not tested</span>
                  )}
                </td>
                <td className="figure">
                  <Qty>{bandSaid(l.limit, profile)}</Qty>
                </td>
                <td>
                  <VerdictNote {...note} brief verdict={l.verdict} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
