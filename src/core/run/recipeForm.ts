import { joinedAt } from "../plumbing/made";
import { pathOf } from "./figures";
import {
  conditionFrom,
  conditionText,
  figureFrom,
  figureText,
  isUnread,
  wordFigureFrom,
  wordFigureText,
  type Unread,
} from "./notation";
import {
  recipeSchema,
  recipeStepSchema,
  type Recipe,
  type RecipeFigure,
  type RecipeStep,
  type StepCondition,
  type WordFigure,
} from "./recipe";
import { stages, stepKinds, type StepKind } from "./step";

/** How a property of a step is written in a form. */
type Way =
  | "line"
  | "text"
  | "number"
  | "yesNo"
  | "choice"
  | "figure"
  | "lines"
  | "names"
  | "pairs"
  | "sets"
  | "figures"
  | "conditions";

/** A property of a recipe's step as a field of a form. */
export interface StepField {
  readonly path: string;
  readonly label: string;
  readonly way: Way;
  readonly options?: readonly string[];
  /** Kinds of steps that it belongs to; absent: all. Elsewhere it is shown where something stands in it. */
  readonly kinds?: readonly StepKind[];
  /** Shown below, with what few steps need. */
  readonly rarely?: boolean;
  readonly hint?: string;
}

/** Every property of a step, in the order in which a form shows them. */
export const stepFields: readonly StepField[] = [
  { path: "title", label: "Title", way: "line", hint: "{unit} is the unit's code; no figure" },
  { path: "kind", label: "Kind", way: "choice", options: stepKinds },
  { path: "stage", label: "Part of the run", way: "choice", options: stages },
  { path: "work", label: "Minutes of work", way: "number" },
  { path: "water", label: "Water of the house", way: "choice", options: ["off", "bypassed", "on", "any"] },
  { path: "power", label: "Power", way: "choice", options: ["off", "on"], rarely: true },
  { path: "why", label: "Why", way: "text" },
  { path: "details", label: "Details, one a line", way: "lines" },
  { path: "hold.statement", label: "What is signed", way: "text", kinds: ["hold"] },
  { path: "check.question", label: "Question", way: "text", kinds: ["check"] },
  { path: "check.photo", label: "Photo", way: "choice", options: ["wanted", "needed"], kinds: ["check"] },
  { path: "turn.direction", label: "Which way it turns", way: "line", kinds: ["turn"] },
  { path: "turn.seenFrom", label: "Seen from", way: "line", kinds: ["turn"] },
  { path: "flow.minutes", label: "Minutes of flow", way: "figure", kinds: ["flow"] },
  { path: "flow.low", label: "Least flow, L/min", way: "figure", kinds: ["flow"] },
  { path: "flow.high", label: "Most flow, L/min", way: "figure", kinds: ["flow"] },
  { path: "flow.litres", label: "Litres", way: "figure", kinds: ["flow"] },
  { path: "flow.until", label: "Until", way: "choice", options: ["clear", "noAir"], kinds: ["flow"] },
  {
    path: "flow.direction",
    label: "Direction",
    way: "choice",
    options: ["forward", "reverse"],
    kinds: ["flow"],
  },
  { path: "flow.to", label: "Where it runs to", way: "line", kinds: ["flow"] },
  { path: "flow.taps", label: "By taps of the house", way: "yesNo", kinds: ["flow"] },
  { path: "soak.minutes", label: "Minutes of soak", way: "figure", kinds: ["soak"] },
  { path: "soak.maxMinutes", label: "At most, minutes", way: "number", kinds: ["soak"] },
  { path: "wait.minutes", label: "Minutes it takes by itself", way: "figure", rarely: true },
  { path: "wait.expected", label: "Predicted as", way: "line", rarely: true },
  { path: "read.reading", label: "Reading", way: "choice", kinds: ["read"] },
  { path: "read.place", label: "Where it is read", way: "line", kinds: ["read"] },
  { path: "read.when", label: "When", way: "choice", options: ["before", "after"], kinds: ["read"] },
  { path: "read.each", label: "At each", way: "choice", options: ["outlet"], kinds: ["read"] },
  { path: "cycle.count", label: "How often", way: "figure", kinds: ["cycle"] },
  { path: "cycle.expected", label: "Each predicted as", way: "line", kinds: ["cycle"] },
  { path: "record.what", label: "Which number", way: "line", kinds: ["record"] },
  { path: "record.label", label: "Called", way: "line", kinds: ["record"] },
  { path: "cautions", label: "Cautions", way: "names" },
  { path: "tightening", label: "Tightening", way: "line", rarely: true },
  { path: "sealant", label: "Sealant", way: "line", rarely: true },
  {
    path: "lists",
    label: "Lists of the unit's own",
    way: "names",
    options: ["ports", "boxes", "tools", "joints"],
    rarely: true,
  },
  { path: "joins", label: "Joints made at it", way: "choice", options: joinedAt, rarely: true },
  {
    path: "goal.want",
    label: "What the rig comes to",
    way: "choice",
    options: ["isolate", "serve", "passBy", "restore", "trap", "fill", "normal", "flush", "stand"],
    rarely: true,
  },
  { path: "goal.fully", label: "Fully open at its end", way: "yesNo", rarely: true },
  { path: "goal.at", label: "Flushed at", way: "line", rarely: true },
  { path: "goal.positions", label: "Handles, one a line", way: "pairs", rarely: true, hint: "plug = on" },
  { path: "goal.but", label: "Handles not as usual", way: "pairs", rarely: true, hint: "bypass = open" },
  { path: "goal.permits", label: "Openings it permits", way: "lines", rarely: true },
  { path: "goal.feed", label: "Handle that feeds them", way: "line", rarely: true },
  { path: "sets", label: "Values to set, one a line", way: "sets", rarely: true, hint: "Pour = doseMl" },
  { path: "writes", label: "Question of the survey that it answers", way: "line", rarely: true },
  { path: "asks", label: "Asks for", way: "choice", options: ["waterOff"], rarely: true },
  { path: "proves", label: "Proves", way: "choice", options: ["uv", "discard", "prefilters"], rarely: true },
  { path: "again", label: "In a run opened again", way: "choice", options: ["too", "only"], rarely: true },
  { path: "gathers", label: "Waits for all before it", way: "yesNo", rarely: true },
  { path: "after", label: "Waits for these steps too, one a line", way: "lines", rarely: true },
  {
    path: "figures",
    label: "Figures in its words, one a line",
    way: "figures",
    hint: "gap = 1/4 in | 6 mm",
    rarely: true,
  },
  { path: "when", label: "Only where, one condition a line", way: "conditions", rarely: true },
];

const linesOf = (text: string): string[] =>
  text
    .split("\n")
    .map((line) => line.trim())
    .filter(Boolean);
/** How each way of writing prints a value and reads it back. */
const ways: Readonly<
  Record<Way, { readonly print: (value: never) => string; readonly read: (text: string) => unknown }>
> = {
  line: { print: (v: string) => v, read: (t) => t },
  text: { print: (v: string) => v, read: (t) => t },
  choice: { print: (v: string) => v, read: (t) => t },
  number: {
    print: (v: number) => String(v),
    read: (t) => (/^\d+(\.\d+)?$/.test(t) ? Number(t) : { error: "Write a number" }),
  },
  yesNo: { print: (v: boolean) => (v ? "yes" : "no"), read: (t) => t === "yes" },
  figure: { print: (v: RecipeFigure) => figureText(v), read: figureFrom },
  lines: { print: (v: readonly string[]) => v.join("\n"), read: linesOf },
  names: {
    print: (v: readonly string[]) => v.join(", "),
    read: (t) =>
      t
        .split(",")
        .map((x) => x.trim())
        .filter(Boolean),
  },
  pairs: {
    print: (v: Readonly<Record<string, string>>) =>
      Object.entries(v)
        .map(([handle, position]) => `${handle} = ${position}`)
        .join("\n"),
    read: (t) => recordFrom(linesOf(t).map(pairFrom)),
  },
  sets: {
    print: (v: NonNullable<RecipeStep["sets"]>) => v.map((s) => `${s.label} = ${s.figure}`).join("\n"),
    read: (t) => {
      const pairs = linesOf(t).map(pairFrom);
      return (
        pairs.find(isUnread) ??
        (pairs as (readonly [string, string])[]).map(([label, figure]) => ({ label, figure }))
      );
    },
  },
  figures: {
    print: (v: Readonly<Record<string, WordFigure>>) =>
      Object.entries(v)
        .map(([name, figure]) => wordFigureText(name, figure))
        .join("\n"),
    read: (t) => recordFrom(linesOf(t).map(wordFigureFrom)),
  },
  conditions: {
    print: (v: readonly StepCondition[]) => v.map(conditionText).join("\n"),
    read: (t) => {
      const read = linesOf(t).map(conditionFrom);
      return read.find(isUnread) ?? read;
    },
  },
};

function pairFrom(line: string): readonly [string, string] | Unread {
  const found = /^(.+?) = (.+)$/.exec(line);
  return found ? [found[1]!, found[2]!] : { error: `“${line}” could not be read. Write: name = value` };
}

function recordFrom(pairs: readonly (readonly [string, unknown] | Unread)[]): object {
  return pairs.find(isUnread) ?? Object.fromEntries(pairs as (readonly [string, unknown])[]);
}

/** A step as the texts of a form, by the paths of `stepFields`; what it does not say is left out. */
export function stepTexts(step: RecipeStep): Record<string, string> {
  return Object.fromEntries(
    stepFields.flatMap(({ path, way }) => {
      const value = pathOf(step, path);
      return value === undefined ? [] : [[path, ways[way].print(value as never)] as const];
    }),
  );
}

/** Sets a value at a path, making what is between. */
function put(into: Record<string, unknown>, path: string, value: unknown): void {
  const keys = path.split(".");
  const last = keys.pop()!;
  let here = into;
  for (const key of keys) here = (here[key] ??= {}) as Record<string, unknown>;
  here[last] = value;
}

/** The field that a place in a step is written in. */
const fieldAt = (path: string): string =>
  stepFields.find((f) => path === f.path || path.startsWith(`${f.path}.`))?.path ??
  stepFields.find((f) => f.path.startsWith(`${path}.`))?.path ??
  "title";

/** The step that the texts of a form say, or what to change, by field. */
export function stepFromTexts(
  id: string,
  texts: Readonly<Record<string, string | undefined>>,
): { readonly step: RecipeStep } | { readonly errors: Readonly<Record<string, string>> } {
  const errors: Record<string, string> = {};
  const said: Record<string, unknown> = { id };
  for (const { path, way } of stepFields) {
    const text = (texts[path] ?? "").trim();
    if (text === "") continue;
    const value = ways[way].read(text);
    if (isUnread(value)) errors[path] = value.error;
    else put(said, path, value);
  }
  const parsed = recipeStepSchema.safeParse(said);
  if (parsed.success && Object.keys(errors).length === 0) return { step: parsed.data };
  for (const { path, message } of parsed.error?.issues ?? []) {
    const field = fieldAt(path.filter((p) => typeof p !== "number").join("."));
    errors[field] ??= (texts[field] ?? "").trim() === "" ? "Fill this in" : message;
  }
  return { errors };
}

/** The name that a field of a step has in a recipe's form. */
export const stepName = (step: string, path: string): string => `${step}/${path}`;

/** A recipe as the texts of a form: its own, the order of its steps, and each step's by `stepName`. */
export function recipeTexts(recipe: Recipe): Record<string, string> {
  const steps = recipe.steps.flatMap((s) =>
    Object.entries(stepTexts(s)).map(([path, text]) => [stepName(s.id, path), text] as const),
  );
  return {
    title: recipe.title,
    families: recipe.families.join(", "),
    order: recipe.steps.map((s) => s.id).join(", "),
    ...Object.fromEntries(steps),
  };
}

/** The recipe that the texts of a form say, or what to change, by the form's names. */
export function recipeFromTexts(
  { id, version }: Pick<Recipe, "id" | "version">,
  texts: Readonly<Record<string, string | undefined>>,
): { readonly recipe: Recipe } | { readonly errors: Readonly<Record<string, string>> } {
  const namesIn = (text = ""): string[] => ways.names.read(text) as string[];
  const errors: Record<string, string> = {};
  const steps = namesIn(texts.order).flatMap((step): RecipeStep[] => {
    const own = Object.fromEntries(stepFields.map(({ path }) => [path, texts[stepName(step, path)]]));
    const read = stepFromTexts(step, own);
    if ("step" in read) return [read.step];
    for (const [path, error] of Object.entries(read.errors)) errors[stepName(step, path)] = error;
    return [];
  });
  const said = { id, version, title: (texts.title ?? "").trim(), families: namesIn(texts.families), steps };
  const parsed = recipeSchema.safeParse(said);
  if (parsed.success && Object.keys(errors).length === 0) return { recipe: parsed.data };
  for (const { path, message } of parsed.error?.issues ?? []) {
    const name = path[0] === "steps" ? "order" : String(path[0]);
    // Steps that could not be read are missing from it: they say so themselves.
    if (name !== "order" || Object.keys(errors).length === 0) errors[name] ??= message;
  }
  return { errors };
}
