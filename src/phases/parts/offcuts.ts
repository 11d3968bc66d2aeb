import { offcutOf, offcutPart, offcutsIn, type Offcuts } from "@/core/plumbing/offcut";
import { cutSaid } from "@/core/plumbing/named";
import type { PricedPart } from "@/core/plumbing/priceList";
import type { UnitSystem } from "@/core/units";
import type { Database } from "@/data/database";
import { heldParts, movedBy, takenFor } from "@/data/queries/stock";
import { pipeName } from "./words";

/**
 * Offcuts that a job can be cut from, as the company's stock has them now: what was kept of its own cutting
 * is not there before it is cut.
 */
export async function offcutsFor(db: Database, job: string): Promise<Offcuts> {
  const [held, taken, own] = await Promise.all([heldParts(db), takenFor(db, job), movedBy(db, job)]);
  const before = [...held].map(([part, { van, shop }]) => {
    const without = Math.max(0, van - (own.get(part) ?? 0));
    return [part, { van: without, shop }] as const;
  });
  return offcutsIn(new Map(before), taken);
}

/** The part of the stock that an offcut is, by its name; undefined where an id is that of something else. */
export function knownOffcut(part: string, profile: UnitSystem): PricedPart | undefined {
  const offcut = offcutOf(part);
  return offcut && offcutPart(offcut, { pipe: pipeName, length: (mm) => cutSaid(mm, profile) });
}
