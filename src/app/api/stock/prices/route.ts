import type { NextRequest } from "next/server";
import { z } from "@/core/zod";
import { priceColumns, readPriceList, type PriceColumn } from "@/core/plumbing/priceList";
import { plain } from "@/core/water/lab";
import { articlesOf, keepPrices, rememberedColumns } from "@/data/queries/stock";
import { partsKnown } from "@/phases/stock/known";
import { LARGEST_LIST } from "@/phases/stock/priceFile";
import { knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { jsonUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const supplierName = z
  .string()
  .trim()
  .min(1, "Whose list is it: write the supplier's name")
  .max(80, "At most 80 letters");
const place = z.number().int().min(0).max(200);
const list = z.strictObject({
  supplier: supplierName,
  cells: z.array(z.array(z.string().max(400)).max(200)).max(LARGEST_LIST.rows),
  columns: z.partialRecord(z.enum(priceColumns), place),
});

/** What is known of a supplier's lists (`?supplier=`): its columns, and parts by its own numbers. */
export const GET = (request: NextRequest) =>
  forPerson(request, "managePrices", async () => {
    const supplier = (request.nextUrl.searchParams.get("supplier") ?? "").trim().slice(0, 80);
    return json({
      columns: await rememberedColumns(database(), supplier),
      articles: Object.fromEntries(await articlesOf(database(), supplier)),
    });
  });

/** Takes a supplier's list: what can be read of it is kept, the rest is counted. */
export const POST = (request: NextRequest) =>
  forPerson(request, "managePrices", async () => {
    const read = list.safeParse(await jsonUpTo(request, LARGEST_LIST.bytes));
    if (!read.success) {
      const issue = read.error.issues[0]!;
      const field = issue.path[0] === "supplier" ? { fields: { supplier: issue.message } } : {};
      return json({ error: "Nothing of the list was taken", ...field }, 422);
    }
    const { supplier, cells, columns } = read.data;
    const articles = await articlesOf(database(), supplier);
    const { rows, failed, beside } = readPriceList(cells, columns, partsKnown(await knowledge()), articles);
    if (rows.length === 0) return json({ error: "No row of it can be taken: nothing was changed" }, 422);
    const remembered = Object.fromEntries(
      Object.entries(columns).flatMap(([column, i]) => {
        const header = plain(cells[0]?.[i] ?? "").slice(0, 80);
        return header ? [[header, column as PriceColumn]] : [];
      }),
    );
    await keepPrices(database(), supplier, rows, remembered, new Date(now()));
    return json({ taken: rows.length, failed: failed.length, beside });
  });
