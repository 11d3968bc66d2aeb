import type { JobState } from "@/core/job";
import type { ReadingField, Step } from "@/core/run/step";

/** Words of the catalogue that a run shows: cautions by id, and the fields of each kind of reading. */
export interface RunTexts {
  readonly cautions: Readonly<Record<string, string>>;
  readonly readings: Readonly<
    Record<string, { readonly label: string; readonly fields: readonly ReadingField[] }>
  >;
}

/** A job with the words that its run shows, as a phone fetches it behind the page. */
export interface WholeRun {
  readonly job: JobState;
  readonly texts: RunTexts;
}

const named = <T>(
  all: Readonly<Record<string, T>>,
  names: ReadonlySet<string>,
): Readonly<Record<string, T>> => Object.fromEntries(Object.entries(all).filter(([name]) => names.has(name)));

/** Of the texts, those that some steps show. */
export const textsOf = ({ cautions, readings }: RunTexts, steps: readonly Step[]): RunTexts => ({
  cautions: named(cautions, new Set(steps.flatMap((s) => s.cautions))),
  readings: named(readings, new Set(steps.flatMap((s) => s.read?.reading ?? []))),
});
