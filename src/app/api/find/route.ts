import { database } from "@/server/database";
import { found } from "@/server/finding";
import { forPerson, json } from "@/server/respond";

/** Jobs, units and people that fit what was typed. */
export const GET = (request: Request) =>
  forPerson(request, "viewJobs", async () =>
    json(await found(database(), new URL(request.url).searchParams.get("q") ?? "")),
  );
