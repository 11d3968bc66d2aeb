export * from "./bundle";
export * from "./chain";
export * from "./jobRig";
export * from "./office";
export { computedPlaces } from "./computed";
export * from "./readingContext";
export * from "./summary";
export { asIf, type Thought } from "./asIf";
export { knowledgeTrying, rehearse, type Rehearsal, type Sample, type Stuck } from "./rehearsal";
