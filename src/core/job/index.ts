export { followUpsOf, leakChecksOf, sampleOf, type FollowUp, type LeakChecks, type Sample } from "./followUp";
export { carrying, openedAgain, type Carrying, type Struck } from "./carryOn";
export { isOnJob, mayWriteOn } from "./crew";
export * from "./job";
export * from "./knowledge";
export * from "./handOver";
export * from "./progress";
export * from "./runRig";
export { tellRun } from "./tellRun";
