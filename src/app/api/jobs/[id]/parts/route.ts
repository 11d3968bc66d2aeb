import type { NextRequest } from "next/server";
import { judgedOf } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { partsOf } from "@/phases/parts/listed";
import { offcutsFor } from "@/phases/parts/offcuts";
import { partsTexts } from "@/phases/parts/paper";
import { company, knowledge } from "@/server/actor";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** The list of parts to take along, PDF (`?paper=A4|LETTER`), in the unit system of who asks. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/parts">) =>
  forPerson(request, "viewJobs", async (person) => {
    const { id } = await params;
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    const [known, settings] = [await knowledge(), await company()];
    const parts = partsOf(job, judgedOf(job, known), known, {
      profile: person.profile,
      offcuts: await offcutsFor(database(), job.id),
    });
    const pdf = await inThread("parts", {
      job,
      texts: partsTexts(parts, known, person.profile),
      company: settings.name,
      zone: settings.timeZone,
      paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? "LETTER" : "A4",
      printed: now(),
    });
    return attachment("application/pdf", `${fileName(job.name)}-parts.pdf`, new Uint8Array(pdf));
  });
