export * from "./inSentence";
export * from "./say";
export * from "./text";
export * from "./rule";
