import type { NextRequest } from "next/server";
import { draftRig } from "@/core/record";
import { loadJob } from "@/data/queries/jobs";
import { readingsCsv } from "@/phases/record/readingsCsv";
import { reportOf } from "@/phases/record/report";
import { company, knowledge } from "@/server/actor";
import { audited } from "@/server/audit";
import { exportBundle } from "@/server/bundle";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { fileStore } from "@/server/files";
import { attachment, fileName, forPerson, json } from "@/server/respond";
import { inThread } from "@/server/threads";

/** The record to take away: `?as=record|pack` as PDF (`&paper=A4|LETTER`), `bundle` as JSON, `readings` as CSV. */
export const GET = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/record">) =>
  forPerson(request, "exportRecord", async (person) => {
    const { id } = await params;
    const as = request.nextUrl.searchParams.get("as");
    if (as === "bundle") {
      const bundle = await exportBundle(id);
      if (!bundle) return json({ error: "There is no such job" }, 404);
      await audited("jobExported", { by: person.id, job: id });
      return attachment("application/json", bundle.name, bundle.text);
    }
    const job = await loadJob(database(), id);
    if (!job) return json({ error: "There is no such job" }, 404);
    const [settings, known] = [await company(), await knowledge()];
    const report = reportOf(job, known, person.profile, settings.timeZone);
    if (as === "readings")
      return attachment("text/csv; charset=utf-8", `${fileName(job.name)}-readings.csv`, readingsCsv(report));
    const content = async (file: string) => (await fileStore().get(file)) ?? undefined;
    const signatures = Object.fromEntries(
      (await Promise.all(job.signatures.map(async (s) => [s.file, await content(s.file)] as const))).filter(
        (x): x is [string, Buffer] => x[1] !== undefined,
      ),
    );
    const photos = (
      await Promise.all(
        job.photos.slice(0, 60).map(async (p) => ({ caption: p.caption, content: await content(p.file) })),
      )
    ).filter((p): p is { caption: string; content: Buffer } => p.content !== undefined);
    const input = {
      job,
      report,
      company: settings.name,
      zone: settings.timeZone,
      paper: request.nextUrl.searchParams.get("paper") === "LETTER" ? ("LETTER" as const) : ("A4" as const),
      signatures,
      photos,
      printed: now(),
      rig: job.rig?.rig ?? draftRig(job, known),
    };
    const pdf = await inThread(as === "pack" ? "pack" : "record", input);
    return attachment(
      "application/pdf",
      `${fileName(job.name)}-${as === "pack" ? "customer-pack" : "record"}.pdf`,
      new Uint8Array(pdf),
    );
  });
