import { teeResidual } from "./teeResidual";
import { retained } from "./retained";
import { programmed } from "./programmed";
import { faucetFlow } from "./faucetFlow";
import { doseReached } from "./doseReached";
import { dosed } from "./dosed";
import { bacteria } from "./bacteria";
import { chlorine } from "./chlorine";
import { clarity } from "./clarity";
import { flushResidual } from "./flushResidual";
import { hardness } from "./hardness";
import { holdTest } from "./holdTest";
import { jointsGauged } from "./jointsGauged";
import { precharge } from "./precharge";
import { rawWater } from "./rawWater";
import { leakCheck } from "./leakCheck";
import type { ReadingKind } from "./reading";
import { rejection } from "./rejection";
import { residual } from "./residual";
import { rinsed } from "./rinsed";
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
  dosed,
  doseReached,
  flushResidual,
  teeResidual,
  retained,
  bacteria,
  leakCheck,
  programmed,
  faucetFlow,
  jointsGauged,
  rinsed,
  clarity,
];
