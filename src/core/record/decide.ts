import { faultsOf, judge } from "../rig";
import { judgeReading, readingKinds } from "../readings";
import { composeRun } from "../run/compose";
import { maySkip } from "../run/step";
import { sourceSafety } from "../water";
import { readAnswer, siteFacts, type SurveyAnswer } from "../site";
import { tell } from "../tell";
import { allVerdicts, judgeJob, modelKey, withModels } from "../train";
import { verdictKey, type Verdict } from "../verdict";
import { parseQuantity, upper, type UnitSystem } from "../units";
import type { Draft, EntryData, EntryKind, ReadingValue } from "./entry";
import type { Intent } from "./intent";
import type { Knowledge } from "./knowledge";
import { blockerSaid, handOverBlockers, isHandedOver, whyNotFinish } from "./progress";
import { draftBasis, readingContext } from "./readingContext";
import { rigFor } from "./jobRig";
import { circumstancesOf, soaksDry, waterOffAt } from "./runRig";
import { findStep, stepState, type JobState } from "./state";
import { inSentence } from "../words";

export interface Refusal {
  readonly ok: false;
  /** In words that say what to change. */ readonly error: string;
  /** The field it belongs beside. */ readonly field?: string;
  readonly fields?: Readonly<Record<string, string>>;
}
export type Decision = { readonly ok: true; readonly entry: Pick<Draft, "kind" | "data"> } | Refusal;

type Data<K extends EntryKind> = EntryData[K];
const accept = <K extends EntryKind>(kind: K, data: Data<K>): Decision => ({
  ok: true,
  entry: { kind, data } as Pick<Draft, "kind" | "data">,
});
const refuse = (error: string, field?: string): Refusal =>
  field ? { ok: false, error, field } : { ok: false, error };

function decideReading(
  job: JobState,
  intent: Extract<Intent, { kind: "readingTaken" }>,
  knowledge: Knowledge,
): Decision {
  const kind = readingKinds.get(intent.reads);
  if (!kind) return refuse("This kind of reading is not known");
  if (intent.step && !findStep(job, intent.step)) return refuse("This step is not part of the run");
  const previous = intent.supersedes ? job.readings.find((r) => r.reading === intent.supersedes) : undefined;
  if (intent.supersedes && !previous) return refuse("The reading to correct is not here");
  if (previous?.supersededBy && previous.supersededBy !== intent.reading)
    return refuse("That reading was corrected already: correct the newer one");
  if (intent.supersedes && (intent.why ?? "").trim().length < 3)
    return refuse("Say why the first reading is corrected", "why");
  const values: Record<string, ReadingValue> = {};
  const plain: Record<string, number | string> = {};
  const errors: Record<string, string> = {};
  for (const field of kind.fields) {
    const text = (intent.values[field.id] ?? "").trim();
    if (text === "") {
      if (!field.optional) errors[field.id] = `Enter ${inSentence(field.label)}`;
      continue;
    }
    if (field.options) {
      if (field.options.some((o) => o.id === text)) {
        values[field.id] = { text };
        plain[field.id] = text;
      } else errors[field.id] = "Choose one of the answers offered";
      continue;
    }
    const parsed = parseQuantity(text, field.quantity!, { profile: intent.profile });
    if (!parsed.ok) {
      errors[field.id] = parsed.error;
      continue;
    }
    const value = upper(parsed.measured);
    if (value === undefined) {
      errors[field.id] = "Enter what the instrument shows, or its limit, for example <0.05";
      continue;
    }
    values[field.id] = { text, value, measured: parsed.measured };
    plain[field.id] = value;
  }
  if (Object.keys(errors).length > 0)
    return { ok: false, error: "Some values could not be read", fields: errors };
  const judged = judgeReading(kind.id, plain, readingContext(job, intent.step, knowledge));
  return accept("readingTaken", {
    reading: intent.reading,
    kind: kind.id,
    place: intent.place,
    when: intent.when,
    values,
    derived: judged.derived,
    verdict: judged.verdict,
    step: intent.step || undefined,
    instrument: intent.instrument || undefined,
    ...(intent.supersedes ? { supersedes: intent.supersedes, why: (intent.why ?? "").trim() } : {}),
  });
}

/** Verdicts of the draft that keep it from being signed: Stop and Unknown without a written reason (handbook 2). */
export function signingBlockers(
  job: JobState,
  knowledge: Knowledge,
): { readonly at: string; readonly verdict: Verdict }[] {
  return allVerdicts(judgeJob(draftBasis(job), knowledge)).filter(
    ({ at, verdict }) =>
      (verdict.level === "Stop" || verdict.level === "Unknown") &&
      !job.overrides[verdictKey(at, verdict.rule)],
  );
}

function decideDesign(
  job: JobState,
  intent: Extract<Intent, { kind: "designChanged" | "designSigned" | "verdictOverridden" }>,
  knowledge: Knowledge,
  profile: UnitSystem,
): Decision {
  if (intent.kind === "verdictOverridden") {
    const found = allVerdicts(judgeJob(draftBasis(job), knowledge)).find(
      (v) => v.at === intent.at && v.verdict.rule === intent.rule,
    )?.verdict;
    if (!found) return refuse("This judgement no longer stands: look again");
    if (found.level === "Good") return refuse("It is Good: there is nothing to override");
    return accept("verdictOverridden", {
      at: intent.at,
      rule: intent.rule,
      level: found.level,
      facts: found.facts,
      why: intent.why,
    });
  }
  if (intent.seen !== job.designSeq)
    return refuse(
      "Someone changed this job meanwhile. Look at what changed, then do it again: nothing of yours was lost",
    );
  if (intent.kind === "designChanged") {
    const keys = new Set(intent.units.map((u) => u.key));
    if (keys.size !== intent.units.length) return refuse("Two units carry the same key");
    const strange = intent.units.find((u) => !knowledge.models.has(modelKey(u)));
    if (strange) return refuse(`${strange.model} is not in the catalogue`);
    const units = intent.units.map(({ version, riseM, saltLbPerFt3, place, ...unit }) => ({
      ...unit,
      version: version === undefined || version === 1 ? undefined : version,
      riseM,
      saltLbPerFt3,
      place,
    }));
    return accept("designChanged", { units, what: intent.what });
  }
  if (job.units.length === 0) return refuse("Choose the units first");
  const blockers = signingBlockers(job, knowledge);
  if (blockers.length > 0)
    return refuse(
      `Not signed: ${blockers.length} judgement${blockers.length === 1 ? " is" : "s are"} a Stop or Unknown. First: ${tell(blockers[0]!.verdict, profile).reason}`,
    );
  const verdicts = allVerdicts(judgeJob(draftBasis(job), knowledge)).map(({ at, verdict }) => {
    const why = job.overrides[verdictKey(at, verdict.rule)]?.why;
    return { at, rule: verdict.rule, level: verdict.level, facts: verdict.facts, why: why || undefined };
  });
  return accept("designSigned", {
    revision: job.revisions.length + 1,
    units: job.units,
    answers: job.answers,
    schools: Object.fromEntries(
      knowledge.schoolChoices.flatMap((s) =>
        s.used ? [[s.id, job.schools[s.id]?.option ?? s.company]] : [],
      ),
    ),
    verdicts,
  });
}

function decideRunStart(job: JobState, knowledge: Knowledge): Decision {
  const revision = job.revisions.at(-1);
  if (!revision) return refuse("Sign the design first");
  if (job.run) return refuse("The run has started already");
  const facts = siteFacts(revision.answers);
  const judged = judgeJob(revision, knowledge);
  const schools = knowledge.schoolsWith(revision.schools ?? {});
  const steps = composeRun({
    site: knowledge.siteRecipe,
    answers: revision.answers,
    fixtures: facts.fixtures,
    demand: knowledge.tables.demand,
    defaults: { "ro.discards": schools.roDiscards, "ro.rinseMinutes": schools.roRinseMinutes },
    tankOpen: schools.tankOpen,
    source: sourceSafety(facts.water, facts.source),
    units: withModels(revision.units, knowledge).map(({ unit, model }) => {
      const fill = judged.stations
        .find((s) => s.key === unit.key)
        ?.figures.find((f) => f.id === "fill")?.value;
      return {
        unit,
        model,
        recipes: model.recipes.flatMap((r) => knowledge.recipes.get(r) ?? []),
        predicted: (fill === undefined ? {} : { fill }) as Readonly<Record<string, number>>,
      };
    }),
  });
  const rig = rigFor(job, revision, knowledge);
  return accept("runStarted", {
    revision: revision.revision,
    steps,
    rig: faultsOf(rig).length === 0 ? rig : undefined,
  });
}

/** A handle turned on site: what it trips is kept with it; a Stop is taken with a reason only, because what was done was done. */
function decideTurn(job: JobState, intent: Extract<Intent, { kind: "handleTurned" }>, now: number): Decision {
  if (!job.rig) return refuse("This run has no rig to turn a handle of");
  const handle = job.rig.rig.handles.find((h) => h.id === intent.handle);
  if (!handle?.positions.some((p) => p.name === intent.to))
    return refuse("The rig has no such handle or position");
  if (job.rig.state.positions[handle.id] === intent.to) return refuse(`${handle.name} stands there already`);
  const step = intent.step === undefined ? undefined : findStep(job, intent.step);
  const { verdicts } = judge(
    job.rig.rig,
    job.rig.state,
    { handle: intent.handle, to: intent.to },
    circumstancesOf(job.rig, step, waterOffAt(job.waterOffs, now)),
  );
  const stops = verdicts.filter((v) => v.level === "Stop");
  if (stops.length > 0 && (intent.why ?? "").trim().length < 3)
    return refuse(`${tell(stops[0]!, "metric").reason}. If it was done all the same, say why`, "why");
  return accept("handleTurned", {
    handle: intent.handle,
    to: intent.to,
    step: intent.step || undefined,
    why: intent.why || undefined,
    verdicts:
      verdicts.length > 0 ? verdicts.map(({ level, rule, facts }) => ({ level, rule, facts })) : undefined,
  });
}

function decideStep(
  job: JobState,
  intent: Extract<
    Intent,
    {
      kind:
        | "stepDone"
        | "stepUndone"
        | "stepSkipped"
        | "clockStarted"
        | "clockPaused"
        | "clockRestarted"
        | "soakKept"
        | "cycleCounted";
    }
  >,
  now: number,
): Decision {
  const step = findStep(job, intent.step);
  if (!step) return refuse("This step is not part of the run");
  const s = stepState(job, step.id);
  const waits = whyNotFinish(job, step, now);
  switch (intent.kind) {
    case "stepDone":
      // Two people finishing one step is one finished step, not an error.
      if (s.done) return accept("stepDone", { step: step.id });
      return waits ? refuse(waits) : accept("stepDone", { step: step.id, note: intent.note || undefined });
    case "stepSkipped":
      if (!maySkip(step))
        return refuse(
          step.kind === "hold"
            ? "A hold cannot be skipped"
            : "This step proves the water: it cannot be skipped",
        );
      if (s.done) return refuse("It is done already");
      return accept("stepSkipped", { step: step.id, why: intent.why });
    case "stepUndone": {
      if (!s.done && !s.skipped) return refuse("It is not finished");
      const later = job.run?.steps.find(
        (other) =>
          other.needs.includes(step.id) &&
          (stepState(job, other.id).done || stepState(job, other.id).skipped),
      );
      return later
        ? refuse(`“${later.title}” rests on it: undo that first`)
        : accept("stepUndone", { step: step.id, why: intent.why });
    }
    case "clockStarted": {
      const before = step.needs
        .map((id) => findStep(job, id))
        .find((n) => n && !stepState(job, n.id).done && !stepState(job, n.id).skipped);
      if (before) return refuse(`First: ${before.title}`);
      if (soaksDry(job.rig, job.run?.steps ?? [], step))
        return refuse(
          `${step.unitName} is not full, by the valves that were marked: mark what was turned to fill it, then start the soak`,
        );
      return accept("clockStarted", { step: step.id });
    }
    case "clockPaused":
      return !s.clock
        ? refuse("Its clock is not running")
        : step.soak
          ? refuse("A soak is not paused: opening a valve restarts it, or needs a written reason")
          : accept("clockPaused", { step: step.id });
    case "clockRestarted":
      return s.clock
        ? accept("clockRestarted", { step: step.id, why: intent.why })
        : refuse("Its clock is not running");
    case "soakKept":
      return step.soak && s.clock
        ? accept("soakKept", { step: step.id, why: intent.why })
        : refuse("No soak is running here");
    case "cycleCounted":
      return !step.cycle
        ? refuse("This step has no discards")
        : intent.cycle > s.cycles + 1
          ? refuse("Count them one by one")
          : accept("cycleCounted", { step: step.id, cycle: intent.cycle });
  }
}

/**
 * The entry an intent becomes, or why not. Pure: the state, the clock and the catalogue are arguments; permission is the server's.
 * `now` is ms on the server's clock at which the thing happened.
 */
export function decide(
  job: JobState,
  intent: Intent,
  now: number,
  knowledge: Knowledge,
  profile: UnitSystem = "metric",
): Decision {
  if (intent.kind === "jobOpened")
    return job.seq > 0
      ? refuse("This job is open already")
      : accept("jobOpened", { name: intent.name, place: intent.place, about: intent.about });
  if (job.seq === 0) return refuse("There is no such job");
  switch (intent.kind) {
    case "surveyAnswered": {
      const field = knowledge.fields.get(intent.field);
      if (!field) return refuse("The survey does not ask this");
      const read = readAnswer(field, intent.text, intent.profile);
      return read.ok
        ? accept("surveyAnswered", { field: field.id, ...read.answer })
        : refuse(read.error, field.id);
    }
    case "labReportTaken": {
      const values: Record<string, SurveyAnswer> = {};
      const fields: Record<string, string> = {};
      for (const [name, text] of Object.entries(intent.values)) {
        const field = name.startsWith("water.") ? knowledge.fields.get(name) : undefined;
        const read = field
          ? readAnswer(field, text, intent.profile)
          : { ok: false as const, error: "A water test does not ask this" };
        if (!read.ok) fields[name] = read.error;
        else if (read.answer.text !== "") values[name] = read.answer;
      }
      if (Object.keys(fields).length > 0)
        return { ok: false, error: "Some values could not be read", fields };
      if (Object.keys(values).length === 0) return refuse("Enter at least one value");
      return accept("labReportTaken", {
        report: intent.report,
        source: intent.source,
        lab: intent.lab || undefined,
        sampled: intent.sampled || undefined,
        values,
        left: intent.left,
      });
    }
    case "designChanged":
    case "designSigned":
    case "verdictOverridden":
      return decideDesign(job, intent, knowledge, profile);
    case "schoolChosen": {
      const school = knowledge.schoolChoices.find((s) => s.id === intent.school);
      if (!school) return refuse("This is no question of schools");
      if (intent.option !== "" && !school.options.some((o) => o.id === intent.option))
        return refuse("Choose one of the answers offered", "option");
      return accept("schoolChosen", { school: intent.school, option: intent.option, why: intent.why });
    }
    case "overrideWithdrawn":
      return job.overrides[verdictKey(intent.at, intent.rule)]
        ? accept("overrideWithdrawn", { at: intent.at, rule: intent.rule })
        : refuse("There is no override here");
    case "visitPlanned":
      return Date.parse(intent.to) > Date.parse(intent.from)
        ? accept("visitPlanned", {
            visit: intent.visit,
            from: intent.from,
            to: intent.to,
            person: intent.person,
            what: intent.what,
          })
        : refuse("A visit ends after it begins", "to");
    case "visitCancelled":
      return job.visits.some((v) => v.visit === intent.visit && !v.cancelled)
        ? accept("visitCancelled", { visit: intent.visit, why: intent.why })
        : refuse("There is no such visit");
    case "runStarted":
      return decideRunStart(job, knowledge);
    case "stepDone":
    case "stepUndone":
    case "stepSkipped":
    case "clockStarted":
    case "clockPaused":
    case "clockRestarted":
    case "soakKept":
    case "cycleCounted":
      return decideStep(job, intent, now);
    case "readingTaken":
      return decideReading(job, intent, knowledge);
    case "readingOverridden": {
      const reading = job.readings.find((r) => r.reading === intent.reading);
      if (!reading) return refuse("There is no such reading");
      return reading.verdict.level === "Good"
        ? refuse("It is Good: there is nothing to override")
        : accept("readingOverridden", { reading: intent.reading, why: intent.why });
    }
    case "serialRecorded": {
      const unitName = withModels(
        job.run
          ? (job.revisions.find((r) => r.revision === job.run!.revision)?.units ?? job.units)
          : job.units,
        knowledge,
      ).find((u) => u.unit.key === intent.unit)?.model.code;
      return unitName
        ? accept("serialRecorded", {
            unit: intent.unit,
            unitName,
            what: intent.what,
            label: intent.label,
            text: intent.text,
            step: intent.step || undefined,
          })
        : refuse("This unit is not in the design");
    }
    case "bypassChosen": {
      if (intent.seen !== job.designSeq)
        return refuse(
          "Someone changed this job meanwhile. Look at what changed, then do it again: nothing of yours was lost",
        );
      if (job.run) return refuse("The run has started: its rig stays as it was then");
      const fault = intent.own ? faultsOf(intent.own)[0] : undefined;
      return fault
        ? refuse(`This rig does not hang together: ${fault}`)
        : accept("bypassChosen", {
            arrangement: intent.arrangement,
            drainCock: intent.drainCock,
            what: intent.what,
            own: intent.own,
          });
    }
    case "handleTurned":
      return decideTurn(job, intent, now);
    case "waterOffAgreed": {
      const length = Date.parse(intent.to) - Date.parse(intent.from);
      return length <= 0
        ? refuse("Water comes back before it goes off: check the times", "to")
        : length > 3 * 86_400_000
          ? refuse("At most three days", "to")
          : accept("waterOffAgreed", { from: intent.from, to: intent.to });
    }
    case "turnTakenBack": {
      const last = job.rig?.turned.length ?? 0;
      return last === 0 || intent.turn > last
        ? refuse("There is no such turn")
        : intent.turn < last
          ? refuse("A handle was turned since: turn it back instead")
          : job.rig!.back
            ? accept("turnTakenBack", { turn: intent.turn })
            : refuse("It is taken back already");
    }
    case "fillHeard":
      return job.rig
        ? accept("fillHeard", intent.step ? { step: intent.step } : {})
        : refuse("This run has no rig");
    case "photoAdded":
      return accept("photoAdded", {
        file: intent.file,
        sha256: intent.sha256,
        caption: intent.caption,
        step: intent.step || undefined,
        field: intent.field || undefined,
      });
    case "photoRemoved":
      return job.photos.some((p) => p.file === intent.file)
        ? accept("photoRemoved", { file: intent.file, why: intent.why })
        : refuse("The photo is gone already");
    case "openPointAdded":
      return accept("openPointAdded", {
        point: intent.point,
        text: intent.text,
        who: intent.who,
        due: intent.due || undefined,
      });
    case "openPointClosed":
      return job.openPoints.some((p) => p.point === intent.point && !p.closed)
        ? accept("openPointClosed", { point: intent.point, how: intent.how })
        : refuse("It is closed already");
    case "signed": {
      if (isHandedOver(job)) return refuse("The record is signed already");
      const blockers = handOverBlockers(job);
      if (blockers.length > 0) return refuse(`Hand-over is blocked: ${blockerSaid(blockers[0]!, profile)}`);
      if (intent.as === "householder" && !job.signatures.some((s) => s.as === "installer"))
        return refuse("The installer signs first");
      if (job.signatures.some((s) => s.as === intent.as)) return refuse("Signed already");
      if (intent.head !== job.head)
        return refuse("The record changed since you opened it. Read it again, then sign");
      return accept("signed", {
        as: intent.as,
        name: intent.name,
        file: intent.file,
        sha256: intent.sha256,
        head: intent.head,
      });
    }
  }
}
