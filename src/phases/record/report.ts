import {
  blockerSaid,
  followUpsOf,
  handOverBlockers,
  isHandedOver,
  stepState,
  tellRun,
  type FollowUp,
  type JobState,
  type Knowledge,
} from "@/core/job";
import type { Reading } from "@/core/log";
import { familyOf, serviceOf } from "@/core/families";
import { tell } from "@/core/tell";
import { withModels } from "@/core/train";
import { cautions } from "@/catalogue/cautions";
import { governingUnits } from "@/core/record";
import { printMeasured, type UnitSystem, type Quantity } from "@/core/units";
import { minutesSaid, sayFor, sayText } from "@/core/words";
import type { Step } from "@/core/run/step";
import { minutesTaken } from "@/core/job/progress";
import { stamp } from "@/ui/time";
import { readingKinds } from "@/core/readings";
import { jointRows } from "./jointRows";

export interface ReadingLine {
  readonly id: string;
  readonly label: string;
  readonly values: string;
  readonly derived: string;
  readonly place: string;
  readonly when: string;
  readonly level: string;
  readonly reason: string;
  readonly who: string;
  readonly at: string;
  readonly note: string;
  readonly superseded: boolean;
}

const fieldOf = (kind: string, id: string) => readingKinds.get(kind)?.fields.find((f) => f.id === id);

function readingLine(r: Reading, profile: UnitSystem, zone: string): ReadingLine {
  const values = Object.entries(r.values).map(([id, v]) => {
    const f = fieldOf(r.kind, id);
    // The log keeps what was typed; one document speaks one unit system.
    const shown =
      f?.quantity && v.measured
        ? printMeasured(v.measured, f.quantity, profile)
        : (f?.options?.find((o) => o.id === v.text)?.label ?? v.text);
    return `${f?.label ?? id} ${shown}`;
  });
  const told = tellRun(r.verdict, profile);
  const derived = r.derived.map(
    (d) =>
      `${d.label} ${d.quantity === "plain" ? d.value.toFixed(1) : printMeasured({ is: "value", value: d.value }, d.quantity as Quantity, profile)}${d.spread === undefined ? "" : ` ± ${d.spread.toFixed(1)}`}${d.suffix ? ` ${d.suffix}` : ""}`,
  );
  return {
    id: r.reading,
    label: readingKinds.get(r.kind)?.label ?? r.kind,
    values: values.join(", "),
    derived: derived.join(", "),
    place: r.place,
    when: r.when,
    level: r.verdict.level,
    reason: told.reason,
    who: r.by.name,
    at: stamp(r.at, zone),
    superseded: r.supersededBy !== undefined,
    note: [
      r.instrument ? `with ${r.instrument}` : "",
      r.supersedes ? `corrects an earlier reading: ${r.why}` : "",
      r.override ? `overridden by ${r.override.by.name}: ${r.override.why}` : "",
      r.supersededBy ? "corrected later" : "",
      r.past ? `how it stood until ${stamp(r.past.at, zone)}` : "",
    ]
      .filter(Boolean)
      .join("; "),
  };
}

/** What waits and fillings took, beside what the design predicted. */
function tookSaid(job: JobState, step: Step): string {
  const took = minutesTaken(job, step);
  if (took.length === 0) return "";
  const expected = step.cycle?.expected ?? step.wait?.expected;
  const predicted = expected === undefined ? "" : `, ${minutesSaid(expected)} predicted`;
  return `took ${took.map((m) => minutesSaid(m)).join(", then ")}${predicted}`;
}

/** Follow-ups in words: they are open points from the hand-over on, until they are done. */
const followUpSaid: Readonly<Record<FollowUp["is"], string>> = {
  sample: "Bacteria sample, and what the laboratory found",
  leaks: "Leak checks by the household, daily",
};

/** The commissioning record as page, PDF and CSV show it (handbook 6, Record). */
export function reportOf(job: JobState, known: Knowledge, profile: UnitSystem, zone: string, now: number) {
  const units = withModels(governingUnits(job), known);
  const revision = job.revisions.find((r) => r.revision === job.run?.revision) ?? job.revisions.at(-1);
  const steps = (job.run?.steps ?? []).map((s) => {
    const st = stepState(job, s.id);
    const mark = st.done ?? st.skipped;
    return {
      id: s.id,
      title: s.title,
      unit: s.unitName ?? "",
      kind: s.kind,
      state: st.done ? "done" : st.skipped ? "skipped" : "open",
      who: mark?.by.name ?? "",
      at: mark ? stamp(mark.at, zone) : "",
      note: [
        st.skipped?.why,
        st.done?.why && `Done all the same: ${st.done.why}`,
        tookSaid(job, s),
        ...st.kept.map((k) => `soak kept: ${k.why}`),
        st.clock && st.clock.restarts > 0 ? `restarted ${st.clock.restarts}` : "",
      ]
        .filter(Boolean)
        .join("; "),
    };
  });
  const say = sayFor(profile);
  const given = [
    ...new Set((job.run?.steps ?? []).filter((s) => stepState(job, s.id).done).flatMap((s) => s.cautions)),
  ].map((c) => sayText(cautions[c] ?? c, say));
  return {
    units: units.map(({ unit, model }) => ({
      key: unit.key,
      code: model.code,
      name: model.name,
      parallel: unit.parallel,
      place: unit.place ?? "",
      family: model.family,
      serials: job.serials.filter((n) => n.unit === unit.key).map((n) => ({ label: n.label, text: n.text })),
      service: serviceOf(model).map(({ what, when }) => ({ what, when: sayText(when, say) })),
    })),
    revision,
    steps,
    cautionsGiven: given,
    joints: jointRows(job, profile, zone),
    readings: job.readings.map((r) => readingLine(r, profile, zone)),
    overrides: Object.values(job.overrides).map((o) => ({ ...o, said: tell(o, profile).reason })),
    // What the household is told of the units, each line once.
    told: [...new Set(units.flatMap(({ model }) => familyOf(model).told))],
    bypassed: [...new Set(units.flatMap(({ model }) => familyOf(model).bypassed ?? []))],
    carried: job.carried.map((c) => ({
      revision: c.revision,
      why: c.why,
      by: c.by.name,
      at: stamp(c.at, zone),
      entered: c.entered.map((id) => job.run?.steps.find((s) => s.id === id)?.title ?? id),
      struck: c.struck.map(({ step }) => (step.unitName ? `${step.title} · ${step.unitName}` : step.title)),
    })),
    openPoints: job.openPoints,
    photos: job.photos.map((p) => ({
      file: p.file,
      said: `${p.caption}, ${p.by.name}, ${stamp(p.at, zone)}`,
    })),
    followUps: followUpsOf(job, now).map((f) => ({
      is: f.is,
      text: followUpSaid[f.is],
      when: `${stamp(f.from, zone).split(",")[0]} to ${stamp(f.until, zone).split(",")[0]}`,
    })),
    handOvers: job.handOvers.map(({ signatures, ended }) => ({
      signed: signatures.map((s) => `${s.as}: ${s.name}, ${stamp(s.at, zone)}`).join("; "),
      paper: signatures.find((s) => s.as === "householder")?.paper,
      ended: `opened again by ${ended.by.name}, ${stamp(ended.at, zone)}`,
    })),
    blockers: handOverBlockers(job).map((blocker) => ({ blocker, said: blockerSaid(blocker, profile) })),
    handedOver: isHandedOver(job),
  };
}
export type Report = ReturnType<typeof reportOf>;
