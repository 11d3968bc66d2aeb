import type { Reading, ReadingValue } from "@/core/log";
import { tellRun } from "@/core/job/tellRun";
import type { JobState } from "@/core/job";
import type { ReadingField } from "@/core/run/step";
import { printMeasured, type UnitSystem } from "@/core/units";
import { newId } from "../outbox/kept";
import { readingsDecided } from "./readingsDecided";
import type { Asked } from "../job/send";

/** A value as people read it; a dash where there is none. */
function shown(value: ReadingValue | undefined, field: ReadingField, profile: UnitSystem): string {
  if (!value) return "–";
  if (field.quantity && value.measured) return printMeasured(value.measured, field.quantity, profile);
  return field.options?.find((o) => o.id === value.text)?.label ?? value.text;
}

type TakenAs = Pick<Reading, "values" | "verdict">;

/** What a reading would be taken as on this job; undefined while something of it is missing or cannot be read. */
function takenAs(job: JobState, wish: Asked, system: UnitSystem): TakenAs | undefined {
  const intent = { ...wish, id: newId(), why: "looked at before it is sent" };
  const decided = readingsDecided.decision(job, intent as never, system);
  return decided?.ok ? (decided.entry.data as unknown as TakenAs) : undefined;
}

/** What a correction would change, before it is sent: each value that differs, and the verdict where it turns. */
export function Correction({
  job,
  last,
  wish,
  fields,
  profile,
}: {
  job: JobState;
  last: Reading;
  wish: Asked;
  fields: readonly ReadingField[];
  profile: UnitSystem;
}) {
  const next = takenAs(job, wish, profile);
  if (!next) return null;
  const changes = fields.flatMap((f) => {
    const [was, is] = [shown(last.values[f.id], f, profile), shown(next.values[f.id], f, profile)];
    return was === is ? [] : [`${f.label}: ${was} becomes ${is}`];
  });
  const [was, is] = [last.verdict, next.verdict].map((v) => `${v.level}, ${tellRun(v, profile).reason}`);
  return (
    <div className="border-l-4 border-water pl-3" aria-live="polite" data-correction>
      {changes.length === 0 ? <p>Nothing differs from the reading of before.</p> : null}
      {changes.map((change) => (
        <p key={change}>{change}</p>
      ))}
      {was === is ? null : (
        <p>
          <s>{was}</s> becomes <b>{is}</b>
        </p>
      )}
    </div>
  );
}
