import {
  intentSchema,
  RECORD_CHANGED,
  logKindOf,
  refuse,
  whyOfficeOnly,
  type Draft,
  type Entry,
  type Intent,
  type IntentKind,
  type Refusal,
} from "@/core/log";
import { logKinds } from "@/core/log/list";
import { mayWriteOn, type JobState } from "@/core/job";
import { decide } from "@/core/record";
import { isCollision, isOvertime, isUnreachable } from "@/data/database";
import { appendEntry, fingerprintOf, loadJob } from "@/data/queries/jobs";
import { company, isDenial, knowledge, personOrDenial, type Person } from "./actor";
import { audited } from "./audit";
import { arrivedAt, happenedAt, now } from "./clock";
import { database } from "./database";
import { errorFacts, log } from "./log";
import { paperFor } from "./papers";
import { notOnJobSaid } from "./permissions";
import { isWellFormed } from "./request";
import { clockFault } from "./skew";
import { NotMade, notMadeSaid } from "./threads";

export type ActOutcome =
  | { readonly ok: true; readonly seq: number; readonly head: string; readonly entry?: Entry }
  | {
      readonly ok: false;
      readonly why: "invalid" | "refused" | "signedOut" | "forbidden" | "unreachable";
      readonly error: string;
      readonly field?: string;
      readonly fields?: Readonly<Record<string, string>>;
      readonly stands?: string;
    };

const UNREACHABLE =
  "The database cannot be reached just now. What you entered is kept; it is sent again by itself";

const CROWDED =
  "Others are writing on this job just now. What you entered is kept; it is sent again by itself";
const NOT_THEIRS = "Somebody else is signed in here now. It is kept for who did it";
const BROKEN_TEXT = "This holds half a character. Delete the last letter, and write it again";
const OVERRIDES: ReadonlySet<IntentKind> = new Set(["verdictOverridden", "readingOverridden"]);
/** Which rule or reading was overridden, and why. */
const overriddenSaid = (intent: Intent): string | undefined => {
  if (intent.kind === "verdictOverridden") return `${intent.rule}: ${intent.why}`;
  return intent.kind === "readingOverridden" ? `a reading: ${intent.why}` : undefined;
};
const CLASHES = {
  name: "This was sent before with other content. Reload the page and enter it again",
  file: "The picture has not arrived: send it again, then keep it",
} as const;

/** Somebody who is not on a job wants to write on it. */
interface NotTheirs {
  readonly ok: false;
  readonly why: "forbidden";
  readonly error: string;
}
const notTheirs = (error: string): NotTheirs => ({ ok: false, why: "forbidden", error });

/** Parses what came from outside into an intent, or says what is wrong in words. */
export function readIntent(raw: unknown):
  | { readonly intent: Intent }
  | {
      readonly ok: false;
      readonly why: "invalid";
      readonly error: string;
      readonly fields: Readonly<Record<string, string>>;
    } {
  const parsed = intentSchema.safeParse(raw);
  if (parsed.success) return { intent: parsed.data };
  const fields: Record<string, string> = {};
  for (const issue of parsed.error.issues) fields[issue.path.join(".")] ??= issue.message;
  return { ok: false, why: "invalid", error: Object.values(fields)[0] ?? "This could not be read", fields };
}

const kinds: ReadonlySet<unknown> = new Set(logKinds.map((k) => k.kind));
/** The kind that something from outside says it is. */
function kindOf(raw: unknown): IntentKind | undefined {
  const kind = typeof raw === "object" && raw !== null && "kind" in raw ? raw.kind : undefined;
  return kinds.has(kind) ? (kind as IntentKind) : undefined;
}

/**
 * Carries out one intent on a job: permission, parse, decision, one transaction. Harmless when repeated.
 * `as`: who did it, where the sender says so; under another's name it is not taken. Everything that is
 * refused comes back in words; nothing throws but what nobody expects.
 */
export async function act(jobId: string, raw: unknown, as: string | null = null): Promise<ActOutcome> {
  if (!/^[0-9A-HJKMNP-TV-Z]{26}$/.test(jobId))
    return { ok: false, why: "invalid", error: "There is no such job" };
  if (!isWellFormed(raw)) return { ok: false, why: "invalid", error: BROKEN_TEXT };
  const kind = kindOf(raw);
  if (kind === undefined) return { ok: false, why: "invalid", error: "There is no such kind of entry" };
  const started = performance.now();
  try {
    // Who may not do a thing learns nothing of what it takes.
    const person = await personOrDenial(kind);
    if (isDenial(person))
      return { ok: false, why: person.status === 401 ? "signedOut" : "forbidden", error: person.error };
    if (as !== null && as !== person.id) return { ok: false, why: "signedOut", error: NOT_THEIRS };
    const job = person.role === "installer" ? await loadJob(database(), jobId) : undefined;
    if (job && !mayWriteOn(job, person)) return notTheirs(notOnJobSaid(job));
    const read = readIntent(raw);
    if (!("intent" in read)) return read;
    const { intent } = read;
    const fault = await clockFault();
    if (fault) return { ok: false, why: "unreachable", error: fault };
    const outcome = await carryOut(jobId, intent, person);
    const isNew = outcome.ok && outcome.entry !== undefined;
    if (isNew && OVERRIDES.has(intent.kind))
      await audited("overridden", { by: person.id, job: jobId, detail: overriddenSaid(intent) });
    log.info({ did: kind, job: jobId, ok: outcome.ok, ms: Math.round(performance.now() - started) });
    return outcome;
  } catch (error) {
    log.error({ did: kind, job: jobId, ...errorFacts(error) });
    if (error instanceof NotMade) return { ok: false, why: "unreachable", error: notMadeSaid(error) };
    if (isUnreachable(error)) return { ok: false, why: "unreachable", error: UNREACHABLE };
    if (isOvertime(error) || isCollision(error)) return { ok: false, why: "unreachable", error: CROWDED };
    throw error;
  }
}

async function carryOut(jobId: string, intent: Intent, person: Person): Promise<ActOutcome> {
  const [known, settings] = [await knowledge(intent.kind === "designChanged"), await company()];
  const clock = now();
  const isSigning = logKindOf(intent.kind).prints !== undefined;
  const paper = await paperFor(jobId, intent, person, happenedAt(intent.claimed, clock));
  const outcome = await appendEntry<Refusal | NotTheirs>(
    database(),
    jobId,
    { id: intent.id, fingerprint: fingerprintOf(intent, person.id) },
    (state: JobState) => {
      // Asked again: somebody may have taken them off meanwhile.
      if (state.seq > 0 && !mayWriteOn(state, person)) return { refusal: notTheirs(notOnJobSaid(state)) };
      const officeOnly = whyOfficeOnly(state, intent, person.role);
      if (officeOnly) return { refusal: notTheirs(officeOnly) };
      const received = arrivedAt(clock, state.lastReceived);
      const at = happenedAt(intent.claimed, received);
      const decision = decide(state, intent, at, known, person.profile, paper);
      if (!decision.ok) return { refusal: decision };
      // It changed between printing and signing: nobody signs what was not printed.
      if (isSigning && !paper) return { refusal: refuse(RECORD_CHANGED) };
      const by = { id: person.id, name: person.name, role: person.role };
      return {
        draft: {
          id: intent.id,
          at: new Date(at).toISOString(),
          received: new Date(received).toISOString(),
          by,
          ...decision.entry,
        } as Draft,
      };
    },
    { knowledge: known, profile: settings.profile, now: clock },
  );
  if (!outcome.ok && "clash" in outcome) return { ok: false, why: "refused", error: CLASHES[outcome.clash] };
  if (!outcome.ok) {
    return "why" in outcome.refusal ? outcome.refusal : { why: "refused", ...outcome.refusal };
  }
  return {
    ok: true,
    seq: outcome.state.seq,
    head: outcome.state.head,
    entry: outcome.entry || undefined,
  };
}
