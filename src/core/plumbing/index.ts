export * from "./supply";
export * from "./transitions";
export * from "./cutList";
export * from "./network";
export * from "./inp";
export * from "./readInp";
export * from "./way";
// The engine is large: only who solves loads it (./engine).
