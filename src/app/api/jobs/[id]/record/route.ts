import type { NextRequest } from "next/server";
import { loadJob } from "@/data/queries/jobs";
import { drawingPapers, householdPapers, signedRecord } from "@/phases/record/household";
import { readingsCsv } from "@/phases/record/readingsCsv";
import { reportOf } from "@/phases/record/report";
import { company, knowledge } from "@/server/actor";
import { audited } from "@/server/audit";
import { exportBundle } from "@/server/bundle";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { paperInput } from "@/server/papers";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/**
 * The record to take away: `?as=record|pack` as PDF (`&paper=A4|LETTER`), `bundle` as JSON, `readings` as
 * CSV, `wall|cabinet` as a drawing of what is built, `household` as all that the household is given in one ZIP. Once signed, `record` is the paper that
 * was signed; `&as_of=now` prints what stands in the log today.
 */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/record">) =>
  forPerson(request, "exportRecord", async (person) => {
    const { id } = await params;
    const wanted = request.nextUrl.searchParams;
    const as = wanted.get("as");
    if (as === "bundle") {
      const bundle = await exportBundle(id);
      if (!bundle) return json({ error: "There is no such job" }, 404);
      await audited("jobExported", { by: person.id, job: id });
      return attachment("application/json", bundle.name, bundle.text);
    }
    const job = await loadJob(database(), id);
    if (!job) return json({ error: "There is no such job" }, 404);
    const name = fileName(job.name);
    if (as === "readings") {
      const [settings, known] = [await company(), await knowledge()];
      const report = reportOf(job, known, person.profile, settings.timeZone, now());
      return attachment("text/csv; charset=utf-8", `${name}-readings.csv`, readingsCsv(report));
    }
    const paper = wanted.get("paper") === "LETTER" ? "LETTER" : "A4";
    if (as === "wall" || as === "cabinet") {
      const { [as]: drawing } = await drawingPapers(job, person.profile, paper);
      if (!drawing) return json({ error: "Nothing of this job stands there" }, 409);
      return attachment("application/pdf", `${name}-${as}.pdf`, new Uint8Array(drawing));
    }
    if (as === "household") {
      const zip = await householdPapers(job, person.profile, paper);
      return attachment("application/zip", `${name}-for-the-household.zip`, new Uint8Array(zip));
    }
    const signed = as === "pack" || wanted.get("as_of") === "now" ? undefined : await signedRecord(job);
    if (signed) return attachment("application/pdf", `${name}-record-signed.pdf`, new Uint8Array(signed));
    const input = await paperInput(job, {
      profile: person.profile,
      paper,
      printed: now(),
    });
    const pdf = await inThread(as === "pack" ? "pack" : "record", input);
    return attachment(
      "application/pdf",
      `${name}-${as === "pack" ? "customer-pack" : "record"}.pdf`,
      new Uint8Array(pdf),
    );
  });
