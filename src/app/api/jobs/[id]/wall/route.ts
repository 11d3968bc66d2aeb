import type { NextRequest } from "next/server";
import { judgedOf, placingOfJob } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { wallPaper } from "@/phases/fit/wallPaper";
import { partsOf } from "@/phases/parts/listed";
import { company, knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** The wall of a job to scale, with its units and pipes, PDF (`?paper=A4|LETTER`); 409 while they do not stand. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/wall">) =>
  forPerson(request, "viewJobs", async (person) => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const [known, settings] = [await knowledge(), await company()];
    const parts = partsOf(job, judgedOf(job, known), known, { profile: person.profile });
    const placing = placingOfJob(parts.fit, job);
    const wall = placing && wallPaper(parts, placing, person.profile);
    if (!wall) return json({ error: "Its units do not stand on a wall that is known" }, 409);
    const pdf = await inThread("wall", {
      job: { name: job.name, place: job.place },
      wall,
      company: settings.name,
      zone: settings.timeZone,
      paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4",
      printed: now(),
    });
    return attachment("application/pdf", `${fileName(job.name)}-wall.pdf`, new Uint8Array(pdf));
  });
