import type { NextRequest } from "next/server";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { hungUnits } from "@/phases/fit/template";
import { company, knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** Drilling templates of a job's units at 1:1, PDF (`?paper=A4|LETTER`); 409 where no unit states its holes. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/template">) =>
  forPerson(request, "viewJobs", async (person) => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const [known, settings] = [await knowledge(), await company()];
    const units = hungUnits(judgedOf(job, known), person.profile);
    if (units.length === 0) return json({ error: "No unit of this design states its holes" }, 409);
    const pdf = await inThread("templates", {
      job: { name: job.name, place: job.place },
      units,
      company: settings.name,
      zone: settings.timeZone,
      paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4",
      printed: now(),
    });
    return attachment("application/pdf", `${fileName(job.name)}-templates.pdf`, new Uint8Array(pdf));
  });
