import type { Way } from "@/core/fit/jobPiping";
import type { MethodRow } from "./methods";

const wayWords = ({ system, method, ring, wall }: Way): string => {
  const pipe = { pex: "PEX", copper: "Copper", cpvc: "CPVC", pvc: "PVC", peSupply: "PE supply pipe" }[system];
  const how = {
    crimp: ring === "clamp" ? "clamp rings" : "crimp rings",
    expansion: "expansion rings",
    pushFit: "push-fit",
    solder: "soldered",
    cement: "cemented",
  }[method];
  return `${pipe}, ${how}${wall ? "; on the wall push-fit" : ""}`;
};

const reachSaid = (joints: number | undefined): string => {
  if (joints === undefined) return "Unknown: the depth in front is not measured";
  return joints === 0 ? "none" : `${joints} joints`;
};

/** What one way costs, in the cells of its row. */
function BuiltCells({ row: { built }, money }: { row: MethodRow; money: Intl.NumberFormat }) {
  if (!built)
    return (
      <td colSpan={5} className="text-soft">
        takes more room than the units leave: they would be placed anew
      </td>
    );
  return (
    <>
      <td className="num pr-3 text-right">{money.format(built.price)}</td>
      <td className="num pr-3 text-right">
        {built.minutes === undefined ? "Unknown" : Math.round(built.minutes)}
      </td>
      <td className="pr-3">{built.tools.join("; ")}</td>
      <td className="pr-3">{reachSaid(built.outOfReach)}</td>
      <td>
        {[built.rotatable ? "turns" : "stays as made", ...(built.reusable ? ["used again"] : [])].join(", ")}
      </td>
    </>
  );
}

/** What the other ways of joining the same train would cost, as its units stand. */
export function MethodsView({ rows, currency }: { rows: readonly MethodRow[]; currency: string }) {
  const money = new Intl.NumberFormat("en", { style: "currency", currency });
  return (
    <section aria-labelledby="methods" data-methods>
      <h2 id="methods">Other ways to join it</h2>
      <p className="mb-3 text-soft">
        The same train where it stands. Which is taken is chosen under Train, at the schools of this job;
        cement cures 30 to 60 minutes before pressure.
      </p>
      <div className="overflow-x-auto" tabIndex={0} role="region" aria-label="Ways to join, side by side">
        <table className="w-full min-w-[44rem]">
          <thead>
            <tr className="text-left text-sm text-soft">
              <th scope="col" className="py-1 pr-3">
                Pipe and joint
              </th>
              <th scope="col" className="pr-3 text-right">
                Fittings
              </th>
              <th scope="col" className="pr-3 text-right">
                Minutes
              </th>
              <th scope="col" className="pr-3">
                Tool
              </th>
              <th scope="col" className="pr-3">
                Out of reach
              </th>
              <th scope="col">Afterwards</th>
            </tr>
          </thead>
          <tbody>
            {rows.map((row) => (
              <tr
                key={wayWords(row.way)}
                className="border-t border-hair align-baseline"
                data-way={wayWords(row.way)}
              >
                <th scope="row" className={`py-2 pr-3 text-left ${row.isChosen ? "" : "font-normal"}`}>
                  {wayWords(row.way)}
                  {row.isChosen ? " (chosen)" : ""}
                  {row.isCheapest ? (
                    <span className="block text-sm font-normal text-soft">
                      the cheapest that reaches every joint
                    </span>
                  ) : null}
                </th>
                <BuiltCells row={row} money={money} />
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
