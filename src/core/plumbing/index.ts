export * from "./supply";
export * from "./transitions";
export * from "./cutList";
export * from "./network";
export * from "./inp";
// The engine is large: only who solves loads it (./engine).
