"use client";
import { useRouter } from "next/navigation";
import { useMemo, useState } from "react";
import { ulid } from "ulid";
import type { Held } from "@/core/plumbing/stock";
import type { PricedPart } from "@/core/plumbing/priceList";
import type { UnitSystem } from "@/core/units";
import { finderOver } from "@/core/words/finder";
import { FormField, FormNote } from "@/ui/FormField";
import { FormFrame } from "@/ui/FormFrame";
import { useForm } from "@/ui/useForm";
import { sendStock } from "./send";
import { muchOf } from "./words";

interface Offered {
  readonly supplier: string;
  readonly price: string;
  readonly pack: number;
  readonly days: number | undefined;
}
/** A part with what lies of it, and what it costs. */
export interface StockedPart extends PricedPart {
  readonly held: Held;
  readonly offers: readonly Offered[];
}

/** Parts that are shown at once. */
const MOST = 40;

/** Parts that hold every word of what is sought; for no words those of which something lies here or is offered. */
function useFound(parts: readonly StockedPart[], sought: string): readonly StockedPart[] {
  const finder = useMemo(() => {
    const made = finderOver(["what", "id"], "what");
    for (const { id, what } of parts) made.put({ id, texts: { what, id } });
    return made;
  }, [parts]);
  return useMemo(() => {
    if (sought.trim() === "")
      return parts.filter((p) => p.held.van > 0 || p.held.shop > 0 || p.offers.length > 0);
    const byId = new Map(parts.map((p) => [p.id, p]));
    return finder.find(sought, parts.length).flatMap(({ id }) => byId.get(id) ?? []);
  }, [finder, parts, sought]);
}

/** Takes what was counted of a part. */
function CountForm({
  part,
  profile,
  onDone,
}: {
  part: StockedPart;
  profile: UnitSystem;
  onDone: () => void;
}) {
  const router = useRouter();
  const { unit, held } = part;
  const initial = { van: muchOf(held.van, unit, profile), shop: muchOf(held.shop, unit, profile) };
  // What was left as it stood was not counted: somebody may have moved it meanwhile.
  const counted = (place: keyof Held, text = "") => (text === initial[place] ? "" : text);
  const form = useForm({
    draft: `stock.${part.id}`,
    initial,
    // A count says what lies there: sent twice it says the same.
    send: ({ van, shop }) =>
      sendStock("/api/stock", {
        id: ulid(),
        part: part.id,
        van: counted("van", van),
        shop: counted("shop", shop),
      }),
    onTaken: () => {
      onDone();
      router.refresh();
    },
  });
  const hint = unit === "mm" ? "as a length" : "pieces";
  return (
    <FormFrame form={form} className="mb-4 grid max-w-xl gap-3 md:grid-cols-2">
      <FormField form={form} name="van" label="On the van, counted now" hint={hint} inputMode="text" />
      <FormField form={form} name="shop" label="At the shop, counted now" hint={hint} inputMode="text" />
      <div className="flex gap-3">
        <button className="button" disabled={form.busy}>
          Keep this count
        </button>
        <button type="button" className="button quiet" onClick={onDone}>
          Leave it
        </button>
      </div>
      <FormNote form={form} />
    </FormFrame>
  );
}

/** A supplier's offer in words. */
function offerSaid({ supplier, price, pack, days }: Offered, part: StockedPart, profile: UnitSystem): string {
  const each = pack === 1 && part.unit === "pieces" ? "each" : `for ${muchOf(pack, part.unit, profile)}`;
  const when = days === undefined ? "" : `, ${days} ${days === 1 ? "day" : "days"}`;
  return `${price} ${each} at ${supplier}${when}`;
}

function PartRow({ part, profile, readOnly }: { part: StockedPart; profile: UnitSystem; readOnly: boolean }) {
  const [isCounted, setCounted] = useState(false);
  return (
    <li className="border-t border-hair py-1.5" data-stocked={part.id}>
      <div className="flex min-h-11 flex-wrap items-center gap-x-5 gap-y-1">
        <span className="grow basis-full md:basis-auto">
          {part.what}
          {part.offers.map((offer) => (
            <span key={offer.supplier} className="block text-sm text-soft">
              {offerSaid(offer, part, profile)}
            </span>
          ))}
        </span>
        <span>
          van <span className="num">{muchOf(part.held.van, part.unit, profile)}</span>
        </span>
        <span>
          shop <span className="num">{muchOf(part.held.shop, part.unit, profile)}</span>
        </span>
        {readOnly || isCounted ? null : (
          <button
            type="button"
            className="button quiet"
            aria-label={`Count: ${part.what}`}
            onClick={() => setCounted(true)}
          >
            Count
          </button>
        )}
      </div>
      {isCounted ? <CountForm part={part} profile={profile} onDone={() => setCounted(false)} /> : null}
    </li>
  );
}

/** What lies where, sought by its name; anything of the catalogue can be counted in. */
export function StockList({
  parts,
  profile,
  readOnly,
}: {
  readonly parts: readonly StockedPart[];
  readonly profile: UnitSystem;
  readonly readOnly: boolean;
}) {
  const [sought, setSought] = useState("");
  const found = useFound(parts, sought);
  return (
    <section aria-labelledby="held" data-stock-list>
      <h2 id="held" className="mb-2">
        What lies where
      </h2>
      <label className="block max-w-md">
        Find a part
        <input
          type="search"
          className="field"
          placeholder="3/4 elbow, ring, a unit’s code"
          value={sought}
          onChange={(e) => setSought(e.target.value)}
        />
      </label>
      {found.length === 0 ? (
        <p className="mt-3 text-soft">
          {sought.trim() === ""
            ? "Nothing is counted yet, and no list of prices is here. Find a part and count it."
            : "No part holds all of these words."}
        </p>
      ) : null}
      <ul className="mt-3">
        {found.slice(0, MOST).map((part) => (
          <PartRow key={part.id} part={part} profile={profile} readOnly={readOnly} />
        ))}
      </ul>
      {found.length > MOST ? (
        <p className="mt-3 text-soft">
          {MOST} of {found.length} are shown: write more of its name.
        </p>
      ) : null}
    </section>
  );
}
