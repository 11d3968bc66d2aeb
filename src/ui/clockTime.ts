/** Times are kept in UTC and shown in the company's time zone, also across a change of clocks. */
const formats = new Map<string, Intl.DateTimeFormat>();
/** A form of times in a zone, made once. */
export function formatIn(
  zone: string,
  name: string,
  options: Intl.DateTimeFormatOptions,
): Intl.DateTimeFormat {
  const key = `${zone} ${name}`;
  const known = formats.get(key) ?? new Intl.DateTimeFormat("en-GB", { timeZone: zone, ...options });
  formats.set(key, known);
  return known;
}

/** `14:10` */
export const clockTime = (at: number | string | Date, zone: string): string =>
  formatIn(zone, "clock", { hour: "2-digit", minute: "2-digit", hourCycle: "h23" }).format(new Date(at));
/** `Thu 26 Nov` */
export const dayName = (at: number | string | Date, zone: string): string =>
  formatIn(zone, "day", { weekday: "short", day: "numeric", month: "short" })
    .format(new Date(at))
    .replace(",", "");
