import { findAnything } from "@/data/queries/today";
import { database } from "@/server/database";
import { forPerson, json } from "@/server/respond";

/** Jobs, units and serials that fit what was typed. */
export const GET = (request: Request) =>
  forPerson(request, "viewJobs", async () =>
    json(await findAnything(database(), new URL(request.url).searchParams.get("q") ?? "")),
  );
