import type { NextRequest } from "next/server";
import { z } from "@/core/zod";
import { mayWriteOn, type JobState } from "@/core/job";
import { contactKinds, dropContact, keepContact } from "@/data/queries/contacts";
import { loadJob } from "@/data/queries/jobs";
import type { Person } from "@/server/actor";
import { audited } from "@/server/audit";
import { now } from "@/server/clock";
import { database } from "@/server/database";
import { notOnJobSaid } from "@/server/permissions";
import { jsonUpTo } from "@/server/request";
import { forPerson, json } from "@/server/respond";

const ID = /^[0-9A-HJKMNP-TV-Z]{26}$/;
const line = (most: number) => z.string().trim().max(most, `At most ${most} letters`);
const contact = z.strictObject({
  id: z.string().regex(ID),
  is: z.enum(contactKinds),
  name: line(120).min(1, "Give the name, or what the household is called"),
  phone: line(60).regex(
    /^[\d\s()+./-]*$/,
    "Figures, spaces and + ( ) / - alone, for example +31 20 555 0134",
  ),
  email: line(190).regex(/^$|^[^@\s]+@[^@\s]+\.[^@\s]+$/, "Like name@house.example, or leave it empty"),
  address: line(300),
  notes: line(600),
});

/** Carries a change of a job's contacts out, for who may write on that job. */
const onJob = (
  request: NextRequest,
  { params }: RouteContext<"/api/jobs/[id]/contacts">,
  change: (job: JobState, person: Person) => Promise<Response>,
) =>
  forPerson(request, "keepContacts", async (person) => {
    const { id } = await params;
    const job = ID.test(id) ? await loadJob(database(), id) : undefined;
    if (!job) return json({ error: "There is no such job" }, 404);
    return mayWriteOn(job, person) ? change(job, person) : json({ error: notOnJobSaid(job) }, 403);
  });

/**
 * Keeps a contact of a job, in place of what it was. Its id is made by the page, so that a repeated send
 * changes nothing.
 */
export const POST = (request: NextRequest, context: RouteContext<"/api/jobs/[id]/contacts">) =>
  onJob(request, context, async (job, person) => {
    const read = contact.safeParse(await jsonUpTo(request, 10_000));
    if (!read.success) {
      const fields = Object.fromEntries(read.error.issues.map((i) => [i.path.join("."), i.message]));
      return json({ error: "Some of it could not be kept", fields }, 422);
    }
    await keepContact(database(), job.id, read.data, { name: person.name, at: new Date(now()) });
    return json({ kept: read.data.id });
  });

/** Deletes a contact of a job, by `?contact=`. */
export const DELETE = (request: NextRequest, context: RouteContext<"/api/jobs/[id]/contacts">) =>
  onJob(request, context, async (job, person) => {
    const id = request.nextUrl.searchParams.get("contact") ?? "";
    await dropContact(database(), job.id, id);
    await audited("contactDeleted", { by: person.id, job: job.id });
    return json({ deleted: id });
  });
