import type { Source } from "@/core/plumbing/stock";
import { ColumnHeads } from "@/ui/ColumnHeads";
import { VerdictShape } from "@/ui/VerdictMark";
import { muchOf } from "../stock/words";
import { isNowhere, ordersBySupplier, tooLate, type PartSource, type SourceWords } from "./sources";

/** How many packs, and what is in one. */
const packsSaid = (
  { order, unit }: PartSource & { readonly order: NonNullable<Source["order"]> },
  words: SourceWords,
) =>
  order.offer.pack === 1 && unit === "pieces"
    ? String(order.packs)
    : `${order.packs} × ${muchOf(order.offer.pack, unit, words.profile)}`;

/** What is to be ordered for a job, supplier by supplier, and what of it comes too late. */
export function Orders({
  sources,
  by,
  words,
}: {
  readonly sources: readonly PartSource[];
  /** When the first visit begins, ms. */
  readonly by?: number;
  readonly words: SourceWords;
}) {
  const late = tooLate(sources, by);
  const nowhere = sources.filter(isNowhere);
  const lateParts = new Set(late.map((s) => s.part));
  return (
    <>
      {by !== undefined && late.length > 0 ? (
        <p className="mt-3" data-too-late>
          <VerdictShape level="Check" /> Check: {late.map((s) => s.what).join(", ")}{" "}
          {late.length === 1 ? "is" : "are"} not surely here by the first visit on {words.day(by)}
        </p>
      ) : null}
      {nowhere.length > 0 ? (
        <p className="mt-3 text-soft" data-nowhere>
          In no stock and on no supplier’s list: {nowhere.map((s) => s.what).join(", ")}.
        </p>
      ) : null}
      {ordersBySupplier(sources).map(({ supplier, orders, cost }) => (
        <div
          key={supplier}
          className="mt-4 overflow-x-auto"
          data-orders
          tabIndex={0}
          role="region"
          aria-label={`To order from ${supplier}`}
        >
          <h3>
            To order from {supplier}: <span className="num">{words.money.format(cost)}</span>
          </h3>
          <table className="plain">
            <ColumnHeads
              caption={`To order from ${supplier}`}
              columns={["Part", "Its number there", { figure: "Packs" }, { figure: "Costs" }, "Here"]}
            />
            <tbody>
              {orders.map((source) => (
                <tr key={source.part}>
                  <td>{source.what}</td>
                  <td className="num">{source.order.offer.article ?? ""}</td>
                  <td className="figure">{packsSaid(source, words)}</td>
                  <td className="figure">{words.money.format(source.order.cost)}</td>
                  <td className="whitespace-nowrap">
                    {lateParts.has(source.part) ? <VerdictShape level="Check" /> : null}{" "}
                    {source.order.here === undefined ? "not said" : words.day(source.order.here)}
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      ))}
    </>
  );
}
