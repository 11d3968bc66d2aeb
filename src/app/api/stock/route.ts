import type { NextRequest } from "next/server";
import { z } from "@/core/zod";
import type { PricedPart } from "@/core/plumbing/priceList";
import { stockPlaces } from "@/core/plumbing/stock";
import { moveParts } from "@/data/queries/stock";
import { knownOffcut } from "@/phases/parts/offcuts";
import { partsKnown } from "@/phases/stock/known";
import { readCounted } from "@/phases/stock/words";
import { knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { jsonUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const counted = z.strictObject({
  id: z.string().regex(/^[0-9A-HJKMNP-TV-Z]{26}$/),
  part: z.string().max(120),
  van: z.string().max(40),
  shop: z.string().max(40),
});

/**
 * Takes what somebody counted of a part: what lies there is that from now on. A place without a count stays
 * as it is.
 */
export const POST = (request: NextRequest) =>
  forPerson(request, "moveStock", async (person) => {
    const read = counted.safeParse(await jsonUpTo(request, 2_000));
    if (!read.success) return json({ error: "This could not be read" }, 422);
    const { id, part, ...texts } = read.data;
    const isPart = (p: PricedPart) => p.id === part;
    const known = knownOffcut(part, person.profile) ?? partsKnown(await knowledge()).find(isPart);
    if (!known) return json({ error: "There is no such part" }, 404);
    const amounts = stockPlaces
      .filter((place) => texts[place].trim() !== "")
      .map((place) => ({ place, ...readCounted(texts[place], known.unit, person.profile) }));
    const fields = Object.fromEntries(amounts.flatMap((a) => ("error" in a ? [[a.place, a.error]] : [])));
    if (Object.keys(fields).length > 0) return json({ error: "Nothing was kept", fields }, 422);
    await moveParts(
      database(),
      [part],
      (heldOf) =>
        amounts.flatMap((a) =>
          "amount" in a ? [{ part, place: a.place, delta: a.amount - heldOf(part)[a.place] }] : [],
        ),
      { id, why: "counted", byName: person.name, at: new Date(now()) },
    );
    return json({ kept: id });
  });
