import type { NextRequest } from "next/server";
import { sheetRow } from "@/data/queries/catalogue";
import { database } from "@/server/database";
import { fileStore, sheetName } from "@/server/files";
import { forPerson, json } from "@/server/respond";

/** A data sheet, for everyone who may see the catalogue; never run in Brant's own pages. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/sheets/[id]">) =>
  forPerson(request, "viewCatalogue", async () => {
    const row = await sheetRow(database(), (await params).id);
    const content = row ? await fileStore().get(sheetName(row.id)) : undefined;
    if (!row || !content) return json({ error: "There is no such data sheet" }, 404);
    return new Response(new Uint8Array(content), {
      headers: {
        "content-type": row.mime,
        "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(row.name)}`,
        "cache-control": "private, max-age=31536000, immutable",
        "content-security-policy": "default-src 'none'; sandbox",
        "x-content-type-options": "nosniff",
      },
    });
  });
