import type { ReadingField } from "@/core/run/step";

/** Words of the catalogue that a run shows: cautions by id, and the fields of each kind of reading. */
export interface RunTexts {
  readonly cautions: Readonly<Record<string, string>>;
  readonly readings: Readonly<
    Record<string, { readonly label: string; readonly fields: readonly ReadingField[] }>
  >;
}
