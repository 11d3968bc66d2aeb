import type { UnitModel } from "../../core/families";
import { cartridges } from "./cartridge";
import { carbonTanks } from "./carbonTank";
import { conditioners } from "./conditioner";
import { scaleControls } from "./scaleControl";
import { softeners } from "./softener";
import { uvChambers } from "./uv";
import { roUnits } from "./ro";
import { boosters } from "./booster";
import { uvPoints } from "./uvPoint";
import { pointFilters } from "./pointFilter";
import { iceMakers } from "./iceMaker";
import { leakStops } from "./leakStop";
import { manualSofteners } from "./manualSoftener";
import { mediaFilters } from "./mediaFilter";
import { dosers } from "./doser";
import { devices } from "./devices";
import { fitted } from "./fit";

/** The house's line first. Costs in the company's currency, without labour; yearly: cartridges, lamps, media. */
const stated: readonly UnitModel[] = [
  ...cartridges,
  ...carbonTanks,
  ...conditioners,
  ...scaleControls,
  ...mediaFilters,
  ...dosers,
  ...softeners,
  ...uvChambers,
  ...roUnits,
  ...boosters,
  ...uvPoints,
  ...pointFilters,
  ...iceMakers,
  ...leakStops,
  ...manualSofteners,
  ...devices,
];

/** Every unit that Brant brings along, with its fitting. */
export const unitList: readonly UnitModel[] = stated.map(fitted);
