import { booster } from "./booster";
import { carbonTank } from "./carbonTank";
import { cartridge } from "./cartridge";
import { checkValve } from "./checkValve";
import { conditioner } from "./conditioner";
import { doser } from "./doser";
import { expansionVessel } from "./expansionVessel";
import type { Family } from "./family";
import { iceMaker } from "./iceMaker";
import { leakStop } from "./leakStop";
import { manualSoftener } from "./manualSoftener";
import { mediaFilter } from "./mediaFilter";
import { pointFilter } from "./pointFilter";
import { reducer } from "./reducer";
import { restrictor } from "./restrictor";
import { ro } from "./ro";
import { scaleControl } from "./scaleControl";
import { softener } from "./softener";
import { uv } from "./uv";
import { uvPoint } from "./uvPoint";

/** Every unit family, in the order in which they are offered. A family is registered here and nowhere else. */
export const families: readonly Family[] = [
  cartridge,
  carbonTank,
  conditioner,
  scaleControl,
  mediaFilter,
  doser,
  softener,
  uv,
  ro,
  booster,
  manualSoftener,
  uvPoint,
  pointFilter,
  iceMaker,
  leakStop,
  reducer,
  restrictor,
  checkValve,
  expansionVessel,
];
