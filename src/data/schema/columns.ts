import { char, customType, datetime } from "drizzle-orm/mysql-core";

/** JSON as text in and out, whatever the driver makes of JSON columns. */
export const jsonText = customType<{ data: unknown; driverData: string }>({
  dataType: () => "json",
  toDriver: (v) => JSON.stringify(v),
  fromDriver: (v) => (typeof v === "string" ? (JSON.parse(v) as unknown) : v),
});
export const blob = customType<{ data: Buffer; driverData: Buffer }>({ dataType: () => "longblob" });
/** A moment in UTC, to the millisecond. */
export const moment = (name: string) => datetime(name, { fsp: 3, mode: "date" });
/** A ULID: 26 characters. */
export const ulidColumn = (name: string) => char(name, { length: 26 });
