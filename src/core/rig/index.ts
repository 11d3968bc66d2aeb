export { faultsOf } from "./faults";
export { rigSchema, type RigData } from "./schema";
export {
  degrees,
  mediaStages,
  openingKinds,
  type Circumstances,
  type Degree,
  type Handle,
  type HandlePosition,
  type MediaStage,
  type Move,
  type OpeningKind,
  type Permit,
  type Rig,
  type RigEdge,
  type RigGoal,
  type RigNode,
  type RigState,
  type RigUnit,
} from "./rig";
export { rigTold } from "./told";
export { plan, statesOf, type Planned, type PlanOptions } from "./plan";
export {
  beforeFirstWater,
  degreesOf,
  houseFeed,
  inService,
  isPowered,
  regions,
  settled,
  type Region,
  type RegionState,
} from "./regions";
export { flows, waterAt, type Flows, type WaterAt, type WaterMark } from "./flows";
export { followed, heardFull, judge, judgeOf, standing, type Judged } from "./judge";
export { composeRig, rigOf } from "./compose";
export { arrangements, type Arrangement } from "../plumbing/shutOffs";
export type { SchemeChoice, SchemeUnit } from "../plumbing/scheme";
export { aimed, wishesOf, type Aimed, type Wish } from "./goals";
export { feedHandle, lineHandles, onLine } from "./line";
export { isThere } from "./there";
export { whyNot, type NoWay } from "./whyNot";
export { explain, partsIn, sayMove, whatHappened, type Explained } from "./explain";
export { fillMinutes, saysFull } from "./fill";
export { canPassBy, cardSequences, type CardSequence } from "./card";
export { toDot } from "./dot";
export { editRig, type RigEdit } from "./edit";
export type { RuleId } from "./compiled";
export { rigRules, rigSentences, type RigFacts, type RigRule } from "./rules";
export { costOf, exercises, randomExercise, seeded, tried, type Exercise, type Tried } from "./practice";
