/** A design as it stands in an address: `CT-1354+SF-150@2x2+RO-T5`. */
export const designText = (units: readonly DesignUnit[]): string =>
  units
    .map(
      (u) =>
        `${u.model}${u.version === undefined || u.version === 1 ? "" : `@${u.version}`}${u.parallel > 1 ? `x${u.parallel}` : ""}`,
    )
    .join("+");

/** A design read from an address; undefined when it is none. */
export function designFrom(text: string): DesignUnit[] | undefined {
  const parts = text
    .split(/[+ ]/)
    .map((p) => /^([A-Z]{1,3}-[A-Z0-9]{1,6})(?:@(\d{1,4}))?(?:x([1-6]))?$/.exec(p));
  if (parts.length > 14 || parts.some((p) => !p)) return undefined;
  return parts.map((p, i) => ({
    key: `u${i + 1}`,
    model: p![1]!,
    version: p![2] ? Number(p![2]) : undefined,
    parallel: Number(p![3] ?? 1),
  }));
}
import type { DesignUnit } from "@/core/families";
