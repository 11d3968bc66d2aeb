export * from "./entry";
export * from "./chain";
export * from "./state";
export * from "./progress";
export * from "./intent";
export * from "./knowledge";
export * from "./readingContext";
export * from "./decide";
