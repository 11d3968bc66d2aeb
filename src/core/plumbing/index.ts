export * from "./supply";
