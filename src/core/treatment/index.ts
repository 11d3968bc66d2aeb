export * from "./loss";
export * from "./ro";
export * from "./softener";
export * from "./vessels";
