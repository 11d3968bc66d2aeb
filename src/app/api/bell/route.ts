import { standingsFor } from "@/data/queries/bell";
import { company } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { forPerson, json } from "@/server/respond";

/**
 * What the person should hear of as it stands now: ended clocks, Stops, their visits. The browser knows
 * what of it is new.
 */
export const GET = (request: Request) =>
  forPerson(request, "viewJobs", async ({ name, profile, role }) => {
    const at = now();
    const standings = await standingsFor(
      database(),
      { name, profile, onlyOwn: role === "installer" },
      new Date(at),
    );
    return json({ now: at, zone: (await company()).timeZone, standings });
  });
