import type { NextRequest } from "next/server";
import { mayWriteOn } from "@/core/job";
import { loadJob } from "@/data/queries/jobs";
import { database } from "@/server/database";
import { cleanPhoto, cleanSignature, keepFile, MAX_PHOTO } from "@/server/files";
import { notOnJobSaid } from "@/server/permissions";
import { bodyUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";
import { SENT_BY } from "@/server/sentBy";

/**
 * Takes a photo or a signature (`?for=signature`) as the request's body, keeps a clean copy, and answers with its hash,
 * which the log entry then names. `?id=` is made by the phone, so that a repeated send is harmless.
 */
export const POST = (request: NextRequest, { params }: RouteContext<"/api/jobs/[id]/files">) =>
  forPerson(request, "addFile", async (person) => {
    const as = request.headers.get(SENT_BY);
    if (as !== null && as !== person.id)
      return json({ error: "Somebody else is signed in here now. It is kept for who took it" }, 401);
    const { id: jobId } = await params;
    const id = request.nextUrl.searchParams.get("id") ?? "";
    const job = /^[0-9A-HJKMNP-TV-Z]{26}$/.test(id) ? await loadJob(database(), jobId) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    if (!mayWriteOn(job, person)) return json({ error: notOnJobSaid(job) }, 403);
    const body = await bodyUpTo(request, MAX_PHOTO);
    if (!body) return json({ error: "This photo is too large: at most 12 MB" }, 413);
    const signature = request.nextUrl.searchParams.get("for") === "signature";
    const clean = signature ? await cleanSignature(body) : await cleanPhoto(body);
    if (!clean)
      return json(
        { error: "This is not a photo that can be read. Take it again, or choose a JPEG or PNG" },
        422,
      );
    const row = await keepFile(id, jobId, clean, signature ? "signature" : "photo");
    if (!row) return json({ error: "This picture's name is taken by another one: send it again" }, 409);
    return json({ file: row.id, sha256: row.sha256, bytes: row.bytes });
  });
