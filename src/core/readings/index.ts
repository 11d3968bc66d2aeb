export * from "./kinds";
