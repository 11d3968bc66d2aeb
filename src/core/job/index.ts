export * from "./job";
export * from "./knowledge";
export * from "./progress";
export * from "./runRig";
export { tellRun } from "./tellRun";
