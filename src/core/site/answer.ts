import { lower, parseQuantity, type UnitSystem } from "../units";
import { readObstacles } from "./obstacles";
import { readStrips } from "./strips";
import { readTaps } from "./taps";
import type { SurveyAnswer, SurveyField } from "./survey";

const MOST_TEXT = 500;
type Understood =
  | { readonly ok: true; readonly answer: SurveyAnswer }
  | { readonly ok: false; readonly error: string };

/** An answer understood from its text, or why not. Empty text clears the answer. */
export function readAnswer(field: SurveyField, text: string, system: UnitSystem): Understood {
  const trimmed = text.trim();
  if (trimmed === "") return { ok: true, answer: { text: "" } };
  const taken: Understood = { ok: true, answer: { text: trimmed } };
  switch (field.kind) {
    case "quantity": {
      const p = parseQuantity(trimmed, field.quantity, { profile: system, range: field.range ?? false });
      if (!p.ok) return p;
      const least = lower(p.measured);
      return field.above && least !== undefined && p.measured.is !== "below" && least <= field.above.value
        ? { ok: false, error: field.above.says }
        : { ok: true, answer: { text: trimmed, measured: p.measured } };
    }
    case "count":
      return /^\d{1,4}$/.test(trimmed)
        ? { ok: true, answer: { text: trimmed, measured: { is: "value", value: Number(trimmed) } } }
        : { ok: false, error: "Write a whole number, 0 or more" };
    case "choice": {
      const chosen = field.many ? trimmed.split(",") : [trimmed];
      const offered = (c: string) => c === "unknown" || field.options.some((o) => o.id === c);
      return chosen.every(offered) ? taken : { ok: false, error: "Choose one of the answers offered" };
    }
    case "time":
      return /^([01]\d|2[0-3]):[0-5]\d$/.test(trimmed)
        ? taken
        : { ok: false, error: "Write a time of day, for example 09:30" };
    case "obstacles": {
      const read = readObstacles(trimmed, system);
      return read.ok ? { ok: true, answer: { text: read.text } } : read;
    }
    case "strips": {
      const read = readStrips(trimmed, system);
      return read.ok ? { ok: true, answer: { text: read.text } } : read;
    }
    case "taps": {
      const read = readTaps(trimmed, system);
      return read.ok ? { ok: true, answer: { text: read.text } } : read;
    }
    case "text":
      return trimmed.length <= MOST_TEXT ? taken : { ok: false, error: "At most 500 characters" };
  }
}
