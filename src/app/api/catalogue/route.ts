import type { NextRequest } from "next/server";
import { catalogueUnits } from "@/server/catalogue";
import { forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** The catalogue as it is offered, as JSON or (`?as=xlsx`) as a spreadsheet; both can be read in again. */
export const GET = (request: NextRequest) =>
  forPerson(request, "viewCatalogue", async () => {
    const models = [...(await catalogueUnits(true)).values()].flatMap((l) =>
      l.retired ? [] : l.versions.slice(0, 1),
    );
    if (request.nextUrl.searchParams.get("as") !== "xlsx")
      return json({ brantUnits: 1, units: models }, 200, {
        "content-disposition": 'attachment; filename="units.json"',
      });
    const book = await inThread("writeUnits", models);
    return new Response(new Uint8Array(book), {
      headers: {
        "content-type": "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
        "content-disposition": 'attachment; filename="units.xlsx"',
        "cache-control": "no-store",
      },
    });
  });
