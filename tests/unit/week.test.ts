import fc from "fast-check";
import { describe, expect, it } from "vitest";
import type { WeekRow } from "@/data/queries/today";
import { byPerson, weekOf } from "@/phases/today/weekByPerson";

const zones = ["Europe/Amsterdam", "America/New_York", "Pacific/Auckland", "UTC"];
const now = Date.UTC(2026, 10, 28, 9);
const visit = (who: string, from: string, to: string, item = from): WeekRow => ({
  jobId: "j",
  jobName: "Ropewalk Studio",
  item,
  kind: "visit",
  title: "Fit the train",
  who,
  from: new Date(from),
  to: new Date(to),
});

describe("a week", () => {
  it("goes from Monday to Sunday, and is the present one where no day is asked", () => {
    const week = weekOf(undefined, now, "Europe/Amsterdam");
    expect(week.days).toEqual([
      ...["2026-11-23", "2026-11-24", "2026-11-25", "2026-11-26", "2026-11-27", "2026-11-28", "2026-11-29"],
    ]);
    expect(week.from.toISOString()).toBe("2026-11-22T23:00:00.000Z");
    expect(weekOf("nonsense", now, "Europe/Amsterdam")).toEqual(week);
    expect(weekOf("2026-02-31", now, "Europe/Amsterdam").days).toHaveLength(7);
  });

  it("holds its day, and follows on the one before, in every zone and over a change of clocks", () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...zones),
        fc.date({ min: new Date("2020-01-01"), max: new Date("2035-01-01"), noInvalidDate: true }),
        (zone, date) => {
          const day = date.toISOString().slice(0, 10);
          const week = weekOf(day, now, zone);
          const before = weekOf(week.before, now, zone);
          const hours = (week.to.getTime() - week.from.getTime()) / 3_600_000;
          return (
            week.days.includes(day) &&
            new Set(week.days).size === 7 &&
            before.to.getTime() === week.from.getTime() &&
            weekOf(week.after, now, zone).from.getTime() === week.to.getTime() &&
            hours >= 167 &&
            hours <= 169
          );
        },
      ),
      { numRuns: 300 },
    );
  });

  it("shows who is free, who is at two places at once, and clocks on the day that they end", () => {
    const zone = "Europe/Amsterdam";
    const week = weekOf("2026-11-25", now, zone);
    const rows = [
      visit("Adaeze Quill", "2026-11-25T08:00:00Z", "2026-11-25T11:00:00Z"),
      visit("Adaeze Quill", "2026-11-25T10:00:00Z", "2026-11-25T12:00:00Z"),
      visit("Adaeze Quill", "2026-11-25T12:00:00Z", "2026-11-25T13:00:00Z"),
      { ...visit("Tobias Rell", "2026-11-24T09:00:00Z", "2026-11-26T09:00:00Z"), kind: "soak" },
    ];
    const crews = byPerson(rows, ["Imke Vos", "Adaeze Quill"], week, zone);
    expect(crews.map((c) => c.who)).toEqual(["Imke Vos", "Adaeze Quill", "Tobias Rell"]);
    expect(crews[0]!.days.flat()).toEqual([]);
    expect(crews[1]!.days[2]!.map((e) => e.clashes)).toEqual([true, true, false]);
    expect(crews[2]!.days.map((d) => d.length)).toEqual([0, 0, 0, 1, 0, 0, 0]);
    expect(crews[2]!.days[3]![0]!.clashes).toBe(false);
  });
});
