import type { NextRequest } from "next/server";
import { fileRow, mimeOf } from "@/data/queries/files";
import { database } from "@/server/database";
import { fileStore } from "@/server/files";
import { may } from "@/server/permissions";
import { forPerson, json } from "@/server/respond";

/** A photo, a signature or a signed paper, for those who may see jobs. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/files/[id]">) =>
  forPerson(request, "viewFile", async (person) => {
    const row = await fileRow(database(), (await params).id);
    // A signed paper is the record itself, for those who may take it away.
    if (row?.mime === mimeOf.paper && !may(person.role, "exportRecord"))
      return json({ error: `As ${person.role} you cannot do this` }, 403);
    const content = row ? await fileStore().get(row.id) : undefined;
    if (!row || !content) return json({ error: "There is no such file" }, 404);
    return new Response(new Uint8Array(content), {
      headers: {
        "content-type": row.mime,
        ...(row.mime === mimeOf.paper
          ? { "content-disposition": `attachment; filename="${row.id}.pdf"` }
          : {}),
        "cache-control": "private, max-age=31536000, immutable",
        "content-security-policy": "default-src 'none'",
        "x-content-type-options": "nosniff",
      },
    });
  });
