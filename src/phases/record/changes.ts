import type { Report } from "./report";

/**
 * One thing that differs between two states of a record, in words; `was` is empty for what is new, `is` for
 * what is gone.
 */
export interface Change {
  readonly what: string;
  readonly was: string;
  readonly is: string;
}

/** The lines of a record by their ids, each with its name. */
type Lines = ReadonlyMap<string, { readonly what: string; readonly says: string }>;

const joined = (...parts: readonly (string | undefined)[]): string => parts.filter(Boolean).join("; ");

function linesOf(r: Report): Lines {
  const units = r.units.map(
    (u) =>
      [
        `unit ${u.key}`,
        {
          what: `${u.code}, numbers`,
          says: u.serials.map((s) => `${s.label}: ${s.text}`).join(", "),
        },
      ] as const,
  );
  const readings = r.readings.map(
    (x) =>
      [
        `reading ${x.id}`,
        {
          what: `${x.label}, ${x.place}`,
          says: joined(x.values, x.derived, `${x.level}: ${x.reason}`, x.note, `${x.who}, ${x.at}`),
        },
      ] as const,
  );
  const steps = r.steps.map(
    (s) =>
      [
        `step ${s.id}`,
        { what: joined(s.title, s.unit), says: joined(s.state, s.who, s.at, s.note) },
      ] as const,
  );
  const joints = r.joints.map(
    (j) => [`joint ${j.id}`, { what: j.made, says: joined(j.found, ...j.again) }] as const,
  );
  const points = r.openPoints.map(
    (p) =>
      [
        `point ${p.point}`,
        { what: "Open point", says: joined(p.text, p.who, p.due, p.closed && `settled: ${p.closed.how}`) },
      ] as const,
  );
  const photos = r.photos.map((p) => [`photo ${p.file}`, { what: "Photo", says: p.said }] as const);
  return new Map([...units, ...readings, ...steps, ...joints, ...points, ...photos]);
}

/**
 * What differs between a record as it was and as it is, in the order of the record as it is; what is gone
 * stands at the end.
 */
export function changesBetween(before: Report, after: Report): readonly Change[] {
  const [was, is] = [linesOf(before), linesOf(after)];
  const changed = [...is].flatMap(([id, { what, says }]) => {
    const had = was.get(id)?.says ?? "";
    return had === says ? [] : [{ what, was: had, is: says }];
  });
  const gone = [...was].flatMap(([id, { what, says }]) => (is.has(id) ? [] : [{ what, was: says, is: "" }]));
  return [...changed, ...gone];
}
