import { z } from "zod";
import { rigSchema } from "../rig";
import type { Entry } from "./entry";

const hex = z.string().regex(/^[0-9a-f]{64}$/);
const ulid = z.string().regex(/^[0-9A-HJKMNP-TV-Z]{26}$/);

const kinds = [
  "jobOpened",
  "surveyAnswered",
  "labReportTaken",
  "designChanged",
  "schoolChosen",
  "verdictOverridden",
  "overrideWithdrawn",
  "designSigned",
  "visitPlanned",
  "visitCancelled",
  "waterOffAgreed",
  "bypassChosen",
  "runStarted",
  "handleTurned",
  "turnTakenBack",
  "fillHeard",
  "stepDone",
  "stepUndone",
  "stepSkipped",
  "clockStarted",
  "clockPaused",
  "clockRestarted",
  "soakKept",
  "cycleCounted",
  "readingTaken",
  "readingOverridden",
  "serialRecorded",
  "photoAdded",
  "photoRemoved",
  "openPointAdded",
  "openPointClosed",
  "signed",
] as const satisfies readonly Entry["kind"][];

const text = z.string().max(20_000);
const measured = z.union([
  z.strictObject({ is: z.literal("value"), value: z.number() }),
  z.strictObject({ is: z.literal("below"), limit: z.number() }),
  z.strictObject({ is: z.literal("notDetected") }),
  z.strictObject({ is: z.literal("range"), low: z.number(), high: z.number() }),
]);
const answer = z.strictObject({ text, measured: measured.optional() });
const unit = z.strictObject({
  key: text,
  model: text,
  version: z.number().int().optional(),
  parallel: z.number().int(),
  riseM: z.number().optional(),
  saltLbPerFt3: z.number().optional(),
  place: text.optional(),
});
const level = z.enum(["Good", "Check", "Stop", "Unknown"]);
/** What a rule kept of its case: names and numbers, a few levels deep. */
const facts = z.record(z.string().max(40), z.json());
const verdict = z.strictObject({
  level,
  facts,
  rule: text,
  missing: z.array(text).max(60).optional(),
  settle: z.array(text).max(60).optional(),
  within: z.strictObject({ levels: z.array(level).max(4), judged: level }).optional(),
  school: text.optional(),
});
const derived = z.strictObject({
  label: text,
  value: z.number(),
  quantity: text,
  suffix: text.optional(),
  spread: z.number().optional(),
  formula: text,
});
/** Steps are carried as they were composed; their shape is the recipe's. */
const step = z.looseObject({
  id: text,
  stage: text,
  kind: text,
  title: text,
  why: text,
  work: z.number(),
  water: text,
  cautions: z.array(text),
  needs: z.array(text),
});
const marked = { step: text, why: text };

/** Contents of each kind of entry, as they may come from another Brant. */
const dataByKind: Readonly<Record<(typeof kinds)[number], z.ZodType>> = {
  jobOpened: z.strictObject({ name: text, place: text, about: text }),
  surveyAnswered: z.strictObject({ field: text, text, measured: measured.optional() }),
  designChanged: z.strictObject({ units: z.array(unit).max(40), what: text }),
  schoolChosen: z.strictObject({ school: text, option: text, why: text }),
  labReportTaken: z.strictObject({
    report: text,
    source: z.enum(["form", "paste", "file"]),
    lab: text.optional(),
    sampled: z.iso.date().optional(),
    values: z.record(text, answer),
    left: z.array(z.strictObject({ label: text, raw: text })).max(300),
  }),
  verdictOverridden: z.strictObject({ at: text, rule: text, level, facts, why: text }),
  overrideWithdrawn: z.strictObject({ at: text, rule: text }),
  designSigned: z.strictObject({
    revision: z.number().int(),
    units: z.array(unit).max(40),
    answers: z.record(text, answer),
    schools: z.record(text, text),
    verdicts: z.array(z.strictObject({ at: text, rule: text, level, facts, why: text.optional() })),
  }),
  visitPlanned: z.strictObject({
    visit: text,
    from: z.iso.datetime(),
    to: z.iso.datetime(),
    person: z.strictObject({ id: text, name: text }),
    what: text,
  }),
  visitCancelled: z.strictObject({ visit: text, why: text }),
  waterOffAgreed: z.strictObject({ from: z.iso.datetime(), to: z.iso.datetime() }),
  bypassChosen: z.strictObject({
    arrangement: z.enum(["threeValve", "heads"]),
    drainCock: z.boolean(),
    own: rigSchema.optional(),
    what: text,
  }),
  runStarted: z.strictObject({
    revision: z.number().int(),
    steps: z.array(step).max(400),
    rig: rigSchema.optional(),
  }),
  handleTurned: z.strictObject({
    handle: text,
    to: text,
    step: text.optional(),
    why: text.optional(),
    verdicts: z.array(z.strictObject({ level, rule: text, facts })).optional(),
  }),
  turnTakenBack: z.strictObject({ turn: z.number().int().positive() }),
  fillHeard: z.strictObject({ step: text.optional() }),
  stepDone: z.strictObject({ step: text, note: text.optional() }),
  stepUndone: z.strictObject(marked),
  stepSkipped: z.strictObject(marked),
  clockRestarted: z.strictObject(marked),
  soakKept: z.strictObject(marked),
  clockStarted: z.strictObject({ step: text }),
  clockPaused: z.strictObject({ step: text }),
  cycleCounted: z.strictObject({ step: text, cycle: z.number().int() }),
  readingTaken: z.strictObject({
    reading: text,
    kind: text,
    step: text.optional(),
    place: text,
    instrument: text.optional(),
    when: z.enum(["before", "after"]),
    values: z.record(
      text,
      z.strictObject({ text, value: z.number().optional(), measured: measured.optional() }),
    ),
    derived: z.array(derived),
    verdict,
    supersedes: text.optional(),
    why: text.optional(),
  }),
  readingOverridden: z.strictObject({ reading: text, why: text }),
  serialRecorded: z.strictObject({
    unit: text,
    unitName: text,
    what: text,
    label: text,
    text,
    step: text.optional(),
  }),
  photoAdded: z.strictObject({
    file: ulid,
    sha256: hex,
    caption: text,
    step: text.optional(),
    field: text.optional(),
  }),
  photoRemoved: z.strictObject({ file: ulid, why: text }),
  openPointAdded: z.strictObject({ point: text, text, who: text, due: z.iso.date().optional() }),
  openPointClosed: z.strictObject({ point: text, how: text }),
  signed: z.strictObject({
    as: z.enum(["installer", "householder"]),
    name: text,
    file: ulid,
    sha256: hex,
    head: hex,
  }),
};

const entryShape = z.strictObject({
  v: z.literal(1),
  job: ulid,
  seq: z.number().int().positive(),
  id: ulid,
  kind: z.enum(kinds),
  at: z.iso.datetime(),
  received: z.iso.datetime(),
  by: z.strictObject({
    id: z.string().max(60),
    name: z.string().max(120),
    role: z.enum(["owner", "planner", "installer", "apprentice"]),
  }),
  data: z.record(z.string(), z.unknown()),
  previous: hex,
  hash: hex,
});

/** One entry of a log, checked down to its contents. */
export const entrySchema = entryShape.superRefine((e, ctx) => {
  const parsed = dataByKind[e.kind].safeParse(e.data);
  if (!parsed.success)
    ctx.addIssue({
      code: "custom",
      path: ["data", ...parsed.error.issues[0]!.path],
      message: parsed.error.issues[0]!.message,
    });
});

const fileShape = z.strictObject({
  id: ulid,
  sha256: hex,
  mime: z.enum(["image/jpeg", "image/png"]),
  base64: z.string().max(24_000_000),
});

/** A job as it travels between Brants: its entries in the very form they are hashed in, and its files. */
export const bundleSchema = z.strictObject({
  brant: z.literal(1),
  job: ulid,
  head: hex,
  entries: z.array(entrySchema).min(1).max(20_000),
  files: z.array(fileShape).max(2000),
});
export type Bundle = z.infer<typeof bundleSchema>;

/** The bundle's JSON Schema, as published at /schema: the envelope, and the contents of each kind under `$defs`. */
export function bundleJsonSchema(): unknown {
  const envelope = z.toJSONSchema(
    z.strictObject({
      brant: z.literal(1),
      job: ulid,
      head: hex,
      entries: z.array(entryShape).min(1),
      files: z.array(fileShape),
    }),
  );
  return {
    ...envelope,
    title: "Brant job bundle",
    description:
      "hash = lower-case hex SHA-256 of the UTF-8 bytes of the entry's canonical JSON (RFC 8785) without `hash` itself; previous = the hash before it, 64 zeros for the first; seq from 1 without gaps.",
    $defs: Object.fromEntries(kinds.map((k) => [k, z.toJSONSchema(dataByKind[k])])),
  };
}

/** How deep a JSON value nests; stops counting at `most`. */
export function nestingUpTo(text: string, most: number): number {
  let depth = 0;
  let deepest = 0;
  let inString = false;
  for (let i = 0; i < text.length; i += 1) {
    const c = text[i];
    if (inString) {
      if (c === "\\") i += 1;
      else if (c === '"') inString = false;
      continue;
    }
    if (c === '"') inString = true;
    else if (c === "{" || c === "[") {
      depth += 1;
      deepest = Math.max(deepest, depth);
      if (deepest > most) return deepest;
    } else if (c === "}" || c === "]") depth -= 1;
  }
  return deepest;
}
