import { blended } from "./blended";
import { crossConnection } from "./crossConnection";
import { deadHead } from "./deadHead";
import { dryHeater } from "./dryHeater";
import { dryPump } from "./dryPump";
import { fines } from "./fines";
import { finesToMembrane } from "./finesToMembrane";
import { hardFill } from "./hardFill";
import { heaterDosed } from "./heaterDosed";
import { hotTrapped } from "./hotTrapped";
import { houseDry } from "./houseDry";
import { lampCutOff } from "./lampCutOff";
import { lampInAir } from "./lampInAir";
import { lampStill } from "./lampStill";
import { oneHandle } from "./oneHandle";
import { openUnderPressure } from "./openUnderPressure";
import { roChlorine } from "./roChlorine";
import { roTankEarly } from "./roTankEarly";
import type { RigRule } from "./rule";
import { unsafe } from "./unsafe";

/**
 * Every rule of the rig, in the order of chapter 4. A rule is registered here and nowhere else; no rule
 * depends on its place.
 */
export const rigRules: readonly RigRule[] = [
  fines,
  unsafe,
  openUnderPressure,
  oneHandle,
  dryPump,
  dryHeater,
  lampInAir,
  lampCutOff,
  lampStill,
  hardFill,
  crossConnection,
  houseDry,
  blended,
  hotTrapped,
  roTankEarly,
  roChlorine,
  heaterDosed,
  finesToMembrane,
  deadHead,
];
