export * from "./inSentence";
export * from "./say";
export * from "./text";
export * from "./rule";
export { finderOver, soughtWords, type Findable, type Finder, type Hit } from "./finder";
