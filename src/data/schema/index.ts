export * from "./people";
export * from "./job";
export * from "./company";
export * from "./catalogue";
export * from "./stock";
