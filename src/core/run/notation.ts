import { connections } from "../families/unit";
import { arrangements } from "../plumbing/shutOffs";
import { quantities, type Quantity } from "../units";
import type { RecipeFigure, StepCondition, WordFigure } from "./recipe";

// How figures and conditions of a recipe are written by a planner, one a line, and read back.

/** Something written that could not be read: what to write instead. */
export interface Unread {
  readonly error: string;
}
/** Was something not to be read. */
export const isUnread = (x: unknown): x is Unread =>
  typeof x === "object" && x !== null && "error" in x && typeof x.error === "string";

const PATH = String.raw`[a-zA-Z0-9.]+`;
const listOf = (text: string): string[] =>
  text
    .split(",")
    .map((x) => x.trim())
    .filter(Boolean);

/**
 * A number of a recipe as it is written: `10`, `unit startUp.flush`, `unit startUp.flush, usual 10`,
 * `predicted contact, usual 1440`.
 */
export function figureText(figure: RecipeFigure): string {
  if (typeof figure === "number") return String(figure);
  if (typeof figure === "string") return `unit ${figure.slice(1)}`;
  if ("predicted" in figure) return `predicted ${figure.predicted}, usual ${figure.usual}`;
  return `unit ${figure.of}, usual ${figure.usual}`;
}

/** The number that was written, or what to write instead. */
export function figureFrom(text: string): RecipeFigure | Unread {
  const number = /^\d+(\.\d+)?$/.exec(text);
  if (number) return Number(text);
  const written = new RegExp(`^(unit|predicted) (${PATH})(?:, usual (\\d+(?:\\.\\d+)?))?$`).exec(text);
  if (!written) return { error: "Write a number, or a figure of the unit: unit startUp.flush, usual 10" };
  const [, from, path, usual] = written as unknown as [string, string, string, string | undefined];
  if (from === "unit") return usual === undefined ? `$${path}` : { of: path, usual: Number(usual) };
  return usual === undefined
    ? { error: "Say what is usual where nothing is predicted: predicted contact, usual 1440" }
    : { predicted: path, usual: Number(usual) };
}

const HINT = "Write: gap = 1/4 in | 6 mm, or: below = unit fit.free.below as length, usual 4 in | 100 mm";

/** A figure in the words of a step, one line. */
export function wordFigureText(name: string, figure: WordFigure): string {
  if (!("of" in figure)) return `${name} = ${figure.us} | ${figure.metric}`;
  const digits = figure.digits === undefined ? "" : `, ${figure.digits} digits`;
  const usual = figure.usual ? `, usual ${figure.usual.us} | ${figure.usual.metric}` : "";
  return `${name} = unit ${figure.of} as ${figure.quantity}${digits}${usual}`;
}

/** A line's name and figure, or what to write instead. */
export function wordFigureFrom(line: string): readonly [string, WordFigure] | Unread {
  const named = /^([a-zA-Z]+) = (.+)$/.exec(line);
  if (!named) return { error: `“${line}” could not be read. ${HINT}` };
  const [, name, written] = named as unknown as [string, string, string];
  const own = new RegExp(
    `^unit (${PATH}) as ([a-zA-Z]+)(?:, (\\d) digits)?(?:, usual ([^|]+) \\| ([^|]+))?$`,
  ).exec(written);
  if (own) {
    const [, of, quantity, digits, us, metric] = own as unknown as string[];
    if (!(quantity! in quantities)) return { error: `There is no quantity “${quantity}”` };
    return [
      name,
      {
        of: of!,
        quantity: quantity as Quantity,
        ...(digits === undefined ? {} : { digits: Number(digits) }),
        ...(us === undefined || metric === undefined ? {} : { usual: { us, metric } }),
      },
    ];
  }
  const both = /^([^|]+) \| ([^|]+)$/.exec(written);
  return both
    ? [name, { us: both[1]!, metric: both[2]! }]
    : { error: `“${line}” could not be read. ${HINT}` };
}

type Plain = Exclude<StepCondition, { any: unknown }>;
/** One way of writing a condition: its words read, and a condition of this kind written. */
interface Spoken {
  readonly words: RegExp;
  readonly read: (found: readonly string[]) => unknown;
  readonly write: (c: Plain) => string | undefined;
}

const isYes = (value: string): string | boolean =>
  value === "true" ? true : value === "false" ? false : value;
const oneOf = <T extends string>(all: readonly T[], written: readonly string[]): boolean =>
  written.every((w) => (all as readonly string[]).includes(w));

/** A condition that is one word or the other. */
const either = (key: string, yes: string, no: string): Spoken => ({
  words: new RegExp(`^(?:(${yes})|${no})$`),
  read: ([, found]) => ({ [key]: found !== undefined }),
  write: (c) => (key in c ? ((c as Record<string, unknown>)[key] === true ? yes : no) : undefined),
});
/** A condition that is a list behind some words. */
const listed = (key: string, words: string): Spoken => ({
  words: new RegExp(`^${words} (.+)$`),
  read: ([, list]) => ({ [key]: listOf(list!) }),
  write: (c) =>
    key in c
      ? `${words} ${((c as Record<string, unknown>)[key] as readonly string[]).join(", ")}`
      : undefined,
});

const spoken: readonly Spoken[] = [
  {
    words: /^answer ([a-zA-Z0-9.]+) is (.+)$/,
    read: ([, survey, is]) => ({ survey, is: listOf(is!) }),
    write: (c) => ("survey" in c ? `answer ${c.survey} is ${c.is.join(", ")}` : undefined),
  },
  {
    words: /^school ([a-zA-Z0-9]+) is (.+)$/,
    read: ([, school, is]) => ({ school, is: listOf(is!) }),
    write: (c) => ("school" in c ? `school ${c.school} is ${c.is.join(", ")}` : undefined),
  },
  {
    words: new RegExp(`^unit (${PATH}) is (stated|not stated|at least [\\d.]+|below [\\d.]+)$`),
    read: ([, unit, said]) => {
      if (said === "stated" || said === "not stated") return { unit, has: said === "stated" };
      const number = Number(said!.split(" ").at(-1));
      return said!.startsWith("below") ? { unit, below: number } : { unit, atLeast: number };
    },
    write: (c) => {
      if ("has" in c) return `unit ${c.unit} is ${c.has ? "stated" : "not stated"}`;
      if ("atLeast" in c) return `unit ${c.unit} is at least ${c.atLeast}`;
      return "below" in c ? `unit ${c.unit} is below ${c.below}` : undefined;
    },
  },
  {
    words: new RegExp(`^unit (${PATH}) is not (.+)$`),
    read: ([, unit, not]) => ({ unit, isNot: listOf(not!).map(isYes) }),
    write: (c) => ("isNot" in c ? `unit ${c.unit} is not ${c.isNot.join(", ")}` : undefined),
  },
  listed("at", "unit connects at"),
  {
    words: new RegExp(`^unit (${PATH}) is (.+)$`),
    read: ([, unit, is]) => ({ unit, is: listOf(is!).map(isYes) }),
    write: (c) => ("unit" in c && "is" in c ? `unit ${c.unit} is ${c.is.join(", ")}` : undefined),
  },
  listed("source", "source is"),
  listed("present", "some unit connects at"),
  listed("absent", "no unit connects at"),
  listed("arrangement", "arrangement is"),
  listed("families", "job has a"),
  listed("ahead", "behind a"),
  listed("noneAhead", "behind no"),
  either("houseShut", "house is shut", "house stays open"),
  either("bypass", "house can be fed past", "house cannot be fed past"),
  either("joins", "joints are known", "joints are not known"),
  either("tankOpen", "tank is open", "tank is shut"),
  either("units", "design has units", "design has none"),
];

/** A condition on one line, its alternatives parted by “or”. */
export function conditionText(c: StepCondition): string {
  if ("any" in c) return c.any.map(conditionText).join(" or ");
  for (const way of spoken) {
    const text = way.write(c);
    if (text !== undefined) return text;
  }
  throw new Error(`no words for ${JSON.stringify(c)}`);
}

/** What may be written in a condition, as examples. */
export const conditionExamples: readonly string[] = [
  "answer heater.kind is gas, indirect",
  "unit head.automatic is true",
  "unit startUp.soak is stated",
  "unit waterL is at least 20",
  "source is unsafe, unknown",
  "some unit connects at line, sink",
  "unit connects at sink",
  "job has a softener, ro",
  "behind a cartridge",
  "school threads is tape",
  "arrangement is heads",
  "house is shut",
  "house can be fed past",
];

function plainFrom(text: string): unknown {
  for (const way of spoken) {
    const found = way.words.exec(text);
    if (found) return way.read(found);
  }
  return undefined;
}

/** Values that a condition can only take from a list. */
function unknownIn(c: unknown): string | undefined {
  const has = c as Readonly<Record<string, readonly string[] | undefined>>;
  for (const key of ["present", "absent", "at"])
    if (has[key] && !oneOf(connections, has[key])) return `A unit connects at ${connections.join(", ")}`;
  if (has.arrangement && !oneOf(arrangements, has.arrangement))
    return `An arrangement is ${arrangements.join(", ")}`;
  return has.source && !oneOf(["safe", "unsafe", "unknown"], has.source)
    ? "A source is safe, unsafe or unknown"
    : undefined;
}

/** The condition of a line, or what to write instead. */
export function conditionFrom(line: string): StepCondition | Unread {
  const parts = line.split(" or ").map((part) => part.trim());
  const read = parts.map(plainFrom);
  const at = read.indexOf(undefined);
  if (at !== -1)
    return {
      error: `“${parts[at]}” could not be read. Write as in: ${conditionExamples.slice(0, 3).join("; ")}`,
    };
  const unknown = read.map(unknownIn).find((x) => x !== undefined);
  if (unknown !== undefined) return { error: unknown };
  return (read.length === 1 ? read[0] : { any: read }) as StepCondition;
}
