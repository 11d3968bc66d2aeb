import { z } from "../zod";
import type { Quantity } from "../units";

/** One of several answers, with its words. */
export interface Choice {
  readonly id: string;
  readonly label: string;
}

/** One column of a figure that is a list of rows. */
export interface Column {
  readonly id: string;
  readonly isNumber: boolean;
}

/** How a figure of a unit is written, shown, and carried in a spreadsheet. */
export type FigureKind =
  | { readonly kind: "text" }
  | { readonly kind: "quantity"; readonly quantity: Quantity }
  | { readonly kind: "number"; readonly suffix?: string }
  | { readonly kind: "yesNo" }
  | { readonly kind: "choice"; readonly options: readonly Choice[] }
  | { readonly kind: "many"; readonly options: readonly Choice[] }
  | { readonly kind: "points" }
  | { readonly kind: "pairs" }
  | { readonly kind: "limits" }
  | { readonly kind: "reductions" }
  | { readonly kind: "angles" }
  | { readonly kind: "list" }
  | { readonly kind: "rows"; readonly columns: readonly Column[] };

/** What a schema says of a figure beside its type: the one place where the figure is named. */
export type FigureWords = FigureKind & { readonly label: string; readonly hint?: string };

const words = z.registry<FigureWords>();

/** A schema with the words of its figure. */
export function figured<S extends z.ZodType>(schema: S, said: FigureWords): S {
  words.add(schema, said);
  return schema;
}

/** A figure above zero of some quantity, in its canonical unit. */
export const quantityFigure = (label: string, quantity: Quantity, hint?: string) =>
  figured(z.number().positive(), { label, kind: "quantity", quantity, hint });

/** A figure of some quantity that may be zero. */
export const quantityFrom0 = (label: string, quantity: Quantity) =>
  figured(z.number().nonnegative(), { label, kind: "quantity", quantity });

/** A number above zero, with the word that stands behind it. */
export const numberFigure = (label: string, suffix?: string) =>
  figured(z.number().positive(), { label, kind: "number", suffix });

/** A share between 0 and 1. */
export const shareFigure = (label: string, suffix = "of 1") =>
  figured(z.number().gt(0).lt(1), { label, kind: "number", suffix });

/** A figure that is yes or no. */
export const yesNoFigure = (label: string) => figured(z.boolean(), { label, kind: "yesNo" });

/** A figure found in a schema: where it stands, what it is called, and whether it may be left out. */
export type FoundFigure = FigureWords & { readonly path: string; readonly optional: boolean };

/** Every figure of a schema's shape, in order, with its path; records inside are walked through. */
export function figuresOf(shape: z.ZodRawShape, prefix = "", optional = false): FoundFigure[] {
  return Object.entries(shape).flatMap(([key, schema]): FoundFigure[] => {
    const mayMiss = optional || schema instanceof z.ZodOptional;
    const inner = (schema instanceof z.ZodOptional ? schema.unwrap() : schema) as z.ZodType;
    const path = `${prefix}${key}`;
    const said = words.get(inner);
    if (said) return [{ ...said, path, optional: mayMiss }];
    return inner instanceof z.ZodObject ? figuresOf(inner.shape as z.ZodRawShape, `${path}.`, mayMiss) : [];
  });
}

/** A type with everything in it readonly, lists and pairs kept as they are. */
export type Frozen<T> = T extends object ? { readonly [K in keyof T]: Frozen<T[K]> } : T;

const isNumber = (schema: unknown): boolean =>
  schema instanceof z.ZodNumber || (schema instanceof z.ZodOptional && isNumber(schema.unwrap()));

/** The columns of rows of a schema, in order. */
export const columnsOf = (row: z.ZodObject): Column[] =>
  Object.entries(row.shape).map(([id, schema]) => ({ id, isNumber: isNumber(schema) }));
