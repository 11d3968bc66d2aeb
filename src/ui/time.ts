/** Times are kept in UTC and shown in the company's time zone, also across a change of clocks. */
import { clockTime, dayName, formatIn } from "./clockTime";

export { clockTime, dayName } from "./clockTime";

/** `Wednesday 25 November` */
export const longDay = (at: number | string | Date, zone: string): string =>
  formatIn(zone, "long", { weekday: "long", day: "numeric", month: "long" })
    .format(new Date(at))
    .replace(",", "");
/** `25 Nov 2026, 14:10` */
export const stamp = (at: number | string | Date, zone: string): string =>
  formatIn(zone, "stamp", {
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    hourCycle: "h23",
  }).format(new Date(at));
/** `14:10` today, else `Thu 26 Nov 14:10`. */
export const momentOf = (at: number | string | Date, now: number, zone: string): string =>
  dayName(at, zone) === dayName(now, zone)
    ? clockTime(at, zone)
    : `${dayName(at, zone)} ${clockTime(at, zone)}`;

/** A countdown as read at arm's length: `47:59:12`, `18:42`. Rounded up, so that it never shows zero early. */
export function countdown(ms: number): string {
  const s = Math.max(0, Math.ceil(ms / 1000));
  const [h, m, sec] = [Math.floor(s / 3600), Math.floor((s % 3600) / 60), s % 60];
  const two = (n: number) => String(n).padStart(2, "0");
  return h > 0 ? `${h}:${two(m)}:${two(sec)}` : `${two(m)}:${two(sec)}`;
}

/** A length of time in words: `48 h`, `1 h 30`, `5 min`. */
export function lengthOf(minutes: number): string {
  if (minutes < 90) return `${Math.round(minutes)} min`;
  const h = Math.floor(minutes / 60);
  const m = Math.round(minutes % 60);
  return m === 0 ? `${h} h` : `${h} h ${String(m).padStart(2, "0")}`;
}

/** The UTC moment of a wall-clock time in a zone, ISO 8601; undefined when it cannot be read. */
export function inZone(day: string, clock: string, zone: string): string | undefined {
  const guess = Date.parse(`${day}T${clock}:00Z`);
  if (Number.isNaN(guess)) return undefined;
  const offsetAt = (ms: number) => {
    const parts = Object.fromEntries(
      new Intl.DateTimeFormat("en-CA", {
        timeZone: zone,
        year: "numeric",
        month: "2-digit",
        day: "2-digit",
        hour: "2-digit",
        minute: "2-digit",
        second: "2-digit",
        hourCycle: "h23",
      })
        .formatToParts(new Date(ms))
        .map((p) => [p.type, p.value]),
    );
    return (
      Date.parse(`${parts.year}-${parts.month}-${parts.day}T${parts.hour}:${parts.minute}:${parts.second}Z`) -
      ms
    );
  };
  const first = guess - offsetAt(guess);
  return new Date(guess - offsetAt(first)).toISOString();
}
/** The day in a zone as a date field has it, e.g. `2026-11-25`. */
export const dateIn = (at: number, zone: string): string =>
  new Intl.DateTimeFormat("en-CA", {
    timeZone: zone,
    year: "numeric",
    month: "2-digit",
    day: "2-digit",
  }).format(new Date(at));
