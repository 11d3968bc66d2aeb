export * from "./survey";
export * from "./answer";
export * from "./demand";
export * from "./facts";
export { companySchema, savedCompanySchema, type Company } from "./company";
export type { AnchorLoad, AnchorLoads } from "./anchors";
export * from "./substrates";
export * from "./asked";
export * from "./obstacles";
