import { chlorine } from "./chlorine";
import { clarity } from "./clarity";
import { flushResidual } from "./flushResidual";
import { hardness } from "./hardness";
import { holdTest } from "./holdTest";
import { precharge } from "./precharge";
import { rawWater } from "./rawWater";
import type { ReadingKind } from "./reading";
import { rejection } from "./rejection";
import { residual } from "./residual";
import { roFlows } from "./roFlows";
import { staticPressure } from "./staticPressure";
import { timedFlow } from "./timedFlow";
import { totalChlorine } from "./totalChlorine";
import { trainLoss } from "./trainLoss";
import { uvFlow } from "./uvFlow";

/** Every kind of reading. A kind is registered here and nowhere else. */
export const readings: readonly ReadingKind[] = [
  timedFlow,
  staticPressure,
  rawWater,
  trainLoss,
  holdTest,
  rejection,
  roFlows,
  precharge,
  hardness,
  chlorine,
  totalChlorine,
  uvFlow,
  residual,
  flushResidual,
  clarity,
];
