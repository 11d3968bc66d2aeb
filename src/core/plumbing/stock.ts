/** Where parts lie that need not be bought. */
export const stockPlaces = ["van", "shop"] as const;
export type StockPlace = (typeof stockPlaces)[number];
/** How much of a part lies where: pieces, or mm. */
export type Held = Readonly<Record<StockPlace, number>>;
export const nothingHeld: Held = { van: 0, shop: 0 };

/** What a supplier asks for a part. */
export interface Offer {
  readonly supplier: string;
  /** The supplier's own number of it. */ readonly article?: string;
  /** What one pack costs, in the company's currency. */ readonly price: number;
  /** How much is in a pack: pieces, or mm. */ readonly pack: number;
  /** Days until it is here; absent where the supplier does not say. */ readonly days?: number;
  /** When the list came, ms. */ readonly listedAt: number;
}

/** What is to be ordered of a part. */
export interface Order {
  readonly offer: Offer;
  readonly packs: number;
  readonly cost: number;
  /** When it is here, ms, if it is ordered now; absent where the supplier does not say. */ readonly here?: number;
}

/** Where a part comes from, until as much is there as is needed. */
export interface Source extends Held {
  readonly order?: Order;
  /** What lies nowhere and nobody offers. */ readonly nowhere: number;
}

const DAY = 24 * 3600_000;

/** What a supplier's packs of a part come to. */
function orderOf(offer: Offer, count: number, now: number): Order {
  const packs = Math.ceil(count / offer.pack);
  return {
    offer,
    packs,
    cost: packs * offer.price,
    ...(offer.days === undefined ? {} : { here: now + offer.days * DAY }),
  };
}

/** Is an order here at a moment; one of which nobody says when is not. */
export const isInTime = ({ here }: Order, by: number): boolean => here !== undefined && here <= by;

/** The cheapest order that is here in time; where none is, the one that is here first. */
function bestOrder(orders: readonly Order[], by: number): Order | undefined {
  const inTime = orders.filter((order) => isInTime(order, by));
  if (inTime.length > 0) return inTime.toSorted((a, b) => a.cost - b.cost)[0];
  return orders.toSorted((a, b) => (a.here ?? Infinity) - (b.here ?? Infinity) || a.cost - b.cost)[0];
}

/**
 * Where `needed` of a part (pieces, or mm; 0 or more) comes from: first the van, then the shop, then a
 * supplier's whole packs. `by`: when it has to be here, ms; absent where no visit is planned, and the
 * cheapest offer is taken.
 */
export function sourceOf(
  needed: number,
  held: Held,
  offers: readonly Offer[],
  { now, by }: { readonly now: number; readonly by?: number },
): Source {
  const van = Math.min(needed, Math.max(0, held.van));
  const shop = Math.min(needed - van, Math.max(0, held.shop));
  const missing = needed - van - shop;
  const orders = missing > 0 ? offers.map((offer) => orderOf(offer, missing, now)) : [];
  const order = by === undefined ? orders.toSorted((a, b) => a.cost - b.cost)[0] : bestOrder(orders, by);
  return order ? { van, shop, order, nowhere: 0 } : { van, shop, nowhere: missing };
}

/** A part taken from a place, or brought to it: `delta` is negative where it is taken. */
export interface Move {
  readonly part: string;
  readonly place: StockPlace;
  readonly delta: number;
}

/**
 * The moves that take what a job needs and has not taken, as far as it lies there (van first), and bring to
 * the van what it took and needs no more. Both maps are by part, in pieces or mm.
 */
export function movesFor(
  needed: ReadonlyMap<string, number>,
  taken: ReadonlyMap<string, number>,
  heldOf: (part: string) => Held,
): readonly Move[] {
  const parts = new Set([...needed.keys(), ...taken.keys()]);
  return [...parts].flatMap((part) => {
    const due = (needed.get(part) ?? 0) - (taken.get(part) ?? 0);
    if (due < 0) return [{ part, place: "van" as const, delta: -due }];
    const { van, shop } = sourceOf(due, heldOf(part), [], { now: 0 });
    const from = { van, shop };
    return stockPlaces.flatMap((place) => (from[place] > 0 ? [{ part, place, delta: -from[place] }] : []));
  });
}
