import { useMemo } from "react";
import type { RunRig, Supply } from "@/core/job/runRig";
import { onLine } from "@/core/rig/line";
import { listed } from "@/core/words";
import { lengthOf, momentOf } from "@/ui/time";

const words: Readonly<Record<Supply, string>> = {
  treated: "treated",
  notReady: "through the train, not ready to drink",
  partly: "through the train, but past",
  bypassed: "past the train, untreated",
  off: "off",
};

const looks: Readonly<Record<Supply, string>> = {
  treated: "wet-bar border border-water",
  notReady: "border-2 border-water",
  partly: "border-2 border-water",
  bypassed: "border border-ink",
  off: "border-y border-dashed border-ink",
};

/** A stretch that is shorter than this, ms, is not told. */
const MOMENT = 30_000;

/**
 * How the house was fed over the job, from the handles that were turned: hatched water for treated, hollow
 * for bypassed (in water's hue while it runs through units that are not ready), broken for off.
 */
export function SupplyStrip({ rig, now, zone }: { rig: RunRig; now: number; zone: string }) {
  const line = useMemo(() => rig.rig.units.some((u) => onLine(rig.rig, u.key)), [rig.rig]);
  const from = rig.supply[0]?.at ?? now;
  const span = Math.max(60_000, now - from);
  const parts = rig.supply.map((s, i) => ({
    ...s,
    to: rig.supply[i + 1]?.at ?? now,
    // Before the first change nothing of the train is joined.
    asItComes: s.is === "bypassed" && (i === 0 || !line),
  }));
  // A moment between two turns is seen in the strip; in words it would crowd out what lasted.
  const told = parts.filter((p, i) => p.to - p.at >= MOMENT || i === parts.length - 1);
  return (
    <section aria-label="The house's water" data-supply>
      <h2>The house&apos;s water</h2>
      <div className="mt-2 flex h-7 w-full" aria-hidden="true">
        {parts.map((p) => (
          <span
            key={p.at}
            className={`h-7 ${looks[p.is]}`}
            style={{ width: `${(100 * Math.max(0, p.to - p.at)) / span}%`, minWidth: 3 }}
          />
        ))}
      </div>
      <ol className="mt-1 text-sm text-soft">
        {told.slice(-4).map((p) => (
          <li key={p.at}>
            {p.asItComes ? "as it comes" : words[p.is]}
            {p.past ? ` ${listed(p.past)}` : ""} from {momentOf(p.at, now, zone)},{" "}
            {lengthOf(Math.max(0, p.to - p.at) / 60_000)}
          </li>
        ))}
      </ol>
    </section>
  );
}
