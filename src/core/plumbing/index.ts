export * from "./supply";
export * from "./transitions";
