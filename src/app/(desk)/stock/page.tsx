import { heldParts, offersByPart, suppliersOf } from "@/data/queries/stock";
import { nothingHeld } from "@/core/plumbing/stock";
import { knownOffcut } from "@/phases/parts/offcuts";
import { partsKnown } from "@/phases/stock/known";
import { PriceList } from "@/phases/stock/PriceList";
import { StockList } from "@/phases/stock/StockList";
import { company, knowledge, personFor } from "@/server/actor";
import { database } from "@/server/database";
import { may } from "@/server/permissions";
import { stamp } from "@/ui/time";

export const metadata = { title: "Stock" };

/** What lies on the van and at the shop, and what suppliers ask for it. */
export default async function StockPage() {
  const [person, settings, known] = [await personFor("viewCatalogue"), await company(), await knowledge()];
  const [held, offers, suppliers] = await Promise.all([
    heldParts(database()),
    offersByPart(database()),
    suppliersOf(database()),
  ]);
  const parts = partsKnown(known);
  const offcuts = [...held.keys()].flatMap((part) => knownOffcut(part, person.profile) ?? []);
  const money = new Intl.NumberFormat("en", { style: "currency", currency: settings.currency });
  return (
    <main className="max-w-5xl px-4 py-6 md:px-8">
      <h1>Stock and prices</h1>
      <p className="mb-6 text-soft">
        What lies on the van and at the shop. Each job’s Parts take from it, and say what is to be ordered.
      </p>
      <div className="grid gap-10">
        <StockList
          parts={[...offcuts, ...parts].map((part) => ({
            ...part,
            held: held.get(part.id) ?? nothingHeld,
            offers: (offers.get(part.id) ?? []).map(({ supplier, price, pack, days }) => ({
              supplier,
              price: money.format(price),
              pack,
              days,
            })),
          }))}
          profile={person.profile}
          readOnly={!may(person.role, "moveStock")}
        />
        {may(person.role, "managePrices") ? (
          <PriceList
            parts={parts}
            suppliers={suppliers.map(({ supplier, parts, listedAt }) => ({
              supplier,
              parts,
              listed: stamp(listedAt, settings.timeZone),
            }))}
          />
        ) : null}
      </div>
    </main>
  );
}
