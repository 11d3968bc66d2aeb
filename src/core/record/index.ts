export * from "./bundle";
export * from "./chain";
export * from "./jobRig";
export * from "./office";
export { computedPlaces } from "./computed";
export * from "./readingContext";
export * from "./summary";
