import type { JobState } from "@/core/job";

/** Units of a design in their order, as one line. */
export const unitsText = (units: JobState["units"]): string =>
  units.map((u) => `${u.model}${u.parallel > 1 ? ` × ${u.parallel}` : ""}`).join(" → ") || "no units";

/** What differs between the draft and the last signed revision, in words. */
export function differences(job: JobState): string[] {
  const last = job.revisions.at(-1);
  if (!last) return [];
  const list: string[] = [];
  if (JSON.stringify(last.units) !== JSON.stringify(job.units)) {
    for (const u of job.units) if (!last.units.some((o) => o.key === u.key)) list.push(`${u.model} added`);
    for (const o of last.units) {
      const u = job.units.find((x) => x.key === o.key);
      if (!u) list.push(`${o.model} taken out`);
      else if (JSON.stringify(u) !== JSON.stringify(o))
        list.push(o.model === u.model ? `${o.model} changed` : `${o.model} → ${u.model}`);
    }
    if (list.length === 0) list.push(`order changed: ${unitsText(last.units)} → ${unitsText(job.units)}`);
  }
  for (const field of new Set([...Object.keys(last.answers), ...Object.keys(job.answers)])) {
    const [before, after] = [last.answers[field]?.text ?? "unknown", job.answers[field]?.text ?? "unknown"];
    if (before !== after) list.push(`${field}: ${before} → ${after}`);
  }
  for (const [id, option] of Object.entries(last.schools ?? {})) {
    const now = job.schools[id]?.option;
    if (now !== undefined && now !== option) list.push(`school ${id}: ${option} → ${now}`);
  }
  return list;
}
