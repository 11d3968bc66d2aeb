import { z } from "zod";

/** A number as it is written in words; what comes as no number is written as it is. */
const written = (n: unknown): string =>
  typeof n === "bigint" || typeof n === "number" ? n.toLocaleString("en-US") : String(n);

/** What is asked for of something of the wrong kind. */
const asked: Readonly<Record<string, string>> = {
  number: "Write a number, for example 2.5",
  int: "Write a whole number, for example 3",
  string: "Write this in words",
  boolean: "Answer yes or no",
};

const formats: Readonly<Record<string, string>> = {
  email: "Write an e-mail address, for example name@place.example",
  date: "Write a date, for example 2026-05-14",
  time: "Write a time, for example 09:30",
};

type Bound = { readonly origin: string; readonly inclusive?: boolean };
const ofWhat = ({ origin }: Bound): string => {
  if (origin === "string") return " characters";
  return origin === "array" || origin === "set" ? " of them" : "";
};

/** Why something was not taken, in words for who typed it; schemas that know more say it themselves. */
function said(issue: z.core.$ZodRawIssue): string {
  switch (issue.code) {
    case "invalid_type":
      return issue.input === undefined ? "Fill this in" : (asked[issue.expected] ?? "This could not be read");
    case "too_small":
      if (issue.origin === "string" && issue.minimum === 1) return "Fill this in";
      return `${issue.inclusive === false ? "More than" : "At least"} ${written(issue.minimum)}${ofWhat(issue)}`;
    case "too_big":
      return `${issue.inclusive === false ? "Less than" : "At most"} ${written(issue.maximum)}${ofWhat(issue)}`;
    case "invalid_format":
      return formats[issue.format] ?? "This is written in a way that cannot be read";
    case "invalid_value":
      return `Choose one of these: ${issue.values.map(String).join(", ")}`;
    case "not_multiple_of":
      return `Write a multiple of ${written(issue.divisor)}`;
    case "unrecognized_keys":
      return `Nobody asks for ${issue.keys.join(", ")} here`;
    default:
      return "This could not be read";
  }
}

z.config({ localeError: said });

/** Zod, as the whole of Brant uses it: what it refuses is said in Brant's words. */
export { z };
