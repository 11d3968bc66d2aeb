import { z } from "zod";
import { rigSchema } from "../rig";

const id = z.string().min(1).max(80);
const ulid = z.string().regex(/^[0-9A-HJKMNP-TV-Z]{26}$/);
const line = z.string().trim().min(1, "Write something here").max(200, "At most 200 characters");
const reason = z.string().trim().min(3, "Give the reason in a few words").max(500, "At most 500 characters");
const clientTime = z.iso.datetime();

const unit = z.strictObject({
  key: z.string().regex(/^[a-z0-9]{1,12}$/),
  model: z.string().max(20),
  version: z.number().int().min(1).max(9999).optional(),
  parallel: z.number().int().min(1).max(6),
  riseM: z.number().min(-100).max(300).optional(),
  saltLbPerFt3: z.number().min(6).max(15).optional(),
  place: z.string().max(80).optional(),
});

const of = <K extends string, S extends z.ZodRawShape>(kind: K, shape: S) =>
  z.strictObject({ kind: z.literal(kind), id: ulid, claimed: clientTime.optional(), ...shape });

/** What a person asks for. The server turns it into a log entry, or refuses it in words. `id` is made by the client, so that a repeated send is harmless; `claimed` is when it happened, by the client’s reckoning of the server’s clock. */
export const intentSchema = z.discriminatedUnion("kind", [
  of("jobOpened", { name: line, place: line, about: z.string().trim().max(300) }),
  of("surveyAnswered", { field: id, text: z.string().max(12_000), profile: z.enum(["us", "metric"]) }),
  of("labReportTaken", {
    report: ulid,
    source: z.enum(["form", "paste", "file"]),
    lab: z.string().trim().max(120, "At most 120 characters").optional(),
    sampled: z.iso.date("Write the day of the sample, for example 2026-11-20").optional(),
    values: z.record(id, z.string().max(200)),
    left: z.array(z.strictObject({ label: z.string().max(200), raw: z.string().max(200) })).max(300),
    profile: z.enum(["us", "metric"]),
  }),
  of("designChanged", { units: z.array(unit).max(14), what: line, seen: z.number().int().nonnegative() }),
  of("schoolChosen", { school: id, option: z.string().max(40), why: reason }),
  of("verdictOverridden", { at: id, rule: id, why: reason }),
  of("overrideWithdrawn", { at: id, rule: id }),
  of("designSigned", { seen: z.number().int().nonnegative() }),
  of("visitPlanned", {
    visit: ulid,
    from: clientTime,
    to: clientTime,
    person: z.strictObject({ id, name: line }),
    what: line,
  }),
  of("visitCancelled", { visit: ulid, why: reason }),
  of("waterOffAgreed", { from: clientTime, to: clientTime }),
  of("bypassChosen", {
    arrangement: z.enum(["threeValve", "heads"]),
    drainCock: z.boolean(),
    own: rigSchema.optional(),
    what: line,
    seen: z.number().int().nonnegative(),
  }),
  of("runStarted", {}),
  of("handleTurned", {
    handle: id,
    to: z.string().max(30),
    step: id.optional(),
    why: z.string().trim().max(500).optional(),
  }),
  of("turnTakenBack", { turn: z.number().int().positive() }),
  of("fillHeard", { step: id.optional() }),
  of("stepDone", { step: id, note: z.string().max(300).optional() }),
  of("stepUndone", { step: id, why: reason }),
  of("stepSkipped", { step: id, why: reason }),
  of("clockStarted", { step: id }),
  of("clockPaused", { step: id }),
  of("clockRestarted", { step: id, why: reason }),
  of("soakKept", { step: id, why: reason }),
  of("cycleCounted", { step: id, cycle: z.number().int().min(1).max(20) }),
  of("readingTaken", {
    reading: ulid,
    reads: z.string().max(40),
    step: id.optional(),
    place: line,
    instrument: z.string().max(80).optional(),
    when: z.enum(["before", "after"]),
    values: z.record(z.string().max(40), z.string().max(12_000)),
    supersedes: ulid.optional(),
    why: z.string().max(500).optional(),
    profile: z.enum(["us", "metric"]),
  }),
  of("readingOverridden", { reading: ulid, why: reason }),
  of("serialRecorded", {
    unit: id,
    what: id,
    label: line,
    text: z.string().trim().min(1, "Enter what is on the label").max(80, "At most 80 characters"),
    step: id.optional(),
  }),
  of("photoAdded", {
    file: ulid,
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    caption: z.string().max(200),
    step: id.optional(),
    field: id.optional(),
  }),
  of("photoRemoved", { file: ulid, why: reason }),
  of("openPointAdded", { point: ulid, text: line, who: line, due: z.iso.date().optional() }),
  of("openPointClosed", { point: ulid, how: reason }),
  of("signed", {
    as: z.enum(["installer", "householder"]),
    name: line,
    file: ulid,
    sha256: z.string().regex(/^[0-9a-f]{64}$/),
    head: z.string().regex(/^[0-9a-f]{64}$/),
  }),
]);
export type Intent = z.infer<typeof intentSchema>;
export type IntentKind = Intent["kind"];
