import { describe, expect, it } from "vitest";
import type { Standing } from "@/data/queries/bell";
import { heard, looked, silent } from "@/phases/bell/rings";

const job = { jobId: "J1", jobName: "Pell Lane bakery" };
const stop: Standing = { ...job, kind: "stop", id: "J1.28 psi", title: "28 psi" };
const soak: Standing = { ...job, kind: "soak", id: "J1.soak.9", title: "Soak CT-1354" };
const visit = (from: string): Standing => ({
  ...job,
  kind: "visit",
  id: "J1.visit.V",
  title: "Start-up",
  from: `2026-11-28T${from}:00Z`,
  to: "2026-11-28T12:00:00Z",
});
const say = (from: string) => from.slice(11, 16);
const NOW = Date.parse("2026-11-27T08:00:00Z");
const says = (bell: { rung: readonly { says: string }[] }) => bell.rung.map((r) => r.says);

describe("the bell", () => {
  it("says once that a clock has run and that a job has a Stop", () => {
    const first = heard(silent, [stop, soak], NOW, say);
    expect(says(first)).toEqual(["Stop: 28 psi", "Its time has run: Soak CT-1354"]);
    expect(first.rung.every((r) => !r.seen && r.at === NOW)).toBe(true);
    const again = heard(looked(first), [stop, soak], NOW + 60_000, say);
    expect(again.rung).toEqual(looked(first).rung);
  });

  it("says a Stop anew when it is another one", () => {
    const first = looked(heard(silent, [stop], NOW, say));
    const other = heard(first, [{ ...stop, id: "J1.20 psi", title: "20 psi" }], NOW + 1, say);
    expect(other.rung.filter((r) => !r.seen).map((r) => r.says)).toEqual(["Stop: 20 psi"]);
  });

  it("does not take for news what is planned when it hears for the first time", () => {
    expect(heard(silent, [visit("09:00")], NOW, say).rung).toEqual([]);
  });

  it("says that a visit is new, moved, moved back, and no longer one's own", () => {
    const quiet = heard(silent, [], NOW, say);
    const planned = heard(quiet, [visit("09:00")], NOW, say);
    expect(says(planned)[0]).toBe("A visit of yours: Start-up, 09:00");
    const moved = heard(planned, [visit("10:00")], NOW + 1, say);
    expect(says(moved)[0]).toBe("Moved: Start-up is 10:00 now, not 09:00");
    const back = heard(moved, [visit("09:00")], NOW + 2, say);
    expect(says(back)[0]).toBe("Moved: Start-up is 09:00 now, not 10:00");
    expect(says(heard(back, [visit("10:00")], NOW + 3, say))[0]).toBe(
      "Moved: Start-up is 10:00 now, not 09:00",
    );
    const gone = heard(back, [], NOW + 3, say);
    expect(says(gone)[0]).toBe("Not yours any more: Start-up, 09:00");
  });

  it("says nothing of a visit that is over", () => {
    const planned = heard(heard(silent, [], NOW, say), [visit("09:00")], NOW, say);
    const over = heard(planned, [], Date.parse("2026-11-28T13:00:00Z"), say);
    expect(over.rung).toEqual(planned.rung);
  });
});
