import type { Derived } from "../readings";
import type { ReadingContext } from "../readings/reading";
import type { Rig } from "../rig/rig";
import type { Step } from "../run/step";
import type { Measured, UnitSystem } from "../units";
import type { Facts, Level, Verdict } from "../verdict";

/**
 * What may stand in a field of an intent or an entry, as data: the schema that checks it is built from this
 * where things come from outside (`schema.ts`), so that a phone needs no schema library to know what an
 * entry holds.
 */
export type FieldSpec =
  | { readonly is: "text"; readonly most: number }
  | { readonly is: "id" | "ulid" | "line" | "reason" | "moment" | "date" | "hash" | "yesNo" }
  | { readonly is: "oneOf"; readonly options: readonly string[] }
  | { readonly is: "whole"; readonly from: number; readonly to: number }
  | { readonly is: "number"; readonly from: number; readonly to: number }
  | { readonly is: "pattern"; readonly pattern: string; readonly most: number }
  | { readonly is: "label"; readonly most: number; readonly empty: string }
  | { readonly is: "list"; readonly of: FieldSpec; readonly most: number }
  | { readonly is: "map"; readonly of: FieldSpec; readonly keyMost: number }
  | { readonly is: "object"; readonly of: Readonly<Record<string, FieldSpec>> }
  | { readonly is: "optional"; readonly of: FieldSpec }
  | { readonly is: "named"; readonly shape: NamedShape };

/** Shapes that are defined elsewhere in the core. */
export type NamedShape = "measured" | "facts" | "verdict" | "derived" | "rig" | "step" | "readingContext";

/** A field with the type of what it holds. */
export type Field<T> = FieldSpec & { readonly holds?: T };
export type Shape = Readonly<Record<string, Field<unknown>>>;

type Held<F> = F extends { readonly holds?: infer T } ? Exclude<T, undefined> : never;
type OptionalKeys<S extends Shape> = {
  [K in keyof S]: S[K] extends { readonly is: "optional" } ? K : never;
}[keyof S];
/** What an object of a shape holds. */
export type Of<S extends Shape> = {
  readonly [K in Exclude<keyof S, OptionalKeys<S>>]: Held<S[K]>;
} & { readonly [K in OptionalKeys<S>]?: Held<S[K]> };

const field = <T>(spec: FieldSpec): Field<T> => spec;

export const id: Field<string> = field({ is: "id" });
export const ulid: Field<string> = field({ is: "ulid" });
/** One line that somebody wrote. */
export const line: Field<string> = field({ is: "line" });
/** Why something was done. */
export const reason: Field<string> = field({ is: "reason" });
/** A moment, ISO 8601, UTC. */
export const moment: Field<string> = field({ is: "moment" });
/** A day, ISO 8601. */
export const date: Field<string> = field({ is: "date" });
/** Lower-case hex SHA-256. */
export const hash: Field<string> = field({ is: "hash" });
export const yesNo: Field<boolean> = field({ is: "yesNo" });
/** Text of at most so many characters; may be empty. */
export const text = (most: number): Field<string> => field({ is: "text", most });
/** Words that have to be there; `empty` is said where they are not. */
export const label = (most: number, empty: string): Field<string> => field({ is: "label", most, empty });
/** A whole number between two bounds, both included. */
export const whole = (from: number, to: number): Field<number> => field({ is: "whole", from, to });
/** A number between two bounds, both included. */
export const number = (from: number, to: number): Field<number> => field({ is: "number", from, to });
/** Text of a form, at most so many characters long. */
export const pattern = (p: string, most: number): Field<string> => field({ is: "pattern", pattern: p, most });
/** One of some words. */
export const oneOf = <const T extends string>(...options: readonly T[]): Field<T> =>
  field({ is: "oneOf", options });
/** A list of at most so many. */
export const list = <T>(of: Field<T>, most: number): Field<readonly T[]> => field({ is: "list", of, most });
/** Values by name. */
export const map = <T>(of: Field<T>, keyMost: number): Field<Readonly<Record<string, T>>> =>
  field({ is: "map", of, keyMost });
/** A record of named fields, and no others. */
export const object = <S extends Shape>(of: S): Field<Of<S>> => field({ is: "object", of });
/** A field that may be left out. */
export const optional = <T>(of: Field<T>): Field<T> & { readonly is: "optional" } => ({ is: "optional", of });

const named = <T>(shape: NamedShape): Field<T> => field({ is: "named", shape });
export const measured = named<Measured>("measured");
export const facts = named<Facts>("facts");
export const verdict = named<Verdict>("verdict");
export const derived = named<Derived>("derived");
export const rig = named<Rig>("rig");
export const step = named<Step>("step");
export const readingContext = named<ReadingContext>("readingContext");

export const level = oneOf("Good", "Check", "Stop", "Unknown") satisfies Field<Level>;
export const system = oneOf("us", "metric") satisfies Field<UnitSystem>;
/** An answer of the survey: what was written, and what was understood. */
export const answer = object({ text: text(12_000), measured: optional(measured) });
/** One unit as placed in a design. */
export const designUnit = object({
  key: pattern("^[a-z0-9]{1,12}$", 12),
  model: text(20),
  version: optional(whole(1, 9999)),
  parallel: whole(1, 6),
  riseM: optional(number(-100, 300)),
  saltLbPerFt3: optional(number(6, 15)),
  place: optional(text(80)),
  set: optional(number(0.01, 2000)),
  on: optional(object({ unit: pattern("^[a-z0-9]{1,12}$", 12), port: oneOf("product", "feed") })),
});
/** Units that a design may hold. */
export const designUnits = list(designUnit, 14);
/** What a judgement said of a place when it was signed or overridden. */
export const judgedAt = { at: id, rule: id, level, facts };
