import { unitModels } from "@/catalogue/units";
import { roRated } from "@/core/families";
import type { Station } from "@/core/train";
import { KPA_PER_METRE, lower, upper, type UnitSystem } from "@/core/units";
import { RoFillLazy } from "./charts";

/** A booster of the catalogue's middle size, to show what one would do. */
const tried = unitModels.get("BP-3")!.booster!;

/** How an RO's tank fills, where everything that decides it is known. */
export function Filling({ station: s, profile }: { station: Station; profile: UnitSystem }) {
  const ro = s.model.ro;
  const [feed, temperature, tds] = [
    s.figures.find((f) => f.id === "roFeed")?.value,
    lower(s.waterIn.temperature),
    upper(s.waterIn.tds),
  ];
  // A booster ahead shows as a set point among what the feed was worked from.
  const working = s.figures.find((f) => f.id === "roFeed")?.working.inputs ?? [];
  const [line, height] = [s.pressureIn, working.find((i) => i.name === "height")?.value];
  const plain = line === undefined || height === undefined ? undefined : line - KPA_PER_METRE * height;
  const boostedFrom =
    working.some((i) => i.name === "booster set point") &&
    plain !== undefined &&
    feed !== undefined &&
    feed > plain + 1
      ? { boostedFrom: plain }
      : {};
  if (!ro?.tank || feed === undefined || temperature === undefined || tds === undefined) return null;
  return (
    <RoFillLazy
      rated={roRated(ro)}
      tank={ro.tank}
      preLoss={ro.preLoss}
      feed={feed}
      temperature={temperature}
      tds={tds}
      pump={ro.permeatePump ?? false}
      booster={tried}
      shutOff={ro.shutOff}
      {...boostedFrom}
      profile={profile}
    />
  );
}
