export * from "./supply";
export * from "./transitions";
export * from "./cutList";
