import type { Recipe } from "../../core/run/recipe";
import { cartridgeRack } from "./cartridgeRack";
import { carbonTank } from "./carbonTank";
import { conditioner } from "./conditioner";
import { scaleControl } from "./scaleControl";
import { softener } from "./softener";
import { uv } from "./uv";
import { uvRack } from "./uvRack";
import { roTank } from "./roTank";
import { booster } from "./booster";
import { roDirect } from "./roDirect";
import { roHighOutput } from "./roHighOutput";
import { roMotorised } from "./roMotorised";
import { roCountertop } from "./roCountertop";
import { uvPoint } from "./uvPoint";
import { pointFilter } from "./pointFilter";
import { inLine } from "./inLine";
import { iceMaker } from "./iceMaker";
import { leakStop } from "./leakStop";
import { faucetDiverter } from "./faucetDiverter";
import { shower } from "./shower";
import { manualSoftener } from "./manualSoftener";
import { mediaFilter } from "./mediaFilter";
import { doser } from "./doser";
import { expansionVessel, houseBooster, lineDevice, reducingValve } from "./devices";

/** Every recipe of a unit. A recipe is registered here and nowhere else. */
export const unitRecipes: readonly Recipe[] = [
  cartridgeRack,
  carbonTank,
  conditioner,
  scaleControl,
  softener,
  uv,
  uvRack,
  roTank,
  booster,
  roDirect,
  roHighOutput,
  roMotorised,
  roCountertop,
  uvPoint,
  pointFilter,
  inLine,
  iceMaker,
  leakStop,
  faucetDiverter,
  shower,
  manualSoftener,
  mediaFilter,
  doser,
  lineDevice,
  reducingValve,
  expansionVessel,
  houseBooster,
];
