export * from "./water";
export * from "./hardness";
export * from "./needs";
export * from "./dose";
export * from "./pressures";
export * from "./scaling";
export { tapKeys, tapPractice, type TapKey, type TapSettings } from "./tap";
