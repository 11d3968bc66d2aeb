import type { NextRequest } from "next/server";
import { addSheet, sheetRow } from "@/data/queries/catalogue";
import { sha256 } from "@/data/queries/jobs";
import { catalogueUnits } from "@/server/catalogue";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { fileStore, sheetName } from "@/server/files";
import { bodyUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const MAX = 12 * 1024 * 1024;
/** What a file is, by its first bytes; undefined for anything that is not kept as a data sheet. */
function mimeOf(b: Buffer): string | undefined {
  if (b.subarray(0, 5).toString("latin1") === "%PDF-") return "application/pdf";
  if (b.subarray(0, 8).equals(Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a])))
    return "image/png";
  if (b[0] === 0xff && b[1] === 0xd8 && b[2] === 0xff) return "image/jpeg";
  return undefined;
}

/** Keeps a data sheet beside a unit under an id made by the browser; a repeated send changes nothing. */
export const POST = (request: NextRequest, { params }: RouteContext<"/api/catalogue/[code]/sheets">) =>
  forPerson(request, "manageCatalogue", async (person) => {
    const { code } = await params;
    const id = request.nextUrl.searchParams.get("id") ?? "";
    const name = (request.nextUrl.searchParams.get("name") ?? "").trim().slice(0, 160);
    if (!/^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) || !(await catalogueUnits()).has(code))
      return json({ error: "This unit is not in the catalogue" }, 404);
    const body = await bodyUpTo(request, MAX);
    if (!body) return json({ error: "This file is too large: at most 12 MB" }, 413);
    const mime = mimeOf(body);
    if (!mime) return json({ error: "A data sheet is a PDF, a PNG or a JPEG" }, 422);
    if (!(await sheetRow(database(), id))) {
      await fileStore().put(sheetName(id), body);
      await addSheet(database(), {
        id,
        code,
        name: name || "Data sheet",
        mime,
        bytes: body.length,
        sha256: sha256(body),
        byName: person.name,
        createdAt: new Date(now()),
      });
    }
    return json({ sheet: id });
  });
