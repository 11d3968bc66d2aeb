export * from "./survey";
export * from "./facts";
